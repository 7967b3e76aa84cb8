// Tables of SMPTE RDD 36:2015. Plain numbers, so that the kernels are compiled with the very same ones.

/** Places of a block’s 64 coefficients, in raster order, in the order they are coded (progressive scan). */
export const SCAN = [
  0, 1, 8, 9, 2, 3, 10, 11, 16, 17, 24, 25, 18, 19, 26, 27, 4, 5, 12, 20, 13, 6, 7, 14, 21, 28, 29,
  22, 15, 23, 30, 31, 32, 33, 40, 48, 41, 34, 35, 42, 49, 56, 57, 50, 43, 36, 37, 44, 51, 58, 59,
  52, 45, 38, 39, 46, 53, 60, 61, 54, 47, 55, 62, 63,
];

/*
 * How numbers are coded: a Rice code up to some prefix, an exp-Golomb code beyond it. The three
 * hexadecimal digits are the last prefix of the Rice code, its order, and the order of the other.
 */

/** The first DC coefficient of a slice. */
export const FIRST_DC_CODE = 0x056;

/** The other DC coefficients, by half the code before. */
export const DC_CODES = [0x001, 0x012, 0x123, 0x034];

/** Zeros before a coefficient, by as many before the last one. */
export const RUN_CODES = [
  0x201, 0x201, 0x101, 0x101, 0x001, 0x112, 0x112, 0x112, 0x112, 0x012, 0x012, 0x012, 0x012, 0x012,
  0x012, 0x023,
];

/** A coefficient’s size less one, by the size of the last one. */
export const LEVEL_CODES = [0x001, 0x202, 0x101, 0x201, 0x001, 0x012, 0x012, 0x012, 0x012, 0x023];

/** What a slice begins with, in place of what was before. */
export const FIRST_DC_CONTEXT = 3;
export const FIRST_RUN = 4;
export const FIRST_LEVEL = 2;
