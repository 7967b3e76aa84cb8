import { AT, MODE } from './keyConstants';
import { LEAST_ALPHA } from './keyLayout';
import { fitKnown } from './knownColours';

// Locals, because reading module variables in a pixel loop is slow.
const { max, min } = Math;

/**
 * Keys pixels by one rule for all of them, in place: light on black, whose alpha is its largest
 * channel and whose colour is unmixed from black, or known colours. The reference of the compiled kernel.
 * @param rgba straight 8-bit sRGB with alpha, changed in place
 * @param constants from `keyConstants`
 */
export function keyPixels(rgba: Uint8ClampedArray, constants: Float32Array): void {
  const fit = constants[AT.mode] === MODE['known colours'] ? fitKnown(constants) : fitLight;
  const black = constants[AT.black];
  const stretch = constants[AT.stretch];
  const found = new Float64Array(4);
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
    fit(rgba[i], rgba[i + 1], rgba[i + 2], found);
    const alpha = found[3];
    if (alpha < LEAST_ALPHA) {
      rgba[i] = rgba[i + 1] = rgba[i + 2] = rgba[i + 3] = 0;
      continue;
    }
    rgba[i] = found[0];
    rgba[i + 1] = found[1];
    rgba[i + 2] = found[2];
    rgba[i + 3] = rgba[i + 3] * min(1, max(0, (alpha - black) * stretch));
  }
}

function fitLight(r: number, g: number, b: number, out: Float64Array): void {
  const alpha = max(r, g, b) / 255;
  out[0] = r / alpha;
  out[1] = g / alpha;
  out[2] = b / alpha;
  out[3] = alpha;
}
