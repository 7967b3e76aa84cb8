import { LUMA } from './convert';

/** Scale from 0…255 RGB to limited-range codes: luma 16…235, chroma 16…240 (BT.709-6, 4.6). */
const Y_SCALE = 219 / 255;
const CB_SCALE = 224 / 255 / (2 * (1 - LUMA.b));
const CR_SCALE = 224 / 255 / (2 * (1 - LUMA.r));

/** Bytes of a frame: luma, two quarter-size chroma planes, and a full-size alpha plane if wanted. */
export const i420Bytes = (width: number, height: number, alpha: boolean): number => {
  const chromaPlane = ((width + 1) >> 1) * ((height + 1) >> 1);
  return width * height * (alpha ? 2 : 1) + 2 * chromaPlane;
};

/**
 * Converts straight RGBA to I420 (or I420A) codes of BT.709 in limited range, alpha full range.
 * Chroma is the mean of each 2×2 block; with alpha it is weighted by alpha, so that the colour of
 * clear pixels never bleeds into an edge.
 * @param rgba width × height × 4 bytes
 * @param out `i420Bytes(width, height, alpha)` bytes, planes one after the other: Y, U, V, A
 */
export function rgbaToI420(
  rgba: Uint8ClampedArray | Uint8Array,
  width: number,
  height: number,
  alpha: boolean,
  out: Uint8Array,
): void {
  const size = width * height;
  const half = (width + 1) >> 1;
  const uStart = size;
  const vStart = size + half * ((height + 1) >> 1);
  const aStart = vStart + (vStart - uStart);
  for (let y = 0; y < height; y += 2) {
    for (let x = 0; x < width; x += 2) {
      let weight = 0;
      let cb = 0;
      let cr = 0;
      const right = Math.min(x + 1, width - 1);
      const below = Math.min(y + 1, height - 1);
      for (let yy = y; yy <= below; yy++) {
        for (let xx = x; xx <= right; xx++) {
          const at = yy * width + xx;
          const r = rgba[at * 4];
          const g = rgba[at * 4 + 1];
          const b = rgba[at * 4 + 2];
          const a = rgba[at * 4 + 3];
          const l = LUMA.r * r + LUMA.g * g + LUMA.b * b;
          out[at] = 16.5 + l * Y_SCALE;
          if (alpha) out[aStart + at] = a;
          const w = alpha ? a : 1;
          weight += w;
          cb += w * (b - l);
          cr += w * (r - l);
        }
      }
      const at = (y >> 1) * half + (x >> 1);
      out[uStart + at] = weight ? 128.5 + (cb / weight) * CB_SCALE : 128;
      out[vStart + at] = weight ? 128.5 + (cr / weight) * CR_SCALE : 128;
    }
  }
}
