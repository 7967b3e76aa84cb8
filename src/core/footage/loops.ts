import { frameDifference, type SmallFrame } from './smallFrames';

/** Frames from `from` to `to` − 1, after which `from` follows again. */
export interface LoopPoints {
  readonly from: number;
  readonly to: number;
  /** How much the jump differs from a step between neighbouring frames: 1 is not to be seen. */
  readonly seam: number;
}

/** With a larger jump, a cross-fade closes the loop better. */
export const GOOD_SEAM = 2;

/** Smaller differences between frames are noise. */
const LEAST_STEP = 0.002;

/**
 * The longest of the best loops in a clip: the one whose jump is most like a step between frames.
 * @param frames all of the clip's, in order
 * @param shortest frames a loop has at least
 */
export function findLoop(frames: readonly SmallFrame[], shortest: number): LoopPoints | null {
  if (frames.length < shortest + 1) return null;
  const steps = frames.slice(1).map((frame, i) => frameDifference(frames[i], frame));
  const usual = Math.max(LEAST_STEP, median(steps));
  let best: LoopPoints | null = null;
  for (let from = 0; from + shortest < frames.length; from++) {
    for (let to = from + shortest; to < frames.length; to++) {
      // What follows the loop's last frame by itself is compared with what will follow.
      const seam = frameDifference(frames[to], frames[from]) / usual;
      const better = !best || seam < best.seam * 0.98;
      const longer = best && seam <= Math.max(1, best.seam) && to - from > best.to - best.from;
      if (better || longer) best = { from, to, seam };
    }
  }
  return best;
}

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;
