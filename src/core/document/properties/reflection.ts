import { between, orNull, pixels, shape, share, type ValueOf } from '../fields';
import { LAYER_KINDS } from '../../layerKinds';
import { property } from './types';

/** A mirror image under the layer that fades out; `gap` and `length` are layer pixels. */
const reflectionField = shape({ gap: pixels(), length: between(0, 20_000), opacity: share() });
export type Reflection = ValueOf<typeof reflectionField>;

export const reflection = property({
  name: 'reflection',
  kinds: LAYER_KINDS,
  part: 'look',
  schema: orNull(reflectionField),
  first: () => null,
  split: 'whole',
  plain: null,
  hardened: () => null,
});
