import { between, colour, orNull, pixels, shape, share, type ValueOf } from '../fields';
import { LAYER_KINDS } from '../../layerKinds';
import { solidly } from './opacity';
import { property } from './types';

const shadowField = shape({
  colour: colour(),
  opacity: share(),
  dx: pixels(),
  dy: pixels(),
  /** Twice the Gaussian's standard deviation. */
  blur: between(0, 1000),
});
export type Shadow = ValueOf<typeof shadowField>;

export const shadow = property({
  name: 'shadow',
  kinds: LAYER_KINDS,
  part: 'look',
  schema: orNull(shadowField),
  first: () => null,
  split: 'whole',
  plain: null,
  hardened: (value) => value && { ...value, blur: 0, opacity: solidly(value.opacity) },
});
