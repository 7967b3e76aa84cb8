import { between, colour, oneOf, orNull, shape, type ValueOf } from '../fields';
import { FOOTAGE_KINDS, OUTLINE_KINDS } from '../../layerKinds';
import { property } from './types';

/** `width` lies wholly outside the outline, wholly inside, or half and half. */
export const borderField = shape({
  colour: colour(),
  width: between(0, 1000),
  side: oneOf(['inside', 'centre', 'outside']),
});
export type Border = ValueOf<typeof borderField>;

export const border = property({
  name: 'border',
  kinds: [...OUTLINE_KINDS, ...FOOTAGE_KINDS],
  part: 'look',
  schema: orNull(borderField),
  first: () => null,
  split: 'whole',
  plain: null,
});
