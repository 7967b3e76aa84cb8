import { C1, C2_OVER_C4_LESS_1, C3, C4, C5, C6_OVER_C4, C7 } from './factors';

/*
 * The forward transform in whole numbers, so that every machine makes the same bytes. Samples and
 * coefficients are eighths of a 10-bit level; products are of 16 bits with 15 after the point.
 */

/** Products are rounded to the nearest: what processors have as one instruction. */
const times = (x: number, factor: number): number => (x * factor + 0x4000) >> 15;

/** One dimension of the DCT, in place: eight numbers from `at`, `step` apart. */
function dct(block: Int16Array, at: number, step: number): void {
  const x = (index: number) => block[at + index * step];
  // Each is scaled before it is added up, so that nothing is larger than 16 bits.
  const sum = (index: number) => times(x(index) + x(7 - index), C4);
  const [s0, s1, s2, s3] = [sum(0), sum(1), sum(2), sum(3)];
  const difference = (index: number) => x(index) - x(7 - index);
  const [d0, d1, d2, d3] = [difference(0), difference(1), difference(2), difference(3)];
  const [e0, e1, f0, f1] = [s0 + s3, s1 + s2, s0 - s3, s1 - s2];
  const out = [
    e0 + e1,
    times(d0, C1) + times(d1, C3) + times(d2, C5) + times(d3, C7),
    f0 + times(f0, C2_OVER_C4_LESS_1) + times(f1, C6_OVER_C4),
    times(d0, C3) - times(d1, C7) - times(d2, C1) - times(d3, C5),
    e0 - e1,
    times(d0, C5) - times(d1, C1) + times(d2, C7) + times(d3, C3),
    times(f0, C6_OVER_C4) - f1 - times(f1, C2_OVER_C4_LESS_1),
    times(d0, C7) - times(d1, C5) + times(d2, C3) - times(d3, C1),
  ];
  out.forEach((value, index) => (block[at + index * step] = value));
}

/** The orthonormal two-dimensional DCT-II of a block of 8 × 8 in raster order, in place. */
export function transform(block: Int16Array): void {
  for (let column = 0; column < 8; column++) dct(block, column, 8);
  for (let row = 0; row < 8; row++) dct(block, row * 8, 1);
}
