import { wcagContrast } from 'culori';
import { LINEAR_LIGHT, LUMA } from '../../colour';

/** Pixels round words that count as what they are read against. */
const RING = 3;

/** Alpha, in levels, from which on a pixel is words, and up to which it is none of them. */
const INSIDE = 230;
const OUTSIDE = 25;

/**
 * The contrast ratio (WCAG 2) of words with what is round them.
 * @param words straight RGBA of the words' fill alone
 * @param seen opaque RGBA of the same size: everything as it will be seen
 * @returns 1…21; null where no pixel is wholly words
 */
export function contrastRound(
  words: Uint8ClampedArray,
  seen: Uint8ClampedArray,
  width: number,
  height: number,
): number | null {
  const near = nearWords(words, width, height);
  let [inside, insideCount, round, roundCount] = [0, 0, 0, 0];
  for (let pixel = 0; pixel < near.length; pixel++) {
    const alpha = words[pixel * 4 + 3];
    if (alpha >= INSIDE) {
      inside += luminanceAt(seen, pixel);
      insideCount++;
    } else if (near[pixel] && alpha <= OUTSIDE) {
      round += luminanceAt(seen, pixel);
      roundCount++;
    }
  }
  if (insideCount === 0 || roundCount === 0) return null;
  return wcagContrast(grey(inside / insideCount), grey(round / roundCount));
}

/** A grey of a relative luminance. */
const grey = (luminance: number) =>
  ({ mode: 'lrgb', r: luminance, g: luminance, b: luminance }) as const;

/** Pixels within RING of words, by rows and then by columns. */
function nearWords(words: Uint8ClampedArray, width: number, height: number): Uint8Array {
  const rows = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (words[(y * width + x) * 4 + 3] < INSIDE) continue;
      rows.fill(1, y * width + Math.max(0, x - RING), y * width + Math.min(width, x + RING + 1));
    }
  }
  const near = new Uint8Array(width * height);
  for (let pixel = 0; pixel < rows.length; pixel++) {
    if (!rows[pixel]) continue;
    for (let dy = -RING; dy <= RING; dy++) {
      const other = pixel + dy * width;
      if (other >= 0 && other < near.length) near[other] = 1;
    }
  }
  return near;
}

const luminanceAt = (rgba: Uint8ClampedArray, pixel: number): number =>
  LUMA.r * LINEAR_LIGHT[rgba[pixel * 4]] +
  LUMA.g * LINEAR_LIGHT[rgba[pixel * 4 + 1]] +
  LUMA.b * LINEAR_LIGHT[rgba[pixel * 4 + 2]];
