import { AT } from './keyConstants';
import { CELL, CLEAR, LEAST_ALPHA, SOLID } from './keyLayout';
import { localColours, type LocalColours } from './localColours';
import { sharpAlpha } from './sharpAlpha';
import { yccSquare } from './yccDistance';

/** More than any level. */
const FAR = 4096;

const { max, min, sqrt } = Math;

/**
 * Keys a picture by the colours of backdrop and artwork round each pixel, in place.
 *
 * alpha = |C − K| / |F − K|, P = clamp(C − (1 − alpha)·K, 0, alpha), where K and F are the backdrop
 * and the artwork as they are seen nearby: linear because a mixed pixel's distance from the backdrop
 * is itself linear in its alpha; premultiplied because then nothing is divided by a small alpha
 * before the clamp. What is left of the key's hue (spill: by how much all channels that make it
 * exceed the others), beyond what the artwork nearby has of it, is turned to grey of the same luma.
 *
 * Where edges are sharp, alpha is told by the pixels beside each instead. The reference of the compiled kernel.
 * @param rgba straight 8-bit sRGB with alpha, width × height × 4 bytes, changed in place
 * @param constants from `keyConstants`, of a local key
 */
export function keyLocally(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  constants: Float32Array,
): void {
  const local = localColours(rgba, width, height, constants);
  const alphas = constants[AT.sharp] > 0 ? sharpAlpha(rgba, width, height, constants) : null;
  const keyPixel = pixelKeyer(rgba, width, local, alphas, constants);
  const { across, known } = local;
  for (let y = 0; y < height; y++) {
    const row = Math.floor(y / CELL) * across;
    for (let column = 0; column < across; column++) {
      const end = min(width, (column + 1) * CELL);
      if (known[row + column] === CLEAR) {
        rgba.fill(0, (y * width + column * CELL) * 4, (y * width + end) * 4);
        continue;
      }
      for (let x = column * CELL; x < end; x++) keyPixel(x, y, known[row + column] === SOLID);
    }
  }
}

/**
 * Keys one pixel, which may be known to be solid.
 * @param alphas of all pixels, 0…255, where edges are sharp
 */
function pixelKeyer(
  rgba: Uint8ClampedArray,
  width: number,
  local: LocalColours,
  alphas: Uint8ClampedArray | null,
  constants: Float32Array,
) {
  const low = constants[AT.low];
  const fromKey = constants[AT.lumaFromKey];
  const between = constants[AT.lumaBetween];
  const black = constants[AT.black];
  const stretch = constants[AT.stretch];
  const excessOf = excess(constants);
  const spill = constants[AT.spill];
  const weight = constants[AT.weight];
  const on = constants.subarray(AT.channel, AT.channel + 3);
  const artwork = new Float64Array(4);
  const backdrop = new Float64Array(4);
  const colour = new Float64Array(3);

  const alphaAt = (at: number): number => {
    const r = rgba[at] - backdrop[0];
    const g = rgba[at + 1] - backdrop[1];
    const b = rgba[at + 2] - backdrop[2];
    if (yccSquare(r, g, b, fromKey) <= low * low) return 0;
    const whole = yccSquare(
      artwork[0] - backdrop[0],
      artwork[1] - backdrop[1],
      artwork[2] - backdrop[2],
      between,
    );
    const mixed = min(1, sqrt(yccSquare(r, g, b, between) / max(1e-9, whole)));
    const sure = min(1, max(0, 2 * artwork[3] - 1));
    return mixed + (1 - mixed) * sure;
  };

  return (x: number, y: number, isSolid: boolean): void => {
    const at = (y * width + x) * 4;
    const taint = spill > 0 ? excessOf(rgba[at], rgba[at + 1], rgba[at + 2]) : 0;
    if (isSolid && taint === 0) {
      rgba[at + 3] *= min(1, max(0, (1 - black) * stretch));
      return;
    }
    amongCells(local, local.artwork, x, y, artwork);
    amongCells(local, local.backdrop, x, y, backdrop);
    const alpha = alphas ? alphas[at / 4] / 255 : alphaAt(at);
    if (alpha < LEAST_ALPHA) {
      rgba[at] = rgba[at + 1] = rgba[at + 2] = rgba[at + 3] = 0;
      return;
    }
    for (let c = 0; c < 3; c++) {
      const unmixed = rgba[at + c] - (1 - alpha) * backdrop[c];
      colour[c] = min(alpha * 255, max(0, unmixed)) / alpha;
    }
    if (spill > 0) {
      const own = excessOf(artwork[0], artwork[1], artwork[2]);
      const more = max(0, excessOf(colour[0], colour[1], colour[2]) - own) * spill;
      for (let c = 0; c < 3; c++) colour[c] += more * (weight - on[c]);
    }
    for (let c = 0; c < 3; c++) rgba[at + c] = colour[c];
    rgba[at + 3] *= min(1, max(0, (alpha - black) * stretch));
  };
}

/** By how much all channels of the key's hue exceed the others. */
function excess(constants: Float32Array) {
  const [isR, isG, isB] = constants.subarray(AT.channel, AT.channel + 3);
  return (r: number, g: number, b: number): number => {
    const own = min(isR ? r : FAR, isG ? g : FAR, isB ? b : FAR, 255);
    return max(0, own - max(isR ? 0 : r, isG ? 0 : g, isB ? 0 : b));
  };
}

/** What lies between the middles of four cells, at the middle of a pixel. */
function amongCells(
  { across, down }: LocalColours,
  cells: Float32Array,
  x: number,
  y: number,
  out: Float64Array,
): void {
  const column = (x + 0.5) / CELL - 0.5;
  const row = (y + 0.5) / CELL - 0.5;
  const left = Math.floor(column);
  const top = Math.floor(row);
  const [u, v] = [column - left, row - top];
  const x0 = max(0, left);
  const x1 = min(across - 1, left + 1);
  const y0 = max(0, top) * across;
  const y1 = min(down - 1, top + 1) * across;
  for (let c = 0; c < 4; c++) {
    const upper = cells[(y0 + x0) * 4 + c] * (1 - u) + cells[(y0 + x1) * 4 + c] * u;
    const lower = cells[(y1 + x0) * 4 + c] * (1 - u) + cells[(y1 + x1) * 4 + c] * u;
    out[c] = upper * (1 - v) + lower * v;
  }
}
