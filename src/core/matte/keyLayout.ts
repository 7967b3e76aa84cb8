// Which of the numbers that a pixel loop keys by lies where, counted in numbers. Plain constants, so that the
// kernels are compiled with the very same ones.

export const MODE_AT = 0;
/** The backdrop's red, green and blue, 0…255. */
export const GROUND_AT = 1;
/** Distance from the backdrop up to which all is clear, and from which on artwork counts as solid. */
export const LOW_AT = 4;
export const SOLID_AT = 5;
/** Squares of distances from the key: nearer is backdrop as it is lit, farther is surely artwork. */
export const REACH_AT = 6;
export const SURE_AT = 7;
/** A cell is clear where all that surrounds it is nearer to the key than this, squared. */
export const CLEAR_AT = 8;
/** How much luma counts beside chroma, in distances from the key and between backdrop and artwork. */
export const LUMA_FROM_KEY_AT = 9;
export const LUMA_BETWEEN_AT = 10;
export const SPILL_AT = 11;
/** 1 for each channel that makes the key's hue, one or two of them; 0 for the others. */
export const CHANNEL_AT = 12;
/** The luma weight of these channels together. */
export const WEIGHT_AT = 15;
/** Cleaned alpha = (alpha − black) · stretch. */
export const BLACK_AT = 16;
export const STRETCH_AT = 17;
/** Red, green and blue of two inks. */
export const INKS_AT = 18;
export const INK_COUNT_AT = 24;
/** 1 where edges are sharp: the artwork's strength at an edge is that of the pixels beside it. */
export const SHARP_AT = 25;
/** How many numbers there are. */
export const CONSTANTS = 28;

export const CHROMA = 0;
export const LUMA = 1;
export const LIGHT = 2;
export const KNOWN_COLOURS = 3;

/** Colours of artwork and of the backdrop are gathered in cells of so many pixels each way. */
export const CELL = 4;

/** Smaller alphas round to 0 in eight bits. */
export const LEAST_ALPHA = 0.5 / 255;

/** What artwork counts that is not all round its cell: it gives way to what is. */
export const WEAK = 0.001;

/** What is known of a cell by all that surrounds it; 0 where it has to be worked out. */
export const CLEAR = 1;
export const SOLID = 2;

/** A pixel of sharp edges is clear where nothing beside it is so many times as far off as what is clear. */
export const SEEN = 1.5;
/** It is solid where all beside it are so many times as far off, and this share of the farthest of them. */
export const INSIDE = 1.2;
export const INSIDE_SHARE = 0.15;
