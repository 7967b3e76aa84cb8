import type { PathPoint } from './path';
import { corner } from './path';

/** Edits of a curve's points; all give a new path. */

/** Moves a point with its handles. */
export const movedPoint = (
  path: readonly PathPoint[],
  i: number,
  x: number,
  y: number,
): readonly PathPoint[] => path.with(i, { ...path[i], x, y });

/** Moves one handle of a point; the other one stays opposite, so that the curve runs smoothly. */
export function movedHandle(
  path: readonly PathPoint[],
  i: number,
  end: 'in' | 'out',
  dx: number,
  dy: number,
): readonly PathPoint[] {
  const point = path[i];
  const other = end === 'out' ? [point.inX, point.inY] : [point.outX, point.outY];
  const length = Math.hypot(dx, dy);
  const keep = length === 0 ? 0 : Math.hypot(other[0], other[1]) / length;
  const [ox, oy] = [-dx * keep, -dy * keep];
  return path.with(
    i,
    end === 'out'
      ? { ...point, outX: dx, outY: dy, inX: ox, inY: oy }
      : { ...point, inX: dx, inY: dy, outX: ox, outY: oy },
  );
}

/**
 * One more point. Between two points it lies half way along their curve, which keeps its shape (de
 * Casteljau); after the last it leads on.
 */
export function withPointAfter(path: readonly PathPoint[], i: number): readonly PathPoint[] {
  const [from, to] = [path[i], path[i + 1]];
  if (!to) return roundedPoint([...path, corner(from.x + 120, from.y - 60)], i + 1);
  const controls = [
    from,
    { x: from.x + from.outX, y: from.y + from.outY },
    { x: to.x + to.inX, y: to.y + to.inY },
    to,
  ];
  const firsts = between(controls);
  const seconds = between(firsts);
  const [middle] = between(seconds);
  const added = {
    x: middle.x,
    y: middle.y,
    inX: seconds[0].x - middle.x,
    inY: seconds[0].y - middle.y,
    outX: seconds[1].x - middle.x,
    outY: seconds[1].y - middle.y,
  };
  const before = { ...from, outX: firsts[0].x - from.x, outY: firsts[0].y - from.y };
  const after = { ...to, inX: firsts[2].x - to.x, inY: firsts[2].y - to.y };
  return path.toSpliced(i, 2, before, added, after);
}

/** The middles between neighbours. */
const between = (points: readonly { readonly x: number; readonly y: number }[]) =>
  points.slice(1).map((b, i) => ({ x: (points[i].x + b.x) / 2, y: (points[i].y + b.y) / 2 }));

/** Gives a point handles along the way between its neighbours. */
export function roundedPoint(path: readonly PathPoint[], i: number): readonly PathPoint[] {
  const point = path[i];
  const before = path[i - 1] ?? point;
  const after = path[i + 1] ?? point;
  const [dx, dy] = [(after.x - before.x) / 5, (after.y - before.y) / 5];
  return path.with(i, { ...point, inX: -dx, inY: -dy, outX: dx, outY: dy });
}

/** Takes a point's handles away. */
export const straightened = (path: readonly PathPoint[], i: number): readonly PathPoint[] =>
  path.with(i, corner(path[i].x, path[i].y));
