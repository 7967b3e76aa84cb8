// The transform of a block, eight rows or columns at a time. The reference is src/core/prores/transform.ts.

import { C1, C2_OVER_C4_LESS_1, C3, C4, C5, C6_OVER_C4, C7 } from '../src/core/prores/factors';

/** Eight products, rounded. */
// @ts-ignore: decorators are AssemblyScript's
@inline
function times(x: v128, factor: i32): v128 {
  return i16x8.q15mulr_sat_s(x, i16x8.splat(<i16>factor));
}

/** Eight transforms of eight numbers: the first of each in the first vector at `block`, and so on. */
function dct(block: usize): void {
  const x0 = v128.load(block);
  const x1 = v128.load(block, 16);
  const x2 = v128.load(block, 32);
  const x3 = v128.load(block, 48);
  const x4 = v128.load(block, 64);
  const x5 = v128.load(block, 80);
  const x6 = v128.load(block, 96);
  const x7 = v128.load(block, 112);
  const s0 = times(i16x8.add(x0, x7), C4);
  const s1 = times(i16x8.add(x1, x6), C4);
  const s2 = times(i16x8.add(x2, x5), C4);
  const s3 = times(i16x8.add(x3, x4), C4);
  const d0 = i16x8.sub(x0, x7);
  const d1 = i16x8.sub(x1, x6);
  const d2 = i16x8.sub(x2, x5);
  const d3 = i16x8.sub(x3, x4);
  const e0 = i16x8.add(s0, s3);
  const e1 = i16x8.add(s1, s2);
  const f0 = i16x8.sub(s0, s3);
  const f1 = i16x8.sub(s1, s2);
  v128.store(block, i16x8.add(e0, e1));
  v128.store(block, i16x8.sub(e0, e1), 64);
  const wide = i16x8.add(i16x8.add(f0, times(f0, C2_OVER_C4_LESS_1)), times(f1, C6_OVER_C4));
  const narrow = i16x8.sub(i16x8.sub(times(f0, C6_OVER_C4), f1), times(f1, C2_OVER_C4_LESS_1));
  v128.store(block, wide, 32);
  v128.store(block, narrow, 96);
  v128.store(
    block,
    i16x8.add(i16x8.add(times(d0, C1), times(d1, C3)), i16x8.add(times(d2, C5), times(d3, C7))),
    16,
  );
  v128.store(
    block,
    i16x8.sub(i16x8.sub(times(d0, C3), times(d1, C7)), i16x8.add(times(d2, C1), times(d3, C5))),
    48,
  );
  v128.store(
    block,
    i16x8.add(i16x8.sub(times(d0, C5), times(d1, C1)), i16x8.add(times(d2, C7), times(d3, C3))),
    80,
  );
  v128.store(
    block,
    i16x8.add(i16x8.sub(times(d0, C7), times(d1, C5)), i16x8.sub(times(d2, C3), times(d3, C1))),
    112,
  );
}

/** Rows become columns. */
function transpose(block: usize): void {
  const x0 = v128.load(block);
  const x1 = v128.load(block, 16);
  const x2 = v128.load(block, 32);
  const x3 = v128.load(block, 48);
  const x4 = v128.load(block, 64);
  const x5 = v128.load(block, 80);
  const x6 = v128.load(block, 96);
  const x7 = v128.load(block, 112);
  const a0 = i16x8.shuffle(x0, x1, 0, 8, 1, 9, 2, 10, 3, 11);
  const a1 = i16x8.shuffle(x0, x1, 4, 12, 5, 13, 6, 14, 7, 15);
  const a2 = i16x8.shuffle(x2, x3, 0, 8, 1, 9, 2, 10, 3, 11);
  const a3 = i16x8.shuffle(x2, x3, 4, 12, 5, 13, 6, 14, 7, 15);
  const a4 = i16x8.shuffle(x4, x5, 0, 8, 1, 9, 2, 10, 3, 11);
  const a5 = i16x8.shuffle(x4, x5, 4, 12, 5, 13, 6, 14, 7, 15);
  const a6 = i16x8.shuffle(x6, x7, 0, 8, 1, 9, 2, 10, 3, 11);
  const a7 = i16x8.shuffle(x6, x7, 4, 12, 5, 13, 6, 14, 7, 15);
  const b0 = i32x4.shuffle(a0, a2, 0, 4, 1, 5);
  const b1 = i32x4.shuffle(a0, a2, 2, 6, 3, 7);
  const b2 = i32x4.shuffle(a1, a3, 0, 4, 1, 5);
  const b3 = i32x4.shuffle(a1, a3, 2, 6, 3, 7);
  const b4 = i32x4.shuffle(a4, a6, 0, 4, 1, 5);
  const b5 = i32x4.shuffle(a4, a6, 2, 6, 3, 7);
  const b6 = i32x4.shuffle(a5, a7, 0, 4, 1, 5);
  const b7 = i32x4.shuffle(a5, a7, 2, 6, 3, 7);
  v128.store(block, i64x2.shuffle(b0, b4, 0, 2));
  v128.store(block, i64x2.shuffle(b0, b4, 1, 3), 16);
  v128.store(block, i64x2.shuffle(b1, b5, 0, 2), 32);
  v128.store(block, i64x2.shuffle(b1, b5, 1, 3), 48);
  v128.store(block, i64x2.shuffle(b2, b6, 0, 2), 64);
  v128.store(block, i64x2.shuffle(b2, b6, 1, 3), 80);
  v128.store(block, i64x2.shuffle(b3, b7, 0, 2), 96);
  v128.store(block, i64x2.shuffle(b3, b7, 1, 3), 112);
}

/** The two-dimensional transform of eight vectors at `block`, in place. */
export function transform(block: usize): void {
  dct(block);
  transpose(block);
  dct(block);
  transpose(block);
}
