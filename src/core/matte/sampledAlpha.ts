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
const FEWEST = 12;

/**
 * The mean difference in alpha over those pixels that are partly covered, 0…1.
 * @param truth 0…255
 * @param rgba the same pixels, straight
 * @returns null where too few are partly covered to tell
 */
export function softEdgeError(truth: Float64Array, rgba: Uint8ClampedArray): number | null {
  let off = 0;
  let count = 0;
  truth.forEach((alpha, i) => {
    if (alpha < SURE || alpha > 255 - SURE) return;
    off += Math.abs(alpha - rgba[i * 4 + 3]) / 255;
    count++;
  });
  return count < FEWEST ? null : off / count;
}
