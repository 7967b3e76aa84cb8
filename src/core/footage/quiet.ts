import type { Box } from '../geometry/box';
import type { SmallFrame } from './smallFrames';

/** How busy each cell of a picture is over a span of time, 0 (calm) to 1, row by row. */
export interface QuietMap {
  readonly columns: number;
  readonly rows: number;
  readonly busy: readonly number[];
}

export const COLUMNS = 32;
export const ROWS = 18;

/** Motion disturbs words more than detail that stands still. */
const MOTION_WEIGHT = 2;

/**
 * Detail (differences between neighbouring pixels) and motion (differences between neighbouring
 * frames) of footage, cell by cell.
 * @param pairs frames spread over the time, each with the one after it
 */
export function quietMap(pairs: readonly (readonly [SmallFrame, SmallFrame])[]): QuietMap {
  const sums = new Float64Array(COLUMNS * ROWS);
  const counts = new Float64Array(COLUMNS * ROWS);
  for (const [frame, next] of pairs) {
    const { width, height, data } = frame;
    for (let y = 0; y < height - 1; y++) {
      for (let x = 0; x < width - 1; x++) {
        const at = (y * width + x) * 4;
        const cell = Math.floor((y * ROWS) / height) * COLUMNS + Math.floor((x * COLUMNS) / width);
        const detail = (off(data, at, data, at + 4) + off(data, at, data, at + width * 4)) / 2;
        sums[cell] += detail + MOTION_WEIGHT * off(data, at, next.data, at);
        counts[cell]++;
      }
    }
  }
  const means = Array.from(sums, (sum, cell) => (counts[cell] > 0 ? sum / counts[cell] : 0));
  const most = Math.max(1e-6, ...means);
  return { columns: COLUMNS, rows: ROWS, busy: means.map((mean) => mean / most) };
}

const off = (a: Uint8ClampedArray, i: number, b: Uint8ClampedArray, k: number): number =>
  Math.abs(a[i] - b[k]) + Math.abs(a[i + 1] - b[k + 1]) + Math.abs(a[i + 2] - b[k + 2]);

/** A rectangle in shares of the picture, and how busy it is on average. */
export interface QuietSpot {
  readonly box: Box;
  readonly busy: number;
}

/** How much of a spot another one may cover and still be a proposal of its own. */
const SHARED = 0.3;

/**
 * The calmest rectangles of a size, inside the safe area, the calmest first; they hardly overlap.
 * @param width,height of the rectangle, shares of the picture
 * @param margin share of the picture along its border that is kept free
 */
export function quietSpots(
  map: QuietMap,
  width: number,
  height: number,
  margin: number,
  count = 3,
): readonly QuietSpot[] {
  const spots: QuietSpot[] = [];
  const [stepX, stepY] = [1 / map.columns, 1 / map.rows];
  const all: QuietSpot[] = [];
  for (let top = margin; top + height <= 1 - margin + 1e-9; top += stepY / 2) {
    for (let left = margin; left + width <= 1 - margin + 1e-9; left += stepX / 2) {
      const box = { left, top, right: left + width, bottom: top + height };
      all.push({ box, busy: busyIn(map, box) });
    }
  }
  all.sort((a, b) => a.busy - b.busy);
  for (const spot of all) {
    if (spots.length === count) break;
    if (spots.every((taken) => overlap(taken.box, spot.box) < SHARED)) spots.push(spot);
  }
  return spots;
}

function busyIn({ columns, rows, busy }: QuietMap, box: Box): number {
  let sum = 0;
  let area = 0;
  for (let row = Math.floor(box.top * rows); row < Math.min(rows, box.bottom * rows); row++) {
    const high = Math.min(box.bottom * rows, row + 1) - Math.max(box.top * rows, row);
    for (
      let column = Math.floor(box.left * columns);
      column < Math.min(columns, box.right * columns);
      column++
    ) {
      const wide = Math.min(box.right * columns, column + 1) - Math.max(box.left * columns, column);
      sum += busy[row * columns + column] * wide * high;
      area += wide * high;
    }
  }
  return area > 0 ? sum / area : 1;
}

/** The share of a box that another one of the same size covers. */
function overlap(a: Box, b: Box): number {
  const wide = Math.min(a.right, b.right) - Math.max(a.left, b.left);
  const high = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
  if (wide <= 0 || high <= 0) return 0;
  return (wide * high) / ((a.right - a.left) * (a.bottom - a.top));
}
