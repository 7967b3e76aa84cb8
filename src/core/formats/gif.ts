import { parseHex } from '../colour';
import type { Dither, GifSettings } from '../document/sendSettings';

/**
 * Makes each pixel wholly clear or not at all, in place: those that stay keep their own colour, or
 * are laid on the matte.
 */
export function hardenAlpha(
  rgba: Uint8ClampedArray,
  { matte, threshold }: Pick<GifSettings, 'matte' | 'threshold'>,
): void {
  const under = matte === null ? null : parseHex(matte);
  const least = Math.max(1, Math.ceil(threshold * 255));
  for (let k = 0; k < rgba.length; k += 4) {
    const alpha = rgba[k + 3];
    if (alpha === 255) continue;
    if (alpha < least) {
      rgba[k] = rgba[k + 1] = rgba[k + 2] = rgba[k + 3] = 0;
      continue;
    }
    for (let channel = 0; under && channel < 3; channel++) {
      rgba[k + channel] = under[channel] + ((rgba[k + channel] - under[channel]) * alpha) / 255;
    }
    rgba[k + 3] = 255;
  }
}

/** Red, green and blue of each colour, 0…255. */
type Palette = readonly (readonly number[])[];

/** Colours a frame may have beside clear. */
export const GIF_COLOURS = 255;

/**
 * A frame of hard edges as places in a palette; clear pixels are `palette.length`.
 * @param rgba width × height × 4 bytes, each pixel clear or solid
 * @param palette up to 255 colours
 */
export function palettePixels(
  rgba: Uint8ClampedArray,
  width: number,
  palette: Palette,
  dither: Dither,
): Uint8Array {
  const nearest = nearestIn(palette);
  if (dither === 'diffused') return diffused(rgba, width, palette, nearest);
  const reach = dither === 'ordered' ? meanGap(palette) : 0;
  const out = new Uint8Array(rgba.length / 4);
  for (let i = 0; i < out.length; i++) {
    const k = i * 4;
    if (rgba[k + 3] === 0) {
      out[i] = palette.length;
      continue;
    }
    if (reach === 0) {
      out[i] = nearest(rgba[k], rgba[k + 1], rgba[k + 2]);
      continue;
    }
    const shift = reach * bayer(i % width, Math.floor(i / width));
    out[i] = nearest(rgba[k] + shift, rgba[k + 1] + shift, rgba[k + 2] + shift);
  }
  return out;
}

type Nearest = (red: number, green: number, blue: number) => number;

const level = (value: number): number => (value < 0 ? 0 : value > 255 ? 255 : value);

/** Colours that are alike to 5, 6 and 5 bits have one key. */
const keyOf = (r: number, g: number, b: number): number =>
  ((r >> 3) << 11) | ((g >> 2) << 5) | (b >> 3);

/** The nearest colour of a palette, found once for colours that are alike. */
function nearestIn(palette: Palette): Nearest {
  const known = new Int16Array(65_536).fill(-1);
  return (red, green, blue) => {
    const key = keyOf(level(red), level(green), level(blue));
    if (known[key] >= 0) return known[key];
    const [r, g, b] = [level(red), level(green), level(blue)];
    let [best, least] = [0, Infinity];
    for (let i = 0; i < palette.length; i++) {
      const [pr, pg, pb] = palette[i];
      const distance = (pr - r) ** 2 + (pg - g) ** 2 + (pb - b) ** 2;
      if (distance < least) [best, least] = [i, distance];
    }
    return (known[key] = best);
  };
}

/** How far the colours of a palette lie from their neighbours, on average, in levels a channel. */
function meanGap(palette: Palette): number {
  const gaps = palette.map((colour) =>
    Math.min(
      ...palette
        .filter((other) => other !== colour)
        .map((other) => Math.hypot(...colour.map((value, c) => value - other[c])) / Math.sqrt(3)),
    ),
  );
  const finite = gaps.filter(Number.isFinite);
  return finite.length > 0 ? finite.reduce((sum, gap) => sum + gap, 0) / finite.length : 0;
}

/** Ordered dithering's 8 × 8 matrix (Bayer, 1973), −½ to ½. */
function bayer(x: number, y: number): number {
  const mixed = x ^ y;
  let rank = 0;
  for (let bit = 0; bit < 3; bit++) {
    rank = (rank << 2) | (((mixed >> bit) & 1) << 1) | ((y >> bit) & 1);
  }
  return (rank + 0.5) / 64 - 0.5;
}

/** Error diffusion (Floyd and Steinberg, 1976); no error crosses what is clear. */
function diffused(
  rgba: Uint8ClampedArray,
  width: number,
  palette: Palette,
  nearest: Nearest,
): Uint8Array {
  const out = new Uint8Array(rgba.length / 4);
  // A pixel more at both ends takes the error that runs over the side.
  let here = new Float32Array((width + 2) * 3);
  let below = new Float32Array((width + 2) * 3);
  for (let i = 0; i < out.length; i++) {
    const x = i % width;
    if (x === 0 && i > 0) {
      [here, below] = [below, here];
      below.fill(0);
    }
    if (rgba[i * 4 + 3] === 0) {
      out[i] = palette.length;
      continue;
    }
    const at = (x + 1) * 3;
    const wanted = [0, 1, 2].map((channel) => level(rgba[i * 4 + channel] + here[at + channel]));
    out[i] = nearest(wanted[0], wanted[1], wanted[2]);
    for (let channel = 0; channel < 3; channel++) {
      const error = wanted[channel] - palette[out[i]][channel];
      here[at + 3 + channel] += (error * 7) / 16;
      below[at - 3 + channel] += (error * 3) / 16;
      below[at + channel] += (error * 5) / 16;
      below[at + 3 + channel] += error / 16;
    }
  }
  return out;
}

/** How a GIF says how often it plays: further rounds after the first; 0 for good, −1 for none. */
export const gifRepeat = (plays: number): number =>
  plays === 0 ? 0 : plays === 1 ? -1 : plays - 1;
