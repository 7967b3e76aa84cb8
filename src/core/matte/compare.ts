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
  const sums: Sums = { alpha: 0, worstAlpha: 0, colour: 0, square: 0 };
  const [wholeA, wholeB] = [pixelsOf(meant), pixelsOf(found)];
  for (let from = 0; from < wholeA.length; from += BLOCK) {
    const to = Math.min(from + BLOCK, wholeA.length);
    // Most of artwork is clear, or the same.
    if (!sameBlock(wholeA, wholeB, from, to)) addBlock(meant, found, from, to, sums);
  }
  const pixels = meant.length / 4;
  return {
    meanAlpha: sums.alpha / 255 / pixels,
    worstAlpha: sums.worstAlpha / 255,
    meanColour: sums.colour / 255 ** 2 / (pixels * 3),
    squaredColour: sums.square / 255 ** 4 / (pixels * 3),
  };
}

/** Whole numbers: alpha in units of 1 / 255, colours in units of 1 / 255². */
interface Sums {
  alpha: number;
  worstAlpha: number;
  colour: number;
  square: number;
}

/** Pixels that are added up at once: over a whole frame the sums would outgrow the integers that engines optimise for. */
const BLOCK = 1024;

function sameBlock(a: Uint32Array, b: Uint32Array, from: number, to: number): boolean {
  for (let i = from; i < to; i++) if (a[i] !== b[i]) return false;
  return true;
}

/** Adds the differences of some pixels. */
function addBlock(
  meant: Uint8ClampedArray,
  found: Uint8ClampedArray,
  from: number,
  to: number,
  sums: Sums,
): void {
  let alphaSum = 0;
  let worstAlpha = 0;
  let colourSum = 0;
  let squareSum = 0;
  for (let i = from * 4; i < to * 4; i += 4) {
    const alphaA = meant[i + 3];
    const alphaB = found[i + 3];
    if ((alphaA | alphaB) === 0) continue;
    const alpha = Math.abs(alphaA - alphaB);
    const red = Math.abs((meant[i] - GREY) * alphaA - (found[i] - GREY) * alphaB);
    const green = Math.abs((meant[i + 1] - GREY) * alphaA - (found[i + 1] - GREY) * alphaB);
    const blue = Math.abs((meant[i + 2] - GREY) * alphaA - (found[i + 2] - GREY) * alphaB);
    alphaSum += alpha;
    if (alpha > worstAlpha) worstAlpha = alpha;
    colourSum += red + green + blue;
    squareSum += red * red + green * green + blue * blue;
  }
  sums.alpha += alphaSum;
  sums.worstAlpha = Math.max(sums.worstAlpha, worstAlpha);
  sums.colour += colourSum;
  sums.square += squareSum;
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
