import { between, frames, id, LIMITS, list, oneOf, shape, such, type ValueOf } from '../fields';
import { point } from '../values/geometry';
import { FOOTAGE_KINDS } from '../../layerKinds';
import { movedInTime } from '../values/inTime';
import { property } from './types';

export type MattePoint = ValueOf<typeof point>;

/**
 * A polygon drawn by hand that leaves only what is in it, or only what is not, in pixels of the
 * layer. It is drawn anew at each of its frames, in order, all with equally many points, and goes
 * over from one to the next.
 */
const garbageMatte = shape({
  id: id(),
  keep: oneOf(['in', 'out']),
  /** Standard deviation of the blur over its edge, in layer pixels. */
  feather: between(0, 1000),
  drawn: such(
    list(shape({ frame: frames(), points: list(point, LIMITS.points, 3) }), LIMITS.keyframes, 1),
    '${path} must be in order of time, with equally many points',
    (drawn) =>
      drawn.every(
        ({ frame, points }, i) =>
          i === 0 || (frame > drawn[i - 1].frame && points.length === drawn[0].points.length),
      ),
  ),
});
export type GarbageMatte = ValueOf<typeof garbageMatte>;

export const mattes = property({
  name: 'mattes',
  kinds: FOOTAGE_KINDS,
  part: 'content',
  schema: list(garbageMatte, LIMITS.mattes),
  first: () => [],
  split: 'piece',
  plain: [],
  retimed: (value, { at }) =>
    value.map((matte) => ({ ...matte, drawn: movedInTime(matte.drawn, at) })),
});
