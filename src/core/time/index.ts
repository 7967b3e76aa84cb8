import type { Frames, Seconds } from './units';

export type { Frames, Seconds } from './units';

/** An exact frame rate in frames per second, e.g. 30000/1001 for 29.97. */
export interface Rate {
  readonly num: number;
  readonly den: number;
}

/** The rates offered in the interface, slowest first; the NTSC ones are exact rationals. */
export const RATES: readonly { readonly label: string; readonly rate: Rate }[] = [
  { label: '12', rate: { num: 12, den: 1 } },
  { label: '15', rate: { num: 15, den: 1 } },
  { label: '23.976', rate: { num: 24000, den: 1001 } },
  { label: '24', rate: { num: 24, den: 1 } },
  { label: '25', rate: { num: 25, den: 1 } },
  { label: '29.97', rate: { num: 30000, den: 1001 } },
  { label: '30', rate: { num: 30, den: 1 } },
  { label: '47.952', rate: { num: 48000, den: 1001 } },
  { label: '48', rate: { num: 48, den: 1 } },
  { label: '50', rate: { num: 50, den: 1 } },
  { label: '59.94', rate: { num: 60000, den: 1001 } },
  { label: '60', rate: { num: 60, den: 1 } },
  { label: '119.88', rate: { num: 120000, den: 1001 } },
  { label: '120', rate: { num: 120, den: 1 } },
];

export const sameRate = (a: Rate, b: Rate): boolean => a.num * b.den === b.num * a.den;

/** Frames per second as a number, for display and for estimates only. */
export const perSecond = (rate: Rate): number => rate.num / rate.den;

/** The rate's label, e.g. "29.97". */
export function rateLabel(rate: Rate): string {
  const known = RATES.find((entry) => sameRate(entry.rate, rate));
  return known?.label ?? String(Number(perSecond(rate).toFixed(3)));
}

/** How far a measured rate may be from the known one it is taken for, as a share of it. */
const MEASURED = 0.005;

/**
 * The known rate nearest to a measured one; the measured one in thousandths where none is near.
 * @param frames how many were counted
 * @param seconds how long they took
 * @param coarseness seconds by which that may be off, where times are told coarsely
 */
export function rateNear(frames: number, seconds: Seconds, coarseness: Seconds = 0): Rate {
  const measured = frames / seconds;
  const off = ({ rate }: (typeof RATES)[number]) => Math.abs(perSecond(rate) / measured - 1);
  const nearest = RATES.reduce((best, entry) => (off(entry) < off(best) ? entry : best));
  if (off(nearest) <= Math.max(MEASURED, coarseness / seconds)) return nearest.rate;
  return { num: Math.max(1, Math.round(measured * 1000)), den: 1000 };
}

/** Time in seconds at which `frame` starts. */
export const framesToSeconds = (frame: Frames, rate: Rate): Seconds =>
  (frame * rate.den) / rate.num;

/** The frame nearest to `seconds`. */
export const secondsToFrames = (seconds: Seconds, rate: Rate): Frames =>
  Math.round((seconds * rate.num) / rate.den);

/**
 * The frame of a clip at rate `to` that is on show while frame `frame` at rate `from` starts.
 * Worked out in whole numbers, so it never drifts, however long the clip.
 */
export function frameOnShow(frame: Frames, from: Rate, to: Rate): Frames {
  return Math.floor((frame * from.den * to.num) / (from.num * to.den));
}

/** Number of frames at rate `to` that last as long as `frames` at rate `from`, rounded. */
export function convertLength(frames: Frames, from: Rate, to: Rate): Frames {
  return Math.round((frames * from.den * to.num) / (from.num * to.den));
}

/** Up to `most` of the frames from 0 to `count` − 1, each in the middle of an equal share of them. */
export function evenlySpread(count: number, most: number): readonly number[] {
  const picked = Math.max(0, Math.min(most, count));
  return Array.from({ length: picked }, (_, i) => Math.floor(((i + 0.5) * count) / picked));
}

/** "2.5 s": a length in plain words, with at most two decimals. */
export function secondsLabel(frames: Frames, rate: Rate): string {
  return `${Number(framesToSeconds(frames, rate).toFixed(2))} s`;
}
