import type { Rate } from '../time';
import { macroblocks, type Profile, type Size } from './profile';
import type { Slice } from './samples';

/** Macroblocks across a slice where there are as many: the logarithm is what is written. */
const LOG2_ACROSS = 3;
const FRAME_HEADER = 20;
const PICTURE_HEADER = 8;
const MAKER = 'moon';

/** ITU-T H.273 codes of BT.709. */
const BT709 = 1;

/** Slices of a row: of eight macroblocks, what is left over of four, two and one (RDD 36, 5.3.1). */
export function sliceWidths(across: number): readonly number[] {
  const widths: number[] = [];
  let left = across;
  for (let width = 1 << LOG2_ACROSS; width > 0;) {
    if (left >= width) {
      widths.push(width);
      left -= width;
    } else {
      width >>= 1;
    }
  }
  return widths;
}

/** All slices of a frame, row by row. */
export function slicesOf({ width, height }: Size): readonly Slice[] {
  const slices: Slice[] = [];
  const widths = sliceWidths(macroblocks(width));
  for (let top = 0; top < macroblocks(height); top++) {
    let left = 0;
    for (const across of widths) {
      slices.push({ left, top, across });
      left += across;
    }
  }
  return slices;
}

/** Numbers for rates that have one; others are told by the file alone (RDD 36, 6.1.1). */
const RATE_CODES: readonly Rate[] = [
  { num: 24000, den: 1001 },
  { num: 24, den: 1 },
  { num: 25, den: 1 },
  { num: 30000, den: 1001 },
  { num: 30, den: 1 },
  { num: 50, den: 1 },
  { num: 60000, den: 1001 },
  { num: 60, den: 1 },
  { num: 100, den: 1 },
  { num: 120000, den: 1001 },
  { num: 120, den: 1 },
];

const rateCode = ({ num, den }: Rate): number =>
  1 + RATE_CODES.findIndex((known) => known.num * den === num * known.den);

/**
 * A whole frame of coded slices (RDD 36, 5.1 to 5.3): progressive, square pixels, BT.709, the
 * standard’s own matrices.
 * @param slices in the order of `slicesOf`
 */
export function frameOf(
  { width, height }: Size,
  rate: Rate,
  { wholeChroma, alphaBits }: Profile,
  slices: readonly Uint8Array[],
): Uint8Array<ArrayBuffer> {
  const body = slices.reduce((sum, { length }) => sum + length, 0);
  const pictureAt = 8 + FRAME_HEADER;
  const tableAt = pictureAt + PICTURE_HEADER;
  const out = new Uint8Array(tableAt + 2 * slices.length + body);
  const view = new DataView(out.buffer);
  view.setUint32(0, out.length);
  writeText(out, 4, 'icpf');
  view.setUint16(8, FRAME_HEADER);
  out[11] = wholeChroma || alphaBits ? 1 : 0;
  writeText(out, 12, MAKER);
  view.setUint16(16, width);
  view.setUint16(18, height);
  out[20] = (wholeChroma ? 3 : 2) << 6;
  out[21] = (1 << 4) | rateCode(rate);
  out.fill(BT709, 22, 25);
  out[25] = alphaBits / 8;
  out[pictureAt] = PICTURE_HEADER << 3;
  view.setUint32(pictureAt + 1, out.length - pictureAt);
  view.setUint16(pictureAt + 5, slices.length);
  out[pictureAt + 7] = LOG2_ACROSS << 4;
  let at = tableAt + 2 * slices.length;
  slices.forEach((slice, index) => {
    view.setUint16(tableAt + 2 * index, slice.length);
    out.set(slice, at);
    at += slice.length;
  });
  return out;
}

function writeText(out: Uint8Array, at: number, text: string): void {
  for (let i = 0; i < text.length; i++) out[at + i] = text.charCodeAt(i);
}
