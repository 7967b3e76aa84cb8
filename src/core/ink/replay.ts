import type { Drawing, Stroke } from '../document/values/stroke';
import type { Replay } from '../moves/replay';
import { runningLengths, strokeLength, strokeTime, POINT_SIZE, type Part } from './points';
import { writtenWords } from './writtenWords';

/** When a stroke's line is drawn and its area filled, in the replay's own time from 0 to 1. */
export interface StrokeTime {
  readonly start: number;
  readonly drawn: number;
  readonly filled: number;
}

/** How much of a stroke is there: a part of its line, or all of it (null), and how much of its fill. */
export interface Shown {
  readonly part: Part | null;
  readonly filled: number;
}

export const WHOLE: Shown = { part: null, filled: 1 };

/** Shares of a replay's time. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** Milliseconds that the shortest dot takes. */
const SHORTEST = 40;

/** Pauses longer than this say that the hand rested; milliseconds. */
const LONGEST_PAUSE = 4000;

/** Time for filling an area, as a share of the time its outline took. */
const FILLING = 0.4;

/** Time for one stroke: milliseconds, or pixels where the speed is even. */
const lineTime = (stroke: Stroke, rhythm: Replay['rhythm']): number =>
  rhythm === 'hand'
    ? Math.max(SHORTEST, strokeTime(stroke))
    : Math.max(stroke.size, strokeLength(stroke));

const pauseOf = (stroke: Stroke, { pauses, rhythm }: Replay, pace: number): number => {
  const ms = Math.min(LONGEST_PAUSE, stroke.pause) * pauses;
  return rhythm === 'hand' ? ms : ms * pace;
};

/** Pixels a millisecond of the whole drawing, which turns pauses into ways at even speed. */
function paceOf(strokes: readonly Stroke[]): number {
  const time = strokes.reduce((sum, stroke) => sum + lineTime(stroke, 'hand'), 0);
  const way = strokes.reduce((sum, stroke) => sum + lineTime(stroke, 'even'), 0);
  return time === 0 ? 0 : way / time;
}

interface Span {
  readonly start: number;
  readonly line: number;
  readonly fill: number;
}

const spansFound = new WeakMap<
  readonly Stroke[],
  Map<string, { readonly times: readonly StrokeTime[]; readonly total: number }>
>();

/**
 * When each stroke is drawn. `total` is how long all of it takes: milliseconds in the hand's own
 * rhythm, pixels of way at even speed.
 */
export function replayTimes(
  strokes: readonly Stroke[],
  replay: Replay,
): { readonly times: readonly StrokeTime[]; readonly total: number } {
  const key = `${replay.rhythm} ${replay.together} ${replay.pauses}`;
  const known = spansFound.get(strokes) ?? new Map();
  if (!known.has(key)) known.set(key, timed(spansOf(strokes, replay)));
  spansFound.set(strokes, known);
  return known.get(key)!;
}

function timed(spans: readonly Span[]) {
  const total = spans.reduce((end, { start, line, fill }) => Math.max(end, start + line + fill), 0);
  const share = (time: number) => (total === 0 ? 0 : time / total);
  const times = spans.map(({ start, line, fill }) => ({
    start: share(start),
    drawn: share(start + line),
    filled: share(start + line + fill),
  }));
  return { times, total };
}

function spansOf(strokes: readonly Stroke[], replay: Replay): readonly Span[] {
  const pace = paceOf(strokes);
  const turns = turnsOf(strokes, replay.together);
  const spans: Span[] = [];
  let turn = 0;
  let turnStart = 0;
  let end = 0;
  strokes.forEach((stroke, i) => {
    if (i > 0 && turns[i] !== turn) turnStart = end + pauseOf(stroke, replay, pace);
    turn = turns[i];
    const line = lineTime(stroke, replay.rhythm);
    const fill = stroke.fill ? line * FILLING : 0;
    spans.push({ start: turnStart, line, fill });
    end = Math.max(end, turnStart + line + fill);
  });
  return spans;
}

/** Strokes of one turn are drawn at the same time. */
function turnsOf(strokes: readonly Stroke[], together: Replay['together']): readonly number[] {
  if (together === 'all') return strokes.map(() => 0);
  return together === 'words' ? writtenWords(strokes) : strokes.map((_, i) => i);
}

/** What of a stroke was drawn during a stretch of its replay; null for nothing. */
export function strokeShown(
  stroke: Stroke,
  time: StrokeTime,
  { from, to }: Stretch,
  rhythm: Replay['rhythm'],
): Shown | null {
  if (to <= time.start || from >= time.drawn) return null;
  const filled = time.filled > time.drawn ? (to - time.drawn) / (time.filled - time.drawn) : 1;
  const begins = from <= time.start;
  if (begins && to >= time.drawn) return { part: null, filled: Math.min(1, filled) };
  const at = (share: number) =>
    pointAtShare(stroke, clamped((share - time.start) / (time.drawn - time.start)), rhythm);
  return { part: { from: at(from), to: at(to) }, filled: 0 };
}

const clamped = (share: number): number => Math.min(1, Math.max(0, share));

/** The fractional point at which a share of a stroke's time, or of its way, is over. */
function pointAtShare(stroke: Stroke, share: number, rhythm: Replay['rhythm']): number {
  const { points } = stroke;
  const lengths = rhythm === 'even' ? runningLengths(points) : null;
  const at = (i: number) => (lengths ? lengths[i] : points[i * POINT_SIZE + POINT_SIZE - 1]);
  const last = points.length / POINT_SIZE - 1;
  const wanted = at(last) * share;
  if (at(last) === 0) return last;
  let [low, high] = [0, last];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (at(middle) <= wanted) low = middle;
    else high = middle;
  }
  const step = at(high) - at(low);
  return step === 0 ? high : low + (wanted - at(low)) / step;
}

/** Milliseconds a drawing took, its pauses included. */
export function drawingTime({ strokes }: Pick<Drawing, 'strokes'>): number {
  return replayTimes(strokes, { rhythm: 'hand', together: 'strokes', pauses: 1 }).total;
}
