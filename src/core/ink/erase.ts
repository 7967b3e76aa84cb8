import type { Stroke } from '../document/layers';
import { boxAround } from '../geometry/box';
import type { Point } from '../geometry/matrix';
import { pointAt, pointCount, POINT_SIZE, pointsFrom, pointsUpTo, strokeBox } from './points';

/** Where an eraser went, in layer pixels, and how far from there it reaches. */
export interface Rub {
  readonly path: readonly Point[];
  readonly radius: number;
}

/** Strokes without those an eraser touched. */
export const withoutTouched = (strokes: readonly Stroke[], rub: Rub): readonly Stroke[] => {
  const left = strokes.filter((stroke) => !isTouched(stroke, rub));
  return left.length === strokes.length ? strokes : left;
};

/**
 * Strokes without what an eraser went over. What is left of a stroke on either side becomes a stroke
 * of its own, with the times it was drawn at.
 */
export function withoutRubbed(
  strokes: readonly Stroke[],
  rub: Rub,
  newId: () => string,
): readonly Stroke[] {
  if (!strokes.some((stroke) => isTouched(stroke, rub))) return strokes;
  return strokes.flatMap((stroke) =>
    isTouched(stroke, rub) ? remains(stroke, rub, newId) : [stroke],
  );
}

function isTouched(stroke: Stroke, rub: Rub): boolean {
  const { left, top, right, bottom } = strokeBox(stroke);
  const near = boxAround(rub.path);
  const { radius } = rub;
  return (
    near.right > left - radius &&
    near.left < right + radius &&
    near.bottom > top - radius &&
    near.top < bottom + radius &&
    segmentsOf(stroke).some((piece) => isRubbed(piece, reaching(rub, stroke)))
  );
}

/** A rubber touches a line as soon as it touches its edge. */
const reaching = ({ path, radius }: Rub, { size }: Stroke): Rub => ({
  path,
  radius: radius + size / 2,
});

type Piece = readonly [Point, Point];

function segmentsOf({ points }: Stroke): readonly Piece[] {
  const count = pointCount(points);
  if (count === 1) return [[pointAt(points, 0), pointAt(points, 0)]];
  return Array.from({ length: count - 1 }, (_, i) => [pointAt(points, i), pointAt(points, i + 1)]);
}

const isRubbed = (piece: Piece, { path, radius }: Rub): boolean =>
  path.some((point, i) => distance(piece, [path[Math.max(0, i - 1)], point]) < radius);

/** Shares of a segment are looked at in steps of this many pixels. */
const STEP = 1;

/** The parts of a stroke that lie beyond the eraser's reach. */
function remains(stroke: Stroke, touching: Rub, newId: () => string): readonly Stroke[] {
  const rub = reaching(touching, stroke);
  const kept: (readonly [from: number, to: number])[] = [];
  let from: number | null = null;
  const close = (at: number) => {
    if (from !== null && at > from) kept.push([from, at]);
    from = null;
  };
  const segments = segmentsOf(stroke);
  segments.forEach(([a, b], i) => {
    const steps = isRubbed([a, b], rub)
      ? Math.max(1, Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / STEP))
      : 1;
    for (let k = 0; k < steps; k++) {
      const [start, end] = [k / steps, (k + 1) / steps];
      const part: Piece = [between(a, b, start), between(a, b, end)];
      if (isRubbed(part, rub)) close(i + start);
      else from ??= i + start;
    }
  });
  close(segments.length);
  return kept.map((range, i) => partOf(stroke, range, newId(), i === 0));
}

function partOf(
  stroke: Stroke,
  [from, to]: readonly [number, number],
  id: string,
  first: boolean,
): Stroke {
  const points = pointsFrom(pointsUpTo(stroke.points, to), from);
  const began = points[POINT_SIZE - 1];
  return {
    ...stroke,
    id,
    fill: null,
    pause: first ? stroke.pause : 0,
    points: points.map((value, k) =>
      k % POINT_SIZE === POINT_SIZE - 1 ? Math.round(value - began) : value,
    ),
  };
}

const between = (a: Point, b: Point, share: number): Point => ({
  x: a.x + (b.x - a.x) * share,
  y: a.y + (b.y - a.y) * share,
});

/** The distance between two pieces of line. */
function distance([a, b]: Piece, [c, d]: Piece): number {
  if (areCrossing(a, b, c, d)) return 0;
  return Math.min(toPiece(a, c, d), toPiece(b, c, d), toPiece(c, a, b), toPiece(d, a, b));
}

const side = (a: Point, b: Point, p: Point): number =>
  (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x);

const areCrossing = (a: Point, b: Point, c: Point, d: Point): boolean =>
  side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;

function toPiece(p: Point, a: Point, b: Point): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const length = dx * dx + dy * dy;
  const t = length === 0 ? 0 : ((p.x - a.x) * dx + (p.y - a.y) * dy) / length;
  const at = between(a, b, Math.min(1, Math.max(0, t)));
  return Math.hypot(p.x - at.x, p.y - at.y);
}
