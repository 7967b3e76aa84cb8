/** Sums of differences between two frames, shares of full scale. */
export interface FrameDifference {
  readonly meanAlpha: number;
  readonly worstAlpha: number;
  /** Of the composites over mid grey. */
  readonly meanColour: number;
  readonly squaredColour: number;
}

const GREY = 128;

/**
 * Compares two frames of straight RGBA of the same size: their alphas, and what they look like over
 * mid grey, so that the colour of clear pixels does not count.
 */
export function compareFrames(meant: Uint8ClampedArray, found: Uint8ClampedArray): FrameDifference {
  let alphaSum = 0;
  let worstAlpha = 0;
  // Whole numbers, in units of 1 / 255²: they are quicker, and exact.
  let colourSum = 0;
  let squareSum = 0;
  const [wholeA, wholeB] = [pixelsOf(meant), pixelsOf(found)];
  for (let i = 0; i < meant.length; i += 4) {
    // Most pixels of artwork are clear, or the same.
    if (wholeA[i >> 2] === wholeB[i >> 2] || (meant[i + 3] | found[i + 3]) === 0) continue;
    const alphaA = meant[i + 3];
    const alphaB = found[i + 3];
    const alpha = Math.abs(alphaA - alphaB);
    alphaSum += alpha;
    if (alpha > worstAlpha) worstAlpha = alpha;
    const red = Math.abs((meant[i] - GREY) * alphaA - (found[i] - GREY) * alphaB);
    const green = Math.abs((meant[i + 1] - GREY) * alphaA - (found[i + 1] - GREY) * alphaB);
    const blue = Math.abs((meant[i + 2] - GREY) * alphaA - (found[i + 2] - GREY) * alphaB);
    colourSum += red + green + blue;
    squareSum += red * red + green * green + blue * blue;
  }
  const pixels = meant.length / 4;
  return {
    meanAlpha: alphaSum / 255 / pixels,
    worstAlpha: worstAlpha / 255,
    meanColour: colourSum / 255 ** 2 / (pixels * 3),
    squaredColour: squareSum / 255 ** 4 / (pixels * 3),
  };
}

const pixelsOf = ({ buffer, byteOffset, length }: Uint8ClampedArray): Uint32Array =>
  new Uint32Array(buffer, byteOffset, length / 4);

/** Peak signal-to-noise ratio of a mean squared difference, dB; null when there is no difference. */
export const psnrOf = (squared: number): number | null =>
  squared === 0 ? null : -10 * Math.log10(squared);

/** The frames' differences together; PSNR in dB over all of them, null when there is no difference. */
export function summarise(frames: readonly FrameDifference[]) {
  const mean = (pick: (frame: FrameDifference) => number) =>
    frames.reduce((sum, frame) => sum + pick(frame), 0) / frames.length;
  const square = mean((frame) => frame.squaredColour);
  return {
    meanAlpha: mean((frame) => frame.meanAlpha),
    worstAlpha: Math.max(...frames.map((frame) => frame.worstAlpha)),
    meanColour: mean((frame) => frame.meanColour),
    psnr: psnrOf(square),
  };
}
