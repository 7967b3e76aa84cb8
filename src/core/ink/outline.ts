import { getStroke } from 'perfect-freehand';
import type { Stroke } from '../document/layers';
import { brushKind } from '../brushes';
import { POINT_SIZE, pointsFrom, pointsUpTo, type Part } from './points';
import { pressures } from './pressure';

/** What a line's outline depends on. */
export type Line = Pick<Stroke, 'points' | 'brush' | 'size' | 'smoothing' | 'sensed'>;

/** SVG path data of a line's outline, in layer pixels; filled by the non-zero rule. */
export function lineOutline(line: Line): string {
  const pressure = pressures(line);
  const { points, size, smoothing } = line;
  if (points.length === 0) return '';
  const { thinning, widening, taper } = brushKind(line.brush);
  const input: number[][] = [];
  for (let k = 0, i = 0; k < points.length; k += POINT_SIZE, i++) {
    const widened = pressure[i] + points[k + 3] * widening;
    input.push([points[k], points[k + 1], widened < 1 ? widened : 1]);
  }
  const outline = getStroke(input, {
    size: thinning === 0 ? size * flatWidth(points, widening) : size,
    thinning,
    smoothing: 0.5,
    streamline: smoothing * MOST_STREAMLINED,
    simulatePressure: false,
    start: { taper: taper.start * size, cap: true },
    end: { taper: taper.end * size, cap: true },
    last: true,
  });
  return smoothPath(outline as readonly Corner[]);
}

/** Beyond this a line lags so far behind the hand that it loses its shape. */
const MOST_STREAMLINED = 0.9;

/** A line of even width is as wide as the pen lay flat on average. */
function flatWidth(points: Stroke['points'], widening: number): number {
  let tilt = 0;
  for (let k = 3; k < points.length; k += POINT_SIZE) tilt += points[k];
  return 1 + (widening * tilt * POINT_SIZE) / points.length;
}

type Corner = readonly [number, number];

/** A closed curve through the middles of a polygon's sides, whose corners are its handles. */
function smoothPath(corners: readonly Corner[]): string {
  if (corners.length < 3) return '';
  const last = corners[corners.length - 1];
  let d = `M${middle(last, corners[0])}`;
  for (let i = 0; i < corners.length; i++) {
    const corner = corners[i];
    const next = corners[i + 1] ?? corners[0];
    d += `Q${rounded(corner[0], 1)} ${rounded(corner[1], 1)} ${middle(corner, next)}`;
  }
  return `${d}Z`;
}

const middle = (a: Corner, b: Corner): string =>
  `${rounded(a[0] + b[0], 2)} ${rounded(a[1] + b[1], 2)}`;

/** To a hundredth of a pixel, so that lines stay smooth when they are enlarged. */
const rounded = (value: number, divisor: number): number =>
  Math.round((value / divisor) * 100) / 100;

const outlines = new WeakMap<Stroke, string>();

/** The outline of a whole stroke. */
export function strokeOutline(stroke: Stroke): string {
  const known = outlines.get(stroke);
  if (known !== undefined) return known;
  const d = lineOutline(stroke);
  outlines.set(stroke, d);
  return d;
}

/** The outline of a stroke between two fractional points: what a hand had drawn by then. */
export function partOutline(stroke: Stroke, { from, to }: Part): string {
  const points = pointsFrom(pointsUpTo(pressedPoints(stroke), to), from);
  return lineOutline({ ...stroke, points, sensed: true });
}

const pressed = new WeakMap<Stroke, Stroke['points']>();

/** A stroke's points with the pressure each has in the whole of it, however much is shown. */
function pressedPoints(stroke: Stroke): Stroke['points'] {
  if (stroke.sensed) return stroke.points;
  const known = pressed.get(stroke);
  if (known) return known;
  const all = pressures(stroke);
  const points = stroke.points.map((value, k) =>
    k % POINT_SIZE === 2 ? all[(k - 2) / POINT_SIZE] : value,
  );
  pressed.set(stroke, points);
  return points;
}

/** SVG path data of what a stroke encloses: its line, closed. */
export function enclosedPath({ points }: Stroke): string {
  let d = '';
  for (let k = 0; k < points.length; k += POINT_SIZE) {
    d += `${k === 0 ? 'M' : 'L'}${points[k]} ${points[k + 1]}`;
  }
  return d === '' ? d : `${d}Z`;
}
