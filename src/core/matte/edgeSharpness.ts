import type { LumaKey } from '../document/layers';
import type { KeyFrame } from './findKey';
import { AT, keyConstants } from './keyConstants';
import { SEEN } from './keyLayout';
import { largestBeside, smallestBeside, squaresFromKey } from './sharpAlpha';

/** Sides of the cells whose largest distance, with that of those round them, stands for the artwork's strength. */
const CELL = 16;

/**
 * Edges count as sharp where beside so many of the backdrop's last pixels lie such as have this share of that strength.
 * Photographs of hair and leaves have 0.6 to 0.74 such pixels, the same blurred by a pixel 0.16 to 0.24, smoke 0.08.
 */
const ENOUGH = 0.4;
const SHARP_SHARE = 0.48;

/** Shares are counted in so many steps. */
const STEPS = 100;

const { ceil, floor, max, sqrt } = Math;

/** @param frames of one clip at their own size: smaller ones are sharper */
export const withEdges = (key: LumaKey, frames: readonly KeyFrame[]): LumaKey => ({
  ...key,
  edges: edgesIn(frames, key),
});

/**
 * Whether artwork rises from the backdrop within a pixel or two, as letters and leaves in focus do, or slowly, as smoke
 * and blur.
 */
function edgesIn(frames: readonly KeyFrame[], key: LumaKey): LumaKey['edges'] {
  const counts = new Float64Array(STEPS + 1);
  for (const frame of frames) countShares(frame, keyConstants(key), counts);
  const edge = counts.reduce((sum, count) => sum + count, 0);
  const sharp = counts.slice(floor(SHARP_SHARE * STEPS)).reduce((sum, count) => sum + count, 0);
  return sharp > ENOUGH * edge ? 'sharp' : 'soft';
}

/** Counts, at the backdrop's last pixels, the share of the artwork's strength that lies right beside each. */
function countShares(
  { data, width, height }: KeyFrame,
  constants: Float32Array,
  counts: Float64Array,
): void {
  const squares = squaresFromKey(data, constants);
  const farthest = largestBeside(squares, width, height);
  const nearest = smallestBeside(squares, width, height);
  const strengths = strengthsOf(squares, width, height);
  const across = ceil(width / CELL);
  const clear = constants[AT.low] ** 2;
  const seen = SEEN ** 2 * clear;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const at = y * width + x;
      if (nearest[at] > clear || farthest[at] <= seen) continue;
      const strength = strengths[floor(y / CELL) * across + floor(x / CELL)];
      counts[floor(sqrt(farthest[at] / strength) * STEPS)]++;
    }
  }
}

/** The largest square of each cell and of those round it. */
function strengthsOf(squares: Float32Array, width: number, height: number): Float32Array {
  const [across, down] = [ceil(width / CELL), ceil(height / CELL)];
  const cells = new Float32Array(across * down);
  for (let at = 0; at < squares.length; at++) {
    const cell = floor(floor(at / width) / CELL) * across + floor((at % width) / CELL);
    cells[cell] = max(cells[cell], squares[at]);
  }
  return largestBeside(cells, across, down);
}
