import type { Box } from '../scene';

/** Squares a picture is divided into along its longer side when the worst place is looked for. */
const ACROSS = 16;

/** How two opaque pictures of one size differ. */
export interface Difference {
  /** Mean squared difference, share of full scale. */
  readonly squared: number;
  /** The square that differs most, and how much. */
  readonly worst: { readonly box: Box; readonly squared: number };
}

/** @param meant,got RGBA of which alpha does not count, width × height × 4 bytes */
export function differenceOf(
  meant: Uint8ClampedArray,
  got: Uint8ClampedArray,
  width: number,
  height: number,
): Difference {
  const side = Math.max(1, Math.ceil(Math.max(width, height) / ACROSS));
  const columns = Math.ceil(width / side);
  const sums = new Float64Array(columns * Math.ceil(height / side));
  for (let i = 0, k = 0; k < meant.length; i++, k += 4) {
    const square =
      Math.floor(Math.floor(i / width) / side) * columns + Math.floor((i % width) / side);
    for (let c = 0; c < 3; c++) sums[square] += ((meant[k + c] - got[k + c]) / 255) ** 2;
  }
  const places = [...sums].map((sum, square) => {
    const [left, top] = [(square % columns) * side, Math.floor(square / columns) * side];
    const box = {
      ...{ left, top },
      ...{ right: Math.min(width, left + side), bottom: Math.min(height, top + side) },
    };
    const area = (box.right - box.left) * (box.bottom - box.top);
    return { box, squared: sum / (area * 3) };
  });
  const worst = places.reduce((most, place) => (place.squared > most.squared ? place : most));
  const total = sums.reduce((sum, value) => sum + value, 0);
  return { squared: total / (width * height * 3), worst };
}

/** Differences are shown this much stronger. */
const STRONGER = 4;

/** A picture of where two pictures differ: dark where they are alike. */
export function differencePicture(
  meant: Uint8ClampedArray,
  got: Uint8ClampedArray,
): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(meant.length);
  for (let k = 0; k < meant.length; k += 4) {
    for (let c = 0; c < 3; c++) out[k + c] = Math.abs(meant[k + c] - got[k + c]) * STRONGER;
    out[k + 3] = 255;
  }
  return out;
}
