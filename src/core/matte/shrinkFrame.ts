import type { YuvMatrix } from '../colour/yuvMatrix';
import type { I420 } from './repairChroma';

/**
 * A smaller picture straight from a frame's planes: each pixel is the mean of four luma samples,
 * spread over what it stands for, with the mean of the chroma beside them. Good enough to look at while it plays.
 *
 * The reference of the compiled kernel.
 * @returns outWidth × outHeight × 4 bytes, opaque
 */
export function shrunkRgba(
  { width, height, y, u, v }: I420,
  matrix: YuvMatrix,
  outWidth: number,
  outHeight: number,
): Uint8ClampedArray {
  const out = new Uint8ClampedArray(outWidth * outHeight * 4);
  const half = (width + 1) >> 1;
  const stepX = Math.floor((width * 65_536) / outWidth);
  const stepY = Math.floor((height * 65_536) / outHeight);
  const at = (index: number, step: number, share: number, last: number) =>
    Math.min(last, Math.floor((index * step + Math.floor(step * share)) / 65_536));
  for (let row = 0; row < outHeight; row++) {
    const y1 = at(row, stepY, 0.25, height - 1);
    const y2 = at(row, stepY, 0.75, height - 1);
    for (let column = 0; column < outWidth; column++) {
      const x1 = at(column, stepX, 0.25, width - 1);
      const x2 = at(column, stepX, 0.75, width - 1);
      const luma = (mean(y, width, y1, y2, x1, x2) - matrix.black) * matrix.luma;
      const du = mean(u, half, y1 >> 1, y2 >> 1, x1 >> 1, x2 >> 1) - 128;
      const dv = mean(v, half, y1 >> 1, y2 >> 1, x1 >> 1, x2 >> 1) - 128;
      const to = (row * outWidth + column) * 4;
      out[to] = luma + matrix.vToR * dv;
      out[to + 1] = luma + matrix.uToG * du + matrix.vToG * dv;
      out[to + 2] = luma + matrix.uToB * du;
      out[to + 3] = 255;
    }
  }
  return out;
}

/** The mean of a plane's samples at two columns of two rows. */
const mean = (
  plane: Uint8Array,
  width: number,
  row1: number,
  row2: number,
  column1: number,
  column2: number,
): number =>
  (plane[row1 * width + column1] +
    plane[row1 * width + column2] +
    plane[row2 * width + column1] +
    plane[row2 * width + column2]) /
  4;
