import { POINT_SIZE, type Stroke } from '../document/values/stroke';
import { boxAround, type Box } from '../geometry/box';

export { POINT_SIZE };

/** One point of a stroke, in layer pixels and milliseconds since the stroke began. */
export interface InkPoint {
  readonly x: number;
  readonly y: number;
  readonly pressure: number;
  readonly tilt: number;
  readonly ms: number;
}

type Points = Stroke['points'];

export const pointCount = (points: Points): number => Math.floor(points.length / POINT_SIZE);

export const pointAt = (points: Points, i: number): InkPoint => {
  const k = i * POINT_SIZE;
  return {
    x: points[k],
    y: points[k + 1],
    pressure: points[k + 2],
    tilt: points[k + 3],
    ms: points[k + 4],
  };
};

/** Positions to a hundredth of a pixel, pressure and tilt to a thousandth, whole milliseconds. */
export const packed = (points: readonly InkPoint[]): readonly number[] =>
  points.flatMap(({ x, y, pressure, tilt, ms }) => [
    round(x, 100),
    round(y, 100),
    round(pressure, 1000),
    round(tilt, 1000),
    Math.round(ms),
  ]);

const round = (value: number, parts: number): number => Math.round(value * parts) / parts;

/** Milliseconds from a stroke's first point to its last one. */
export const strokeTime = ({ points }: Pick<Stroke, 'points'>): number =>
  points.length === 0 ? 0 : points[points.length - 1];

const lengths = new WeakMap<Points, readonly number[]>();

/** Layer pixels along a stroke up to each of its points. */
export function runningLengths(points: Points): readonly number[] {
  const known = lengths.get(points);
  if (known) return known;
  const found: number[] = [];
  for (let k = 0; k < points.length; k += POINT_SIZE) {
    const step =
      k === 0
        ? 0
        : Math.hypot(
            points[k] - points[k - POINT_SIZE],
            points[k + 1] - points[k + 1 - POINT_SIZE],
          );
    found.push((found.at(-1) ?? 0) + step);
  }
  lengths.set(points, found);
  return found;
}

export const strokeLength = ({ points }: Pick<Stroke, 'points'>): number =>
  runningLengths(points).at(-1) ?? 0;

/** A part of a stroke, between two of its points; 1.5 is half way from the second to the third. */
export interface Part {
  readonly from: number;
  readonly to: number;
}

/** The points up to a fractional one, which is put between its neighbours. */
export function pointsUpTo(points: Points, at: number): Points {
  const whole = Math.floor(at);
  const share = at - whole;
  const kept = points.slice(0, (whole + 1) * POINT_SIZE);
  if (share <= 0 || whole + 1 >= pointCount(points)) return kept;
  const start = whole * POINT_SIZE;
  for (let k = start; k < start + POINT_SIZE; k++) {
    kept.push(points[k] + (points[k + POINT_SIZE] - points[k]) * share);
  }
  return kept;
}

/** The points from a fractional one on. */
export function pointsFrom(points: Points, at: number): Points {
  const whole = Math.ceil(at);
  const rest = points.slice(whole * POINT_SIZE);
  if (whole === at || whole === 0) return rest;
  return [...pointsUpTo(points, at).slice(-POINT_SIZE), ...rest];
}

const boxes = new WeakMap<Stroke, Box>();

/** The box a stroke's line lies in, half its size around its points. */
export function strokeBox(stroke: Stroke): Box {
  const known = boxes.get(stroke);
  if (known) return known;
  const around = stroke.size / 2;
  const { left, top, right, bottom } = boxAroundPoints(stroke.points);
  const box = {
    left: left - around,
    top: top - around,
    right: right + around,
    bottom: bottom + around,
  };
  boxes.set(stroke, box);
  return box;
}

/** A long stroke has more points than a call can have arguments. */
function boxAroundPoints(points: Points): Box {
  const box = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
  for (let k = 0; k < points.length; k += POINT_SIZE) {
    box.left = Math.min(box.left, points[k]);
    box.right = Math.max(box.right, points[k]);
    box.top = Math.min(box.top, points[k + 1]);
    box.bottom = Math.max(box.bottom, points[k + 1]);
  }
  return box;
}

/** The box round some strokes; null for none. */
export function strokesBox(strokes: readonly Stroke[]): Box | null {
  const drawn = strokes.filter((stroke) => stroke.points.length > 0).map(strokeBox);
  return drawn.length === 0
    ? null
    : boxAround(
        drawn.flatMap(({ left, top, right, bottom }) => [
          { x: left, y: top },
          { x: right, y: bottom },
        ]),
      );
}
