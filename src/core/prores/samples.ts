import {
  CB_GREEN,
  CB_RED,
  CHROMA_OFFSET,
  CHROMA_OWN,
  COLOUR_SHIFT,
  CR_BLUE,
  CR_GREEN,
  Y_BLUE,
  Y_GREEN,
  Y_OFFSET,
  Y_RED,
} from './factors';
import { MACROBLOCK, type Profile, type Size } from './profile';

/** A slice’s place in macroblocks. */
export interface Slice {
  readonly left: number;
  readonly top: number;
  /** Macroblocks across: 8, 4, 2 or 1. */
  readonly across: number;
}

/** A slice’s samples in rows: eighths of 10-bit codes about the middle one, alpha in 0…255. */
export interface Samples {
  readonly y: Int16Array;
  readonly cb: Int16Array;
  readonly cr: Int16Array;
  readonly alpha: Uint8Array;
}

/** The samples under a slice; what lies beyond the picture repeats its last column and row. */
export function samplesOf(
  rgba: Uint8ClampedArray | Uint8Array,
  { width, height }: Size,
  { left, top, across }: Slice,
  { wholeChroma }: Profile,
): Samples {
  const columns = across * MACROBLOCK;
  const count = columns * MACROBLOCK;
  const [y, cb, cr] = [new Int16Array(count), new Int16Array(count), new Int16Array(count)];
  const alpha = new Uint8Array(count);
  for (let at = 0; at < count; at++) {
    const column = Math.min(width - 1, left * MACROBLOCK + (at % columns));
    const row = Math.min(height - 1, top * MACROBLOCK + Math.floor(at / columns));
    const [r, g, b, a] = rgba.subarray((row * width + column) * 4);
    y[at] = (r * Y_RED + g * Y_GREEN + b * Y_BLUE + Y_OFFSET) >> COLOUR_SHIFT;
    cb[at] = (r * CB_RED + g * CB_GREEN + b * CHROMA_OWN + CHROMA_OFFSET) >> COLOUR_SHIFT;
    cr[at] = (r * CHROMA_OWN + g * CR_GREEN + b * CR_BLUE + CHROMA_OFFSET) >> COLOUR_SHIFT;
    alpha[at] = a;
  }
  if (wholeChroma) return { y, cb, cr, alpha };
  return { y, cb: halved(cb, columns), cr: halved(cr, columns), alpha };
}

/** Every other column, where 4:2:2 has its chroma, each a weighted mean of itself and its neighbours. */
function halved(chroma: Int16Array, columns: number): Int16Array {
  return Int16Array.from({ length: chroma.length / 2 }, (_, index) => {
    const at = index * 2;
    const before = at % columns === 0 ? at : at - 1;
    return (chroma[before] + 2 * chroma[at] + chroma[at + 1] + 2) >> 2;
  });
}
