import { colour, orNull, shape, share, type ValueOf } from '../fields';
import { OUTLINE_KINDS } from '../../layerKinds';
import { solidly } from './opacity';
import { property } from './types';

/** A colour over the whole canvas, with the layer cut out of it. */
const wallField = shape({ colour: colour(), opacity: share() });
export type Wall = ValueOf<typeof wallField>;

export const wall = property({
  name: 'wall',
  kinds: OUTLINE_KINDS,
  part: 'look',
  schema: orNull(wallField),
  first: () => null,
  split: 'whole',
  plain: null,
  hardened: (value) => value && { ...value, opacity: solidly(value.opacity) },
});
