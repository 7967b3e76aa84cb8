import { between, colour, orNull, shape, share, type ValueOf } from '../fields';
import { LAYER_KINDS } from '../../layerKinds';
import { property } from './types';

/** `blur` is twice the Gaussian's standard deviation. */
const glowField = shape({ colour: colour(), opacity: share(), blur: between(0, 1000) });
export type Glow = ValueOf<typeof glowField>;

export const glow = property({
  name: 'glow',
  kinds: LAYER_KINDS,
  part: 'look',
  schema: orNull(glowField),
  first: () => null,
  split: 'whole',
  plain: null,
  hardened: () => null,
});
