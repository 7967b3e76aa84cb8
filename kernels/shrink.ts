// A smaller picture straight from a frame's planes. The reference is src/core/matte/shrinkFrame.ts.

import { blackCode, lumaScale, uToB, uToG, vToG, vToR } from './matrix';
import { packed, storeSome } from './pack';

/** Sixteen samples are added at once: as many may lie beyond a row. */
const BEYOND: i32 = 16;

/** Bytes of the sums of two rows. */
// @ts-ignore
@inline
function sumsOf(width: i32): usize {
  return <usize>(2 * (width + BEYOND));
}

/** Bytes of scratch memory that `shrink` needs for one stripe. */
export function shrinkScratch(width: i32): i32 {
  const half = (width + 1) >> 1;
  const columns = (width + 3) & ~3;
  return <i32>sumsOf(width) + 2 * <i32>sumsOf(half) + 8 * columns;
}

/** Where the first and the second sample for an output pixel lie, in 1/65536 of an input pixel. */
// @ts-ignore
@inline
function sampleAt(index: i32, step: i64, quarter: i64, last: i32): i32 {
  return min(last, <i32>((<i64>index * step + quarter) >> 16));
}

/** The sums of two rows' samples, 16 bits each. */
function addRows(top: usize, bottom: usize, width: i32, out: usize): void {
  for (let x: usize = 0; x < <usize>width; x += 16) {
    const a = v128.load(top + x);
    const b = v128.load(bottom + x);
    const to = out + 2 * x;
    v128.store(to, i16x8.add(i16x8.extend_low_i8x16_u(a), i16x8.extend_low_i8x16_u(b)));
    v128.store(to + 16, i16x8.add(i16x8.extend_high_i8x16_u(a), i16x8.extend_high_i8x16_u(b)));
  }
}

/** Four means of four samples each: those at four columns' two places in the sums of two rows. */
// @ts-ignore
@inline
function means(
  sums: usize,
  a1: usize,
  b1: usize,
  c1: usize,
  d1: usize,
  a2: usize,
  b2: usize,
  c2: usize,
  d2: usize,
): v128 {
  let both = v128.load16_lane(sums + a1, i64x2.splat(0), 0);
  both = v128.load16_lane(sums + b1, both, 1);
  both = v128.load16_lane(sums + c1, both, 2);
  both = v128.load16_lane(sums + d1, both, 3);
  both = v128.load16_lane(sums + a2, both, 4);
  both = v128.load16_lane(sums + b2, both, 5);
  both = v128.load16_lane(sums + c2, both, 6);
  both = v128.load16_lane(sums + d2, both, 7);
  const sum = i32x4.add(i32x4.extend_low_i16x8_u(both), i32x4.extend_high_i16x8_u(both));
  return f32x4.mul(f32x4.convert_i32x4_s(sum), f32x4.splat(0.25));
}

/** The place of the chroma beside a luma sample; both in bytes of sums. */
// @ts-ignore
@inline
function beside(luma: usize): usize {
  return (luma >> 1) & ~1;
}

/**
 * Rows `from`…`to` − 1 of a picture of `outWidth` × `outHeight` as RGBA: each pixel is the mean of
 * four luma samples, spread over what it stands for, with the mean of the chroma beside them.
 * @param scratch address of `shrinkScratch(width)` bytes
 */
export function shrink(
  y: usize,
  u: usize,
  v: usize,
  width: i32,
  height: i32,
  outWidth: i32,
  outHeight: i32,
  from: i32,
  to: i32,
  out: usize,
  scratch: usize,
): void {
  const stepX = (<i64>width << 16) / outWidth;
  const stepY = (<i64>height << 16) / outHeight;
  const half = (width + 1) >> 1;
  const lumaSums = scratch;
  const uSums = lumaSums + sumsOf(width);
  const vSums = uSums + sumsOf(half);
  const columns = vSums + sumsOf(half);
  for (let column = 0; column < ((outWidth + 3) & ~3); column++) {
    const place = columns + (<usize>column << 3);
    store<u32>(place, 2 * sampleAt(column, stepX, stepX >> 2, width - 1));
    store<u32>(place + 4, 2 * sampleAt(column, stepX, (3 * stepX) >> 2, width - 1));
  }
  const black = blackCode;
  const scale = lumaScale;
  const middle = f32x4.splat(128);
  const opaque = f32x4.splat(255);
  for (let row = from; row < to; row++) {
    const y1 = sampleAt(row, stepY, stepY >> 2, height - 1);
    const y2 = sampleAt(row, stepY, (3 * stepY) >> 2, height - 1);
    const chroma1 = <usize>((y1 >> 1) * half);
    const chroma2 = <usize>((y2 >> 1) * half);
    addRows(y + <usize>(y1 * width), y + <usize>(y2 * width), width, lumaSums);
    addRows(u + chroma1, u + chroma2, half, uSums);
    addRows(v + chroma1, v + chroma2, half, vSums);
    let place = columns;
    let target = out + (<usize>(row * outWidth) << 2);
    for (let column = 0; column < outWidth; column += 4, place += 32, target += 16) {
      const a1 = <usize>load<u32>(place);
      const a2 = <usize>load<u32>(place, 4);
      const b1 = <usize>load<u32>(place, 8);
      const b2 = <usize>load<u32>(place, 12);
      const c1 = <usize>load<u32>(place, 16);
      const c2 = <usize>load<u32>(place, 20);
      const d1 = <usize>load<u32>(place, 24);
      const d2 = <usize>load<u32>(place, 28);
      const codes = means(lumaSums, a1, b1, c1, d1, a2, b2, c2, d2);
      const ca1 = beside(a1);
      const ca2 = beside(a2);
      const cb1 = beside(b1);
      const cb2 = beside(b2);
      const cc1 = beside(c1);
      const cc2 = beside(c2);
      const cd1 = beside(d1);
      const cd2 = beside(d2);
      const du = f32x4.sub(means(uSums, ca1, cb1, cc1, cd1, ca2, cb2, cc2, cd2), middle);
      const dv = f32x4.sub(means(vSums, ca1, cb1, cc1, cd1, ca2, cb2, cc2, cd2), middle);
      const luma = f32x4.mul(f32x4.sub(codes, black), scale);
      const pixels = packed(
        f32x4.add(luma, f32x4.mul(vToR, dv)),
        f32x4.add(luma, f32x4.add(f32x4.mul(uToG, du), f32x4.mul(vToG, dv))),
        f32x4.add(luma, f32x4.mul(uToB, du)),
        opaque,
      );
      if (column + 4 <= outWidth) v128.store(target, pixels);
      else storeSome(target, pixels, outWidth - column);
    }
  }
}
