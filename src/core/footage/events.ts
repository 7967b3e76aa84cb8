import type { Hit } from '../sound/hits';

/** What happens in a clip that another one can be lined up by. */
export type EventKind = 'flash' | 'first change' | 'hit';

/** `certainty` is 0…1: how far the event stands out from the next best one. */
export interface ClipEvent {
  readonly seconds: number;
  readonly certainty: number;
}

/** Mean luma of a frame, and how much it differs from the one before, 0…1. */
export interface FrameMeasure {
  readonly luma: number;
  readonly change: number;
}

/** Frames round an event that belong to it. */
const BESIDE = 3;

/** A change counts when it is this many times the usual one, and at least this large. */
const UNUSUAL = 6;
const LEAST_CHANGE = 0.004;

/** The frame at which the picture becomes lighter most suddenly; null where it never does. */
export function findFlash(
  measures: readonly FrameMeasure[],
): { frame: number; certainty: number } | null {
  const jumps = measures.map(({ luma }, i) => (i === 0 ? 0 : luma - measures[i - 1].luma));
  return standingOut(jumps);
}

/** The first frame that differs from the one before by more than noise. */
export function findFirstChange(
  measures: readonly FrameMeasure[],
): { frame: number; certainty: number } | null {
  const sorted = measures
    .slice(1)
    .map(({ change }) => change)
    .sort((a, b) => a - b);
  const usual = sorted[Math.floor(sorted.length / 4)] ?? 0;
  const threshold = Math.max(LEAST_CHANGE, usual * UNUSUAL);
  const frame = measures.findIndex(({ change }, i) => i > 0 && change > threshold);
  if (frame < 0) return null;
  return { frame, certainty: 1 - threshold / measures[frame].change };
}

/** The strongest hit. */
export function strongestHit(hits: readonly Hit[]): ClipEvent | null {
  const [first, second] = [...hits].sort((a, b) => b.strength - a.strength);
  if (!first) return null;
  return { seconds: first.seconds, certainty: second ? 1 - second.strength / first.strength : 1 };
}

function standingOut(values: readonly number[]): { frame: number; certainty: number } | null {
  const frame = values.reduce((best, value, i) => (value > values[best] ? i : best), 0);
  if (!(values[frame] > 0)) return null;
  const others = values.filter((_, i) => Math.abs(i - frame) > BESIDE);
  const next = Math.max(0, ...others);
  return { frame, certainty: 1 - next / values[frame] };
}
