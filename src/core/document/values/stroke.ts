import { mixed } from 'yup';
import { BRUSHES } from '../../brushes';
import {
  between,
  colour,
  described,
  flag,
  id,
  LIMITS,
  list,
  oneOf,
  orNull,
  shape,
  share,
  whole,
  type ValueOf,
} from '../fields';

/** Numbers a point takes up in a stroke. */
export const POINT_SIZE = 5;

/** Looked through by hand: a schema for every number would take seconds for a long drawing. */
const points = described<readonly number[]>(
  mixed()
    .required()
    .test('points', '${path} must be points of five finite numbers each', arePoints),
  { kind: 'points' },
);

function arePoints(value: unknown): boolean {
  if (!Array.isArray(value) || value.length === 0 || value.length % POINT_SIZE !== 0) return false;
  if (value.length > LIMITS.strokePoints * POINT_SIZE) return false;
  return value.every((number, k) => {
    if (typeof number !== 'number' || !(Math.abs(number) <= 100_000_000)) return false;
    const field = k % POINT_SIZE;
    if (field < 2) return Math.abs(number) <= 100_000;
    if (field < 4) return number >= 0 && number <= 1;
    return number >= (k < POINT_SIZE ? 0 : value[k - POINT_SIZE]);
  });
}

/** Width of a line in layer pixels. */
export const strokeSize = between(0.1, 2000);

/** What a pen leaves from touching down to lifting. */
export const stroke = shape({
  id: id(),
  brush: oneOf(BRUSHES.map((entry) => entry.brush)),
  colour: colour(),
  /** Layer pixels across at a middling pressure. */
  size: strokeSize,
  opacity: share(),
  /** How much of the hand's tremor is taken out. */
  smoothing: share(),
  /** What the line encloses is filled with it; null for a line alone. */
  fill: orNull(colour()),
  /** Whether the pen told its pressure; else its speed stands for it. */
  sensed: flag(),
  /** Milliseconds from the end of the stroke before it. */
  pause: between(0, 1e9),
  /**
   * Five numbers a point: x and y in layer pixels, pressure, tilt from 0 (upright) to 1 (flat), and
   * milliseconds since the stroke began.
   */
  points,
});
export type Stroke = ValueOf<typeof stroke>;

/** One drawing of an ink layer; `hold` is how many of the layer's drawing times it stays. */
export const drawing = shape({
  id: id(),
  hold: whole(1, 1000),
  strokes: list(stroke, LIMITS.strokes),
});
export type Drawing = ValueOf<typeof drawing>;
