import type { Rgb } from '../colour';
import { ColourCounts } from '../colour/commonestColour';

/** Pixels to each side of a tap that are looked at: more where those nearest to it are of many colours. */
const REACHES = [2, 5, 10] as const;

/** Share of the pixels round a tap that has to be of about one colour. */
const MOST = 0.4;

/**
 * The colour that is meant by a tap: the commonest near it. The pixel that is hit may lie on an edge, where it is a
 * mix of two colours that is nowhere else.
 * @param rgba straight; what is clear does not count
 * @returns null where all is clear
 */
export function pickedColour(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  x: number,
  y: number,
): Rgb | null {
  const found = REACHES.map((reach) => commonestWithin(rgba, width, height, x, y, reach));
  const clear = found.find(({ share }) => share >= MOST);
  const best = clear ?? found.reduce((a, b) => (b.share > a.share ? b : a));
  return best.share > 0 ? best.colour : null;
}

function commonestWithin(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  x: number,
  y: number,
  reach: number,
) {
  const colours = new ColourCounts();
  for (let row = Math.max(0, y - reach); row <= Math.min(height - 1, y + reach); row++) {
    for (let column = Math.max(0, x - reach); column <= Math.min(width - 1, x + reach); column++) {
      const at = (row * width + column) * 4;
      if (rgba[at + 3] > 0) colours.add(rgba, at);
    }
  }
  return colours.commonest();
}
