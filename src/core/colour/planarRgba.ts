import type { ColourCoding } from './coding';
import { lookUp, type ColourTable } from './cube';
import { sdrTable, type WideSpace } from './toSdr';

/** Bits of a sample: 8 in bytes, 10 and 12 in words of 16. */
export type Depth = 8 | 10 | 12;
export type Samples = Uint8Array | Uint16Array;

/** Pixels that share a sample of chroma, by the name of the sampling. */
export const SHARING = {
  444: { across: 1, down: 1 },
  422: { across: 2, down: 1 },
  420: { across: 2, down: 2 },
} as const;

/** A frame as its decoder gives it: luma, two planes of chroma, and alpha of full range, if any. */
export interface PlanarPicture {
  readonly width: number;
  readonly height: number;
  readonly depth: Depth;
  readonly sampling: keyof typeof SHARING;
  readonly y: Samples;
  readonly u: Samples;
  readonly v: Samples;
  readonly a: Samples | null;
}

/**
 * A frame as straight RGBA. Where chroma has fewer samples, they lie on the even columns and between
 * the rows; with alpha in the middle of the pixels that share them, as `rgbaToI420` and others write
 * it. What is between is linear. Colours beyond those of BT.709 become ordinary ones.
 * @returns width × height × 4 bytes
 */
export function planarRgba(picture: PlanarPicture, coding: ColourCoding): Uint8ClampedArray {
  const { width, height, depth, a } = picture;
  const rgba = new Uint8ClampedArray(width * height * 4);
  // Codes of full range end at the largest; those of limited range are those of 8 bit, shifted.
  const unit = coding.matrix.black === 0 ? 255 / (2 ** depth - 1) : 1 / 2 ** (depth - 8);
  const u = new Float32Array(width);
  const v = new Float32Array(width);
  for (let row = 0; row < height; row++) {
    const from = row * width;
    // What is clear has no colour.
    if (a && isClear(a, from, from + width)) continue;
    chromaRow(picture, picture.u, row, unit, u);
    chromaRow(picture, picture.v, row, unit, v);
    colourRow(picture, coding, from, unit, u, v, rgba);
  }
  return rgba;
}

/** One row of colours and alpha. @param from its first pixel @param u of its pixels, in levels from their middle */
function colourRow(
  { width, depth, y, a }: PlanarPicture,
  { matrix: { black, luma: gain, vToR, uToG, vToG, uToB }, wide }: ColourCoding,
  from: number,
  unit: number,
  u: Float32Array,
  v: Float32Array,
  rgba: Uint8ClampedArray,
): void {
  const opacity = 255 / (2 ** depth - 1);
  const table = wide && tableOf(wide);
  for (let x = 0, at = from; x < width; x++, at++) {
    if (a && a[at] === 0) continue;
    const luma = (y[at] * unit - black) * gain;
    const red = luma + vToR * v[x];
    const green = luma + uToG * u[x] + vToG * v[x];
    const blue = luma + uToB * u[x];
    if (table) {
      lookUp(table, red / 255, green / 255, blue / 255, rgb);
      rgba[at * 4] = rgb[0] * 255;
      rgba[at * 4 + 1] = rgb[1] * 255;
      rgba[at * 4 + 2] = rgb[2] * 255;
    } else {
      rgba[at * 4] = red;
      rgba[at * 4 + 1] = green;
      rgba[at * 4 + 2] = blue;
    }
    rgba[at * 4 + 3] = a ? a[at] * opacity : 255;
  }
}

const rgb = new Float32Array(3);

function isClear(alpha: Samples, from: number, to: number): boolean {
  for (let at = from; at < to; at++) if (alpha[at] !== 0) return false;
  return true;
}

const tables = new Map<WideSpace, ColourTable>();

function tableOf(space: WideSpace): ColourTable {
  const known = tables.get(space) ?? sdrTable(space);
  tables.set(space, known);
  return known;
}

/** One row of chroma at full width, in levels from its middle. */
function chromaRow(
  { width, height, sampling, a }: PlanarPicture,
  plane: Samples,
  row: number,
  unit: number,
  out: Float32Array,
): void {
  const { across, down } = SHARING[sampling];
  if (across === 1) {
    const from = row * width;
    for (let x = 0; x < width; x++) out[x] = plane[from + x] * unit - 128;
    return;
  }
  const columns = Math.ceil(width / across);
  const last = Math.ceil(height / down) - 1;
  const own = Math.floor(row / down);
  const other = Math.min(last, Math.max(0, own + (row & 1 ? 1 : -1)));
  const share = down === 1 ? 1 : 0.75;
  const sample = (column: number) =>
    (share * plane[own * columns + column] + (1 - share) * plane[other * columns + column]) * unit -
    128;
  const [ofBefore, ofAfter] = a ? [0.25, 0.25] : [0, 0.5];
  let before = sample(0);
  let here = before;
  for (let column = 0, x = 0; column < columns; column++, x += 2) {
    const after = column + 1 < columns ? sample(column + 1) : here;
    out[x] = here + ofBefore * (before - here);
    if (x + 1 < width) out[x + 1] = here + ofAfter * (after - here);
    before = here;
    here = after;
  }
}
