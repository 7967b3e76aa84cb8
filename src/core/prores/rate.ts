/** The finest steps that are taken: artwork keeps 55 dB and more over grey, titles 70. */
export const FINEST = 3;
export const COARSEST = 512;

/** Quantisers above this one go in fours (RDD 36, 7.3). */
const IN_FOURS = 128;

/** How fast a frame shrinks with its quantiser: by its power, as measured on photographs and titles. */
const SHRINKS_BY = 0.7;

/**
 * The quantiser by which a frame would have as many bytes as it may. One quantiser for all slices of a
 * frame loses least: any other share-out takes more from one than it gives another.
 * @param quantiser by which it has `bytes`
 * @param most bytes it may have
 */
export function fittingQuantiser(quantiser: number, bytes: number, most: number): number {
  const exact = quantiser * (bytes / most) ** (1 / SHRINKS_BY);
  const fitting = Math.ceil(bytes > most ? Math.max(exact, quantiser + 1) : exact);
  const whole = fitting > IN_FOURS ? Math.ceil(fitting / 4) * 4 : fitting;
  return Math.min(COARSEST, Math.max(FINEST, whole));
}
