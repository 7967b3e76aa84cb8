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
 * Chroma lies where readers take it to lie: on the even columns and between the rows (MPEG-2, H.264),
 * the mean of three columns, of which the middle one counts twice. With alpha, which only VP9 has, it is
 * the mean of each 2×2 block, as others write it, weighted by alpha, so that the colour of clear pixels
 * never bleeds into an edge. Luma is then the code that brings the decoded red, green
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
  const lost = writeChroma(rgba, width, height, alpha, u, v);
  writeLuma(rgba, width, height, alpha, lost, out);
  if (!alpha) return;
  const a = out.subarray(size + 2 * columns * rows);
  for (let at = 0, i = 3; at < size; at++, i += 4) a[at] = rgba[i];
}

/** What the three channels' least-squares luma loses to a unit of each chroma code. */
const U_SHARE = (1 - LUMA.b / LUMA.g) / CB_SCALE / 3;
const V_SHARE = (1 - LUMA.r / LUMA.g) / CR_SCALE / 3;

/** Writes both chroma planes. @returns what luma loses to each block's codes, in 0…255 levels */
function writeChroma(
  rgba: Uint8ClampedArray | Uint8Array,
  width: number,
  height: number,
  alpha: boolean,
  u: Uint8Array,
  v: Uint8Array,
): Float32Array {
  const lost = new Float32Array(u.length);
  const pixels = new Uint32Array(rgba.buffer, rgba.byteOffset, width * height);
  let at = 0;
  // Artwork is mostly flat: a block of one colour that is the last one's has the last one's codes.
  let known = -1;
  for (let y = 0; y < height; y += 2) {
    const below = y + 1 < height ? width : 0;
    for (let x = 0; x < width; x += 2, at++) {
      const right = x + 1 < width ? 1 : 0;
      const left = !alpha && x > 0 ? 1 : 0;
      const first = y * width + x;
      const colour = pixels[first];
      const flat =
        colour === pixels[first - left] &&
        colour === pixels[first + below - left] &&
        colour === pixels[first + right] &&
        colour === pixels[first + below] &&
        colour === pixels[first + below + right];
      if (flat && colour === known) {
        u[at] = u[at - 1];
        v[at] = v[at - 1];
        lost[at] = lost[at - 1];
        continue;
      }
      known = flat ? colour : -1;
      let weight = 0;
      let r = 0;
      let g = 0;
      let b = 0;
      // With alpha two columns that count alike; without, one to each side of the middle.
      for (let corner = alpha ? 2 : 0; corner < 6; corner++) {
        const step = corner < 2 ? -left : corner < 4 ? 0 : right;
        const i = (first + step + (corner & 1 ? below : 0)) * 4;
        const w = alpha ? rgba[i + 3] : corner === 2 || corner === 3 ? 2 : 1;
        weight += w;
        r += w * rgba[i];
        g += w * rgba[i + 1];
        b += w * rgba[i + 2];
      }
      const luma = LUMA.r * r + LUMA.g * g + LUMA.b * b;
      u[at] = weight ? 128.5 + ((b - luma) / weight) * CB_SCALE : 128;
      v[at] = weight ? 128.5 + ((r - luma) / weight) * CR_SCALE : 128;
      lost[at] = (u[at] - 128) * U_SHARE + (v[at] - 128) * V_SHARE;
    }
  }
  return lost;
}

function writeLuma(
  rgba: Uint8ClampedArray | Uint8Array,
  width: number,
  height: number,
  alpha: boolean,
  lost: Float32Array,
  out: Uint8Array,
): void {
  const pixels = new Uint32Array(rgba.buffer, rgba.byteOffset, width * height);
  const columns = (width + 1) >> 1;
  const lastRow = ((height + 1) >> 1) - 1;
  // One more at each end, so that the first and last columns have a neighbour.
  const across = new Float32Array(columns + 2);
  for (let y = 0, at = 0; y < height; y++) {
    // Three quarters of a row's chroma come from its own block and one from the next; across the same
    // with alpha, and without it odd columns lie halfway between two.
    const near = (y >> 1) * columns;
    const far = Math.min(lastRow, Math.max(0, (y >> 1) + (y & 1 ? 1 : -1))) * columns;
    for (let c = 0; c < columns; c++) across[c + 1] = (3 * lost[near + c] + lost[far + c]) / 16;
    across[0] = across[1];
    across[columns + 1] = across[columns];
    let colour = -1;
    let shift = 0;
    let code = 0;
    for (let x = 0; x < width; x++, at++) {
      const own = (x >> 1) + 1;
      const next = across[x & 1 ? own + 1 : own - 1];
      const taken = alpha
        ? 3 * across[own] + next
        : x & 1
          ? 2 * (across[own] + next)
          : 4 * across[own];
      const pixel = pixels[at];
      if (pixel !== colour || taken !== shift) {
        colour = pixel;
        shift = taken;
        const mean = ((pixel & 255) + ((pixel >> 8) & 255) + ((pixel >> 16) & 255)) / 3;
        const exact = 16.5 + (mean - taken) * Y_SCALE;
        code = exact < 16 ? 16 : exact > 235 ? 235 : exact;
      }
      out[at] = code;
    }
  }
}
