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
 *
 * Chroma is the mean of each 2×2 block; with alpha it is weighted by alpha, so that the colour of
 * clear pixels never bleeds into an edge. Luma is then the code that brings the decoded red, green
 * and blue nearest to the pixel's own, given the chroma a reader will interpolate there. Where
 * colour does not change that is the ordinary luma; at coloured edges it makes up for part of what
 * the halved chroma loses.
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
  const columns = (width + 1) >> 1;
  const rows = (height + 1) >> 1;
  const u = out.subarray(size, size + columns * rows);
  const v = out.subarray(size + columns * rows, size + 2 * columns * rows);
  writeChroma(rgba, width, height, alpha, u, v);
  writeLuma(rgba, width, height, u, v, out);
  if (!alpha) return;
  const a = out.subarray(size + 2 * columns * rows);
  for (let at = 0; at < size; at++) a[at] = rgba[at * 4 + 3];
}

function writeChroma(
  rgba: Uint8ClampedArray | Uint8Array,
  width: number,
  height: number,
  alpha: boolean,
  u: Uint8Array,
  v: Uint8Array,
): void {
  let at = 0;
  for (let y = 0; y < height; y += 2) {
    const below = y + 1 < height ? width * 4 : 0;
    for (let x = 0; x < width; x += 2, at++) {
      const right = x + 1 < width ? 4 : 0;
      const i = (y * width + x) * 4;
      let weight = 0;
      let r = 0;
      let g = 0;
      let b = 0;
      for (let corner = 0; corner < 4; corner++) {
        const j = i + (corner & 1 ? right : 0) + (corner & 2 ? below : 0);
        const w = alpha ? rgba[j + 3] : 1;
        weight += w;
        r += w * rgba[j];
        g += w * rgba[j + 1];
        b += w * rgba[j + 2];
      }
      const luma = LUMA.r * r + LUMA.g * g + LUMA.b * b;
      u[at] = weight ? 128.5 + ((b - luma) / weight) * CB_SCALE : 128;
      v[at] = weight ? 128.5 + ((r - luma) / weight) * CR_SCALE : 128;
    }
  }
}

/** What the three channels' least-squares luma loses to a unit of each chroma code. */
const U_SHARE = (1 - LUMA.b / LUMA.g) / CB_SCALE / 3;
const V_SHARE = (1 - LUMA.r / LUMA.g) / CR_SCALE / 3;

function writeLuma(
  rgba: Uint8ClampedArray | Uint8Array,
  width: number,
  height: number,
  u: Uint8Array,
  v: Uint8Array,
  out: Uint8Array,
): void {
  const columns = (width + 1) >> 1;
  const lastRow = ((height + 1) >> 1) - 1;
  for (let y = 0, at = 0; y < height; y++) {
    // Chroma lies between the two rows and columns of its block: three quarters come from a pixel's
    // own block and one from the next, across and down.
    const near = (y >> 1) * columns;
    const far = Math.min(lastRow, Math.max(0, (y >> 1) + (y & 1 ? 1 : -1))) * columns;
    for (let x = 0; x < width; x++, at++) {
      const own = x >> 1;
      const next = Math.min(columns - 1, Math.max(0, own + (x & 1 ? 1 : -1)));
      const cb = 9 * u[near + own] + 3 * (u[near + next] + u[far + own]) + u[far + next];
      const cr = 9 * v[near + own] + 3 * (v[near + next] + v[far + own]) + v[far + next];
      const mean = (rgba[at * 4] + rgba[at * 4 + 1] + rgba[at * 4 + 2]) / 3;
      const luma = mean - (cb / 16 - 128) * U_SHARE - (cr / 16 - 128) * V_SHARE;
      out[at] = Math.min(235, Math.max(16, 16.5 + luma * Y_SCALE));
    }
  }
}
