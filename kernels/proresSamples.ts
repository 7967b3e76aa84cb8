// A slice's samples from its pixels. The reference is src/core/prores/samples.ts.

import {
  CB_GREEN,
  CB_RED,
  CHROMA_OFFSET,
  CHROMA_OWN,
  CR_BLUE,
  CR_GREEN,
  COLOUR_SHIFT,
  Y_BLUE,
  Y_GREEN,
  Y_OFFSET,
  Y_RED,
} from '../src/core/prores/factors';

/** Weights of the channels of two pixels. */
// @ts-ignore: decorators are AssemblyScript's
@inline
function weights(r: i32, g: i32, b: i32): v128 {
  const one = i16x8.replace_lane(i16x8.replace_lane(i16x8.splat(<i16>r), 1, <i16>g), 2, <i16>b);
  const whole = i16x8.replace_lane(one, 3, 0);
  return i64x2.shuffle(whole, whole, 0, 0);
}

/** One component of four pixels, two and two of them with 16 bits a channel. */
// @ts-ignore
@inline
function component(first: v128, second: v128, weights: v128, offset: i32): v128 {
  const a = i32x4.dot_i16x8_s(first, weights);
  const b = i32x4.dot_i16x8_s(second, weights);
  const sum = i32x4.add(i32x4.shuffle(a, b, 0, 2, 4, 6), i32x4.shuffle(a, b, 1, 3, 5, 7));
  return i32x4.shr_s(i32x4.add(sum, i32x4.splat(offset)), COLOUR_SHIFT);
}

/** A row of `count` pixels, a multiple of 16, as three components and as alpha. */
function convertRow(pixels: usize, count: i32, y: usize, cb: usize, cr: usize, alpha: usize): void {
  const toY = weights(Y_RED, Y_GREEN, Y_BLUE);
  const toCb = weights(CB_RED, CB_GREEN, CHROMA_OWN);
  const toCr = weights(CHROMA_OWN, CR_GREEN, CR_BLUE);
  for (let x: usize = 0; x < <usize>count; x += 8) {
    const low = v128.load(pixels + 4 * x);
    const high = v128.load(pixels + 4 * x + 16);
    const a = i16x8.extend_low_i8x16_u(low);
    const b = i16x8.extend_high_i8x16_u(low);
    const c = i16x8.extend_low_i8x16_u(high);
    const d = i16x8.extend_high_i8x16_u(high);
    v128.store(
      y + 2 * x,
      i16x8.narrow_i32x4_s(component(a, b, toY, Y_OFFSET), component(c, d, toY, Y_OFFSET)),
    );
    v128.store(
      cb + 2 * x,
      i16x8.narrow_i32x4_s(
        component(a, b, toCb, CHROMA_OFFSET),
        component(c, d, toCb, CHROMA_OFFSET),
      ),
    );
    v128.store(
      cr + 2 * x,
      i16x8.narrow_i32x4_s(
        component(a, b, toCr, CHROMA_OFFSET),
        component(c, d, toCr, CHROMA_OFFSET),
      ),
    );
    const alphas = i8x16.shuffle(low, high, 3, 7, 11, 15, 19, 23, 27, 31, 3, 3, 3, 3, 3, 3, 3, 3);
    store<u64>(alpha + x, i64x2.extract_lane(alphas, 0));
  }
}

/** A row's pixels with its last one repeated. */
function repeatedRow(pixels: usize, columns: i32, count: i32, out: usize): void {
  memory.copy(out, pixels, <usize>columns * 4);
  const last = load<u32>(pixels + <usize>(columns - 1) * 4);
  for (let x = columns; x < count; x++) store<u32>(out + <usize>x * 4, last);
}

/** Every other column, each a weighted mean of itself and its neighbours, in place. */
function halve(chroma: usize, columns: i32, rows: i32): void {
  let out = chroma;
  for (let row = 0; row < rows; row++) {
    let before = <i32>load<i16>(chroma);
    for (let x = 0; x < columns; x += 2) {
      const own = <i32>load<i16>(chroma);
      const after = <i32>load<i16>(chroma + 2);
      store<i16>(out, <i16>((before + 2 * own + after + 2) >> 2));
      before = after;
      chroma += 4;
      out += 2;
    }
  }
}

/**
 * @param columns,rows of the picture that are under the slice; what is beyond repeats the last ones
 * @param count columns of the slice
 * @param planes address of three planes, `plane` bytes each
 * @param row address of room for a row of pixels
 */
export function samplesOf(
  pixels: usize,
  stride: usize,
  columns: i32,
  rows: i32,
  count: i32,
  wholeChroma: bool,
  planes: usize,
  plane: usize,
  row: usize,
  alpha: usize,
): void {
  for (let line = 0; line < 16; line++) {
    let from = pixels + <usize>min(line, rows - 1) * stride;
    if (columns < count) {
      repeatedRow(from, columns, count, row);
      from = row;
    }
    const at = planes + <usize>(line * count * 2);
    convertRow(from, count, at, at + plane, at + 2 * plane, alpha + <usize>(line * count));
  }
  if (wholeChroma) return;
  halve(planes + plane, count, 16);
  halve(planes + 2 * plane, count, 16);
}
