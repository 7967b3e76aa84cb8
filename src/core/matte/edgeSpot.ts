import type { Point } from '../scene';

/** A step of one channel between two pixels, times the alpha it is weighted by: all there can be. */
const MOST = 255 * 255;

/** A pixel's visible difference to the one at its right or below counts as an edge from here on. */
const LEAST = 24 * 255;

/**
 * The middle of the sharpest edge of a picture: where alpha, or without any the colours, change most
 * between neighbours; null where nothing changes.
 * @param rgba straight, width × height × 4 bytes
 */
export function edgeSpot(rgba: Uint8ClampedArray, width: number, height: number): Point | null {
  const whole = new Uint32Array(rgba.buffer, rgba.byteOffset, rgba.length / 4);
  let spot: Point | null = null;
  let most = LEAST;
  for (let y = 0; y + 1 < height && most < MOST; y++) {
    const edge = sharperInRow(rgba, whole, width, y, most);
    if (edge) [spot, most] = [{ x: edge.x, y }, edge.step];
  }
  return spot;
}

interface Edge {
  readonly x: number;
  readonly step: number;
}

/** The sharpest edge of a row; null where none is sharper than `step`. */
function sharperInRow(
  rgba: Uint8ClampedArray,
  whole: Uint32Array,
  width: number,
  y: number,
  step: number,
): Edge | null {
  let most = step;
  let at = -1;
  for (let x = 0, i = y * width; x + 1 < width; x++, i++) {
    // Most neighbours are the same.
    if (whole[i] === whole[i + 1] && whole[i] === whole[i + width]) continue;
    const here = i * 4;
    const sharper = Math.max(
      stepBetween(rgba, here, here + 4),
      stepBetween(rgba, here, here + width * 4),
    );
    if (sharper > most) [most, at] = [sharper, x];
  }
  return at < 0 ? null : { x: at, step: most };
}

/** How much two pixels differ in alpha, or in the channel that differs most, weighted by alpha; 0…MOST. */
function stepBetween(rgba: Uint8ClampedArray, a: number, b: number): number {
  const [alphaA, alphaB] = [rgba[a + 3], rgba[b + 3]];
  const red = Math.abs(rgba[a] * alphaA - rgba[b] * alphaB);
  const green = Math.abs(rgba[a + 1] * alphaA - rgba[b + 1] * alphaB);
  const blue = Math.abs(rgba[a + 2] * alphaA - rgba[b + 2] * alphaB);
  return Math.max(255 * Math.abs(alphaA - alphaB), red, green, blue);
}
