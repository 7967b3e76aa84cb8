/**
 * Alpha of pixels as the mean of finer ones.
 * @param fine RGBA of `width × samples` by `height × samples` pixels
 * @returns 0…255, row by row
 */
export function sampledAlpha(
  fine: Uint8ClampedArray,
  width: number,
  height: number,
  samples: number,
): Float64Array {
  const sums = new Float64Array(width * height);
  const across = width * samples;
  for (let y = 0; y < height * samples; y++) {
    const row = Math.floor(y / samples) * width;
    for (let x = 0; x < across; x++) {
      sums[row + Math.floor(x / samples)] += fine[(y * across + x) * 4 + 3];
    }
  }
  return sums.map((sum) => sum / samples ** 2);
}

/** Levels from clear and from solid within which a pixel is no edge. */
const SURE = 8;
/** Levels within which neighbours are covered alike. */
const ALIKE = 6;
const FEWEST = 12;

/**
 * The mean difference in alpha over those pixels that are partly covered, 0…1. Edges along rows or columns
 * do not count: a canvas lays the sides of an upright picture on whole pixels, which has no steps.
 * @param truth 0…255, row by row
 * @param rgba the same pixels, straight
 * @returns null where too few count to tell
 */
export function softEdgeError(
  truth: Float64Array,
  rgba: Uint8ClampedArray,
  width: number,
): number | null {
  const alike = (i: number, by: number) =>
    Math.abs(truth[i - by] - truth[i]) < ALIKE && Math.abs(truth[i + by] - truth[i]) < ALIKE;
  let off = 0;
  let count = 0;
  for (let i = width; i < truth.length - width; i++) {
    if (truth[i] < SURE || truth[i] > 255 - SURE || alike(i, 1) || alike(i, width)) continue;
    off += Math.abs(truth[i] - rgba[i * 4 + 3]) / 255;
    count++;
  }
  return count < FEWEST ? null : off / count;
}
