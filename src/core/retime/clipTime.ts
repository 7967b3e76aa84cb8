import type { AfterEnd, ClipTime } from '../document/layers';
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
  const out = Math.min(time.out ?? duration, duration);
  const start = Math.min(Math.max(0, time.in), out);
  const run = runTime(framesToSeconds(frames, rate) * time.speed, out - start, time.after);
  return run === null ? null : start + run;
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
