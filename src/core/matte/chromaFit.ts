// How chroma is fitted to luma. Plain numbers, so that the kernels are compiled with the very same ones.

/** Half the side of the window in which chroma is taken to follow luma. */
export const RADIUS = 2;

/** Luma variance (of full scale 1) below which chroma is taken to be flat. */
export const EPSILON = 1e-5;

/** Variance of chroma that is noise, and is explained by anything. */
export const NOISE = 1e-5;

/** Share of chroma's variance that luma explains, from which on chroma follows it more and more, and wholly. */
export const LEAST_EXPLAINED = 0.4;
export const MOST_EXPLAINED = 0.8;

/**
 * Catmull–Rom weights of the sample before, the own one, the one after and the next, for a place a
 * quarter of the way from the own one to the one after it (R. Keys, Cubic Convolution Interpolation,
 * 1981, with a = −1/2).
 */
export const BEFORE = -0.0703125;
export const OWN = 0.8671875;
export const AFTER = 0.2265625;
export const NEXT = -0.0234375;

/** The same half of the way: of the two samples beside a place, and of the two beyond these. */
export const INNER = 0.5625;
export const OUTER = -0.0625;
