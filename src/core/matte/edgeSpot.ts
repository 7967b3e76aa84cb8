import type { Point } from '../scene';

/** A pixel's visible difference to the one at its right or below counts as an edge from here on. */
const LEAST = 24;

/**
 * The middle of the sharpest edge of a picture: where alpha, or without any the colours, change most
 * between neighbours; null where nothing changes.
 * @param rgba straight, width × height × 4 bytes
 */
export function edgeSpot(rgba: Uint8ClampedArray, width: number, height: number): Point | null {
  const whole = new Uint32Array(rgba.buffer, rgba.byteOffset, rgba.length / 4);
  let spot: Point | null = null;
  let most = LEAST;
  for (let y = 0; y + 1 < height; y++) {
    for (let x = 0; x + 1 < width; x++) {
      const i = y * width + x;
      // Most neighbours are the same.
      if (whole[i] === whole[i + 1] && whole[i] === whole[i + width]) continue;
      const at = i * 4;
      const step = Math.max(stepBetween(rgba, at, at + 4), stepBetween(rgba, at, at + width * 4));
      if (step > most) [spot, most] = [{ x, y }, step];
    }
  }
  return spot;
}

/** How much two pixels differ in alpha, or in the channel that differs most, weighted by alpha. */
function stepBetween(rgba: Uint8ClampedArray, a: number, b: number): number {
  const [alphaA, alphaB] = [rgba[a + 3], rgba[b + 3]];
  let most = Math.abs(alphaA - alphaB);
  for (let channel = 0; channel < 3; channel++) {
    const step = Math.abs(rgba[a + channel] * alphaA - rgba[b + channel] * alphaB) / 255;
    if (step > most) most = step;
  }
  return most;
}
