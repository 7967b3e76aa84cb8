import type { Rate } from '../time';

/** Alpha from which a pixel of a picture with hard edges is there; below, it is not. */
const HARD_ALPHA = 128;

/** Makes each pixel wholly clear or not at all, in place. */
export function hardenAlpha(rgba: Uint8ClampedArray): void {
  for (let k = 3; k < rgba.length; k += 4) {
    if (rgba[k] >= HARD_ALPHA) rgba[k] = 255;
    else rgba.fill(0, k - 3, k + 1);
  }
}

/**
 * How long a frame of a GIF shows, in hundredths of a second: whole ones, so that no frame starts
 * more than half of one from its time, however many there are.
 */
export function gifDelay(frame: number, { num, den }: Rate): number {
  const at = (index: number) => Math.round((index * den * 100) / num);
  return at(frame + 1) - at(frame);
}
