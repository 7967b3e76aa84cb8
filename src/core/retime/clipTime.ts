import type { AfterEnd, ClipTime, TimeRange } from '../document/layers';
import { framesToSeconds, type Rate } from '../time';

/**
 * The second of the source that shows `frames` frames after a clip's start; null once it shows
 * nothing any more. Worked out from whole frames each time, so it never drifts.
 * @param duration of the source, in seconds
 */
export function clipSeconds(
  time: ClipTime,
  frames: number,
  rate: Rate,
  duration: number,
): number | null {
  const ranges = keptRanges(time, duration);
  const run = runTime(framesToSeconds(frames, rate) * time.speed, totalOf(ranges), time.after);
  return run === null ? null : inSource(ranges, run);
}

/** What of a source is shown, in order of time: from in to out point without what is skipped. */
function keptRanges(
  time: Pick<ClipTime, 'in' | 'out' | 'skips'>,
  duration: number,
): readonly TimeRange[] {
  const out = Math.min(time.out ?? duration, duration);
  let from = Math.min(Math.max(0, time.in), out);
  const ranges: TimeRange[] = [];
  for (const skip of time.skips) {
    if (skip.to <= from || skip.from >= out) continue;
    if (skip.from > from) ranges.push({ from, to: skip.from });
    from = Math.min(out, skip.to);
  }
  return from < out || ranges.length === 0 ? [...ranges, { from, to: out }] : ranges;
}

const totalOf = (ranges: readonly TimeRange[]): number =>
  ranges.reduce((sum, { from, to }) => sum + to - from, 0);

/** Seconds of a source that are shown at its own speed. */
export const keptSeconds = (time: ClipTime, duration: number): number =>
  totalOf(keptRanges(time, duration));

/** The second of the source that is shown once `run` seconds of the kept ones are over. */
function inSource(ranges: readonly TimeRange[], run: number): number {
  let left = run;
  for (const { from, to } of ranges) {
    if (left < to - from) return from + left;
    left -= to - from;
  }
  return ranges[ranges.length - 1].to;
}

/** A moment before the end of a range: the end itself would be the next frame's. */
const LAST_MOMENT = 0.001;

/**
 * Where in 0…`length` a run stands after `seconds`; null once it is over.
 */
export function runTime(seconds: number, length: number, after: AfterEnd): number | null {
  if (length <= 0) return 0;
  if (seconds < length && seconds >= 0) return seconds;
  const last = Math.max(0, length - LAST_MOMENT);
  switch (after) {
    case 'nothing':
      return null;
    case 'hold':
      return last;
    case 'loop':
      return seconds % length;
    case 'back and forth': {
      const at = seconds % (2 * length);
      return at < length ? at : Math.min(last, 2 * length - at);
    }
  }
}

/** The frame, of `length`, at which a run of whole frames stands; null once it is over. */
export function runFrame(frame: number, length: number, after: AfterEnd): number | null {
  if (frame < length) return frame;
  switch (after) {
    case 'nothing':
      return null;
    case 'hold':
      return length - 1;
    case 'loop':
      return frame % length;
    case 'back and forth': {
      const at = frame % (2 * length);
      return at < length ? at : 2 * length - 1 - at;
    }
  }
}
