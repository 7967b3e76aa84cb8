import { degrees, id, LIMITS, orNull, pixels, shape, text, type ValueOf } from '../fields';
import { boxSides } from '../values/geometry';
import { OUTLINE_KINDS } from '../../layerKinds';
import { property } from './types';

/** A layer that was split off another one. Pieces of the same origin are drawn as one while they rest. */
const pieceField = shape({
  of: id(),
  /** The origin's box in this layer's pixels, which gradients and edges go by. */
  box: boxSides,
  /** Keeps the side of a line through x, y that lies clockwise of `angle`. */
  cut: orNull(shape({ x: pixels(), y: pixels(), angle: degrees() })),
  /** What the line said around these words, which joined and alternate letters go by. */
  before: text(LIMITS.text),
  after: text(LIMITS.text),
});
export type Piece = ValueOf<typeof pieceField>;

export const piece = property({
  name: 'piece',
  kinds: OUTLINE_KINDS,
  part: 'content',
  schema: orNull(pieceField),
  first: () => null,
  split: 'piece',
});
