import type { MatteShape } from '../document/layers';

/** Whether a matte is neither choked nor feathered. */
export const keepsShape = ({ choke, feather }: MatteShape): boolean => choke === 0 && feather === 0;

/**
 * Draws a matte's edges in, or out, and blurs them, in place. Where the matte grows over clear
 * pixels, these take the colour of the artwork beside them.
 * @param rgba straight 8-bit sRGB with alpha, changed in place
 * @param scale pixels of `rgba` per pixel of the settings
 */
export function shapeMatte(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  { choke, feather }: MatteShape,
  scale: number,
): void {
  const found = alphaPlane(rgba);
  const drawn = choked(found, width, height, choke * scale);
  const sigma = feather * scale;
  const shaped = sigma > 0 ? blurred(drawn, width, height, sigma) : drawn;
  const reach = sigma + Math.max(0, -choke * scale);
  if (reach > 0) spreadColours(rgba, found, shaped, width, height, reach);
  for (let i = 3, at = 0; at < shaped.length; i += 4, at++) rgba[i] = shaped[at] * 255;
}

function alphaPlane(rgba: Uint8ClampedArray): Float32Array {
  const alpha = new Float32Array(rgba.length / 4);
  for (let i = 3, at = 0; i < rgba.length; i += 4, at++) alpha[at] = rgba[i] / 255;
  return alpha;
}

/** Erodes by some pixels, or dilates by a negative number; parts of a pixel count. */
function choked(alpha: Float32Array, width: number, height: number, by: number): Float32Array {
  const grows = by < 0;
  const amount = Math.abs(by);
  let plane = alpha;
  for (let step = 0; step < Math.floor(amount); step++) plane = eroded(plane, width, height, grows);
  const rest = amount - Math.floor(amount);
  if (rest === 0) return plane;
  const next = eroded(plane, width, height, grows);
  return next.map((value, at) => value * rest + plane[at] * (1 - rest));
}

const { min, max } = Math;

/** Erodes by one pixel: the mean of eroding with a cross and with a square, which approximates a disc. */
function eroded(plane: Float32Array, width: number, height: number, grows: boolean): Float32Array {
  const least = grows ? max : min;
  const out = new Float32Array(plane.length);
  for (let y = 0; y < height; y++) {
    const up = y > 0 ? -width : 0;
    const down = y < height - 1 ? width : 0;
    for (let x = 0; x < width; x++) {
      const at = y * width + x;
      const left = x > 0 ? -1 : 0;
      const right = x < width - 1 ? 1 : 0;
      const cross = least(
        plane[at],
        plane[at + up],
        plane[at + down],
        plane[at + left],
        plane[at + right],
      );
      const square = least(
        cross,
        plane[at + up + left],
        plane[at + up + right],
        plane[at + down + left],
        plane[at + down + right],
      );
      out[at] = (cross + square) / 2;
    }
  }
  return out;
}

/** Gaussian blur in two passes; beyond the picture lies what is at its border. */
function blurred(plane: Float32Array, width: number, height: number, sigma: number): Float32Array {
  const kernel = gaussian(sigma);
  const across = convolved(plane, width, height, kernel, 1);
  return convolved(across, width, height, kernel, width);
}

/** Weights from the middle outwards, to three standard deviations. */
function gaussian(sigma: number): Float32Array {
  const weights = Float32Array.from({ length: Math.ceil(sigma * 3) + 1 }, (_, i) =>
    Math.exp(-(i * i) / (2 * sigma * sigma)),
  );
  const sum = weights.reduce((total, weight, i) => total + (i === 0 ? weight : 2 * weight), 0);
  return weights.map((weight) => weight / sum);
}

function convolved(
  plane: Float32Array,
  width: number,
  height: number,
  kernel: Float32Array,
  step: number,
): Float32Array {
  const out = new Float32Array(plane.length);
  const last = step === 1 ? width - 1 : height - 1;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const at = y * width + x;
      const place = step === 1 ? x : y;
      let sum = plane[at] * kernel[0];
      for (let i = 1; i < kernel.length; i++) {
        sum +=
          kernel[i] * (plane[at - min(i, place) * step] + plane[at + min(i, last - place) * step]);
      }
      out[at] = sum;
    }
  }
  return out;
}

/** Gives pixels whose alpha has grown the mean colour of the artwork within reach. */
function spreadColours(
  rgba: Uint8ClampedArray,
  before: Float32Array,
  after: Float32Array,
  width: number,
  height: number,
  reach: number,
): void {
  const weights = blurred(before, width, height, reach);
  for (let channel = 0; channel < 3; channel++) {
    const coloured = before.map((alpha, at) => alpha * rgba[at * 4 + channel]);
    const spread = blurred(coloured, width, height, reach);
    for (let at = 0; at < after.length; at++) {
      if (after[at] <= before[at] || weights[at] < 1e-4) continue;
      const own = before[at] / after[at];
      const mean = spread[at] / weights[at];
      rgba[at * 4 + channel] = rgba[at * 4 + channel] * own + mean * (1 - own);
    }
  }
}
