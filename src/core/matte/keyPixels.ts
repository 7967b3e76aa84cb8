import { LUMA } from '../colour';
import { AT, MODE } from './keyConstants';
import { fitKnown } from './knownColours';

/** Smaller alphas round to 0 in eight bits. */
const LEAST_ALPHA = 0.5 / 255;

/** More than any level. */
const FAR = 4096;

const CB = 1 / (2 * (1 - LUMA.b) * 255);
const CR = 1 / (2 * (1 - LUMA.r) * 255);

// Locals, because reading module variables in a pixel loop is slow.
const { max, min, sqrt } = Math;

/**
 * Keys pixels, in place: the reference of the compiled kernel.
 *
 * alpha = clamp((d − low) · gain), P = clamp(C − (1 − alpha)·K, 0, alpha): linear because d, the
 * distance to the backdrop, is itself linear in a mixed pixel's alpha; premultiplied because then
 * nothing is divided by a small alpha before the clamp. What is left of the key's hue on the artwork
 * (spill: by how much all channels that make it exceed the others) is turned to grey of the same
 * luma.
 * @param rgba straight 8-bit sRGB with alpha, changed in place
 * @param constants from `keyConstants`
 */
export function keyPixels(rgba: Uint8ClampedArray, constants: Float32Array): void {
  const known = constants[AT.mode] === MODE['known colours'] ? fitKnown(constants) : null;
  const distance = distanceOf(constants);
  const low = constants[AT.low];
  const gain = constants[AT.gain];
  const groundR = constants[AT.ground];
  const groundG = constants[AT.ground + 1];
  const groundB = constants[AT.ground + 2];
  const spill = constants[AT.spill];
  const isR = constants[AT.channel] === 1;
  const isG = constants[AT.channel + 1] === 1;
  const isB = constants[AT.channel + 2] === 1;
  const weight = constants[AT.weight];
  const black = constants[AT.black];
  const stretch = constants[AT.stretch];
  const fit = new Float64Array(4);
  const pixels = new Uint32Array(rgba.buffer, rgba.byteOffset, rgba.length / 4);
  let before = -1;
  for (let i = 0; i < rgba.length; i += 4) {
    // Artwork and backdrops are mostly flat, so a pixel that equals the one before it reuses that one's result.
    const pixel = pixels[i / 4];
    if (pixel === before) {
      pixels[i / 4] = pixels[i / 4 - 1];
      continue;
    }
    before = pixel;
    let r = rgba[i];
    let g = rgba[i + 1];
    let b = rgba[i + 2];
    let alpha: number;
    if (known) {
      known(r, g, b, fit);
      r = fit[0];
      g = fit[1];
      b = fit[2];
      alpha = fit[3];
    } else alpha = min(1, max(0, (distance(r, g, b) - low) * gain));
    if (alpha < LEAST_ALPHA) {
      rgba[i] = rgba[i + 1] = rgba[i + 2] = rgba[i + 3] = 0;
      continue;
    }
    if (alpha < 1 && !known) {
      const rest = 1 - alpha;
      const most = alpha * 255;
      r = min(most, max(0, r - rest * groundR)) / alpha;
      g = min(most, max(0, g - rest * groundG)) / alpha;
      b = min(most, max(0, b - rest * groundB)) / alpha;
    }
    if (spill > 0) {
      const own = min(isR ? r : FAR, isG ? g : FAR, isB ? b : FAR);
      const others = max(isR ? 0 : r, isG ? 0 : g, isB ? 0 : b);
      const excess = max(0, min(own, 255) - others) * spill;
      const back = excess * weight;
      r += isR ? back - excess : back;
      g += isG ? back - excess : back;
      b += isB ? back - excess : back;
    }
    rgba[i] = r;
    rgba[i + 1] = g;
    rgba[i + 2] = b;
    rgba[i + 3] = rgba[i + 3] * min(1, max(0, (alpha - black) * stretch));
  }
}

/** How far a colour is from the backdrop, by the mode's own measure. */
function distanceOf(constants: Float32Array): (r: number, g: number, b: number) => number {
  const cb = constants[AT.cb];
  const cr = constants[AT.cr];
  switch (constants[AT.mode]) {
    case MODE.chroma:
      return (r, g, b) => {
        const y = LUMA.r * r + LUMA.g * g + LUMA.b * b;
        const du = (b - y) * CB - cb;
        const dv = (r - y) * CR - cr;
        return sqrt(du * du + dv * dv);
      };
    case MODE.luma: {
      const offset = constants[AT.offset];
      const slope = constants[AT.slope] / 255;
      return (r, g, b) => offset + slope * (LUMA.r * r + LUMA.g * g + LUMA.b * b);
    }
    default:
      return (r, g, b) => max(r, g, b) / 255;
  }
}
