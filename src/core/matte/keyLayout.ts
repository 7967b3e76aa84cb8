// Which of the numbers that a pixel loop keys by lies where, counted in numbers. Plain constants, so that the
// kernels are compiled with the very same ones.

export const MODE_AT = 0;
/** The backdrop's red, green and blue, 0…255. */
export const GROUND_AT = 1;
/** Chroma of the key colour; for luma, distance = offset + slope · luma. */
export const CB_AT = 4;
export const CR_AT = 5;
export const OFFSET_AT = 4;
export const SLOPE_AT = 5;
/** Alpha = (distance − low) · gain. */
export const LOW_AT = 6;
export const GAIN_AT = 7;
export const SPILL_AT = 8;
/** 1 for each channel that makes the key's hue, one or two of them; 0 for the others. */
export const CHANNEL_AT = 9;
/** The luma weight of these channels together. */
export const WEIGHT_AT = 12;
/** Cleaned alpha = (alpha − black) · stretch. */
export const BLACK_AT = 13;
export const STRETCH_AT = 14;
/** Red, green and blue of two inks. */
export const INKS_AT = 15;
export const INK_COUNT_AT = 21;
/** How many numbers there are. */
export const CONSTANTS = 22;

export const CHROMA = 0;
export const LUMA = 1;
export const LIGHT = 2;
export const KNOWN_COLOURS = 3;
