import { boxAround } from '../geometry/box';
import type { Point } from '../geometry/matrix';

/** An upright rectangle by its middle and half its height. */
export interface Inscribed {
  readonly centre: Point;
  readonly halfHeight: number;
}

/** How near to the largest possible half height the search goes, as a share of the outline's size. */
const PRECISION = 1e-3;

/** A square cell of the search: `distance` is from its middle to the outline, below 0 outside. */
interface Cell {
  readonly x: number;
  readonly y: number;
  readonly half: number;
  readonly distance: number;
}

/**
 * The largest upright rectangle of one aspect ratio that lies wholly inside an outline, holes
 * respected (non-zero winding). With x divided by the aspect it is the largest square, whose middle
 * is the point farthest from the outline by the larger of the two coordinates' distances; found by
 * dividing cells, the most promising first, as in "A new algorithm for finding a visual center of a
 * polygon" (Agafonkin, 2016), there for Euclidean distance.
 * @param aspect width divided by height
 * @returns null for an outline without any inside
 */
export function largestInscribed(
  polygons: readonly (readonly Point[])[],
  aspect: number,
): Inscribed | null {
  const squeezed = polygons.map((polygon) => polygon.map(({ x, y }) => ({ x: x / aspect, y })));
  if (squeezed.length === 0) return null;
  const box = boxAround(squeezed.flat());
  const [width, height] = [box.right - box.left, box.bottom - box.top];
  const size = Math.min(width, height);
  if (size <= 0) return null;
  const cellAt = (x: number, y: number, half: number): Cell => ({
    x,
    y,
    half,
    distance: signedDistance(squeezed, x, y),
  });
  const precision = Math.max(width, height) * PRECISION;
  const cells: Cell[] = [];
  for (let x = box.left; x < box.right; x += size) {
    for (let y = box.top; y < box.bottom; y += size) {
      cells.push(cellAt(x + size / 2, y + size / 2, size / 2));
    }
  }
  let best = cells[0];
  while (cells.length > 0) {
    const cell = takeMostPromising(cells);
    if (cell.distance > best.distance) best = cell;
    if (promise(cell) - best.distance <= precision) continue;
    const half = cell.half / 2;
    for (const [dx, dy] of [
      [-half, -half],
      [half, -half],
      [-half, half],
      [half, half],
    ]) {
      cells.push(cellAt(cell.x + dx, cell.y + dy, half));
    }
  }
  if (best.distance <= 0) return null;
  return { centre: { x: best.x * aspect, y: best.y }, halfHeight: best.distance };
}

/** The farthest any point of a cell can be from the outline. */
const promise = (cell: Cell): number => cell.distance + cell.half;

function takeMostPromising(cells: Cell[]): Cell {
  let most = 0;
  for (let i = 1; i < cells.length; i++) if (promise(cells[i]) > promise(cells[most])) most = i;
  const [taken] = cells.splice(most, 1);
  return taken;
}

/** Distance to the outline by the larger coordinate, below 0 outside. */
function signedDistance(polygons: readonly (readonly Point[])[], x: number, y: number): number {
  let winding = 0;
  let nearest = Infinity;
  for (const polygon of polygons) {
    for (let i = 0; i < polygon.length; i++) {
      const a = polygon[i];
      const b = polygon[(i + 1) % polygon.length];
      if (a.y <= y !== b.y <= y) {
        const crossing = a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x);
        if (crossing > x) winding += b.y > a.y ? 1 : -1;
      }
      nearest = Math.min(nearest, segmentDistance(a, b, x, y));
    }
  }
  return winding === 0 ? -nearest : nearest;
}

/**
 * The least, along a segment, of max(|dx|, |dy|): convex, so it lies at an end, where one of the two
 * is zero, or where both are equal.
 */
function segmentDistance(a: Point, b: Point, x: number, y: number): number {
  const [ax, ay] = [a.x - x, a.y - y];
  const [vx, vy] = [b.x - a.x, b.y - a.y];
  let least = Infinity;
  for (const t of [0, 1, -ax / vx, -ay / vy, (ay - ax) / (vx - vy), -(ax + ay) / (vx + vy)]) {
    if (!(t >= 0 && t <= 1)) continue;
    least = Math.min(least, Math.max(Math.abs(ax + t * vx), Math.abs(ay + t * vy)));
  }
  return least;
}
