// Factors in whole numbers. Plain, so that the kernels are compiled with the very same ones.

/*
 * From 0…255 RGB to eighths of a 10-bit code of BT.709 in limited range about the middle one, 512
 * (BT.709-6, 4.6), with COLOUR_SHIFT bits after the point. Those of chroma add up to nothing: grey
 * has none.
 */
export const COLOUR_SHIFT = 10;
export const Y_RED = 5983;
export const Y_GREEN = 20127;
export const Y_BLUE = 2032;
export const CB_RED = -3298;
export const CB_GREEN = -11094;
export const CR_GREEN = -13072;
export const CR_BLUE = -1320;
/** Of blue in Cb, of red in Cr. */
export const CHROMA_OWN = 14392;
/** Black’s code, and half of the last place, so that codes are rounded. */
export const Y_OFFSET = -3669504;
export const CHROMA_OFFSET = 512;

/* An orthonormal DCT-II of eight: cos(kπ/16)/2, and √(1/8) for C4, with 15 bits after the point. */
export const C1 = 16069;
export const C3 = 13623;
export const C4 = 11585;
export const C5 = 9102;
export const C7 = 3196;
/** What cos(2π/16) and cos(6π/16) are to cos(4π/16); of the first one less one, as factors are below one. */
export const C2_OVER_C4_LESS_1 = 10045;
export const C6_OVER_C4 = 17734;

/* Levels are coefficients by 65536/quantiser, QUANTISER_SHIFT bits after the point, rounded. */
export const QUANTISER_SHIFT = 19;
export const DC_ROUNDING = 262144;
/** 0.4 of a step, less than a half: zeros are cheaper than what they lose. */
export const AC_ROUNDING = 209715;
