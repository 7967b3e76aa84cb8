import type { Point, Quad } from '@/core/scene';
import { TOUCH } from '../theme';

const HALF = TOUCH / 2;
/** Half of what is seen of a handle: as near it may come to the stage's edge. */
const INSET = 9;

interface Size {
  readonly width: number;
  readonly height: number;
}

/**
 * Where the handles of a chosen thing stand, in screen pixels of the stage: the one that resizes it at a
 * corner, the one that turns it off a side. Of a small thing a thumb's breadth is left to be dragged,
 * and where they would not be on the stage they stand at another corner or side.
 * @param quad its corners on the screen, clockwise from the upper left
 */
export function handlesOf(quad: Quad, stage: Size): { resize: Point; turn: Point } {
  const [a, b, c, d] = quad;
  const across = unit(a, b);
  const down = unit(a, d);
  const [wide, high] = [outwards(length(a, b)), outwards(length(a, d))];
  const corner = (at: Point, x: 1 | -1, y: 1 | -1) =>
    moved(moved(at, across, x * wide), down, y * high);
  const corners = [corner(c, 1, 1), corner(b, 1, -1), corner(d, -1, 1), corner(a, -1, -1)];
  const sides = [
    moved(between(a, b), down, -HALF),
    moved(between(d, c), down, HALF),
    moved(between(b, c), across, HALF),
    moved(between(a, d), across, -HALF),
  ];
  return { resize: firstOn(corners, stage), turn: firstOn(sides, stage) };
}

/** How far a handle stands off a thing of that length, so that they overlap in what is not needed alone. */
const outwards = (side: number): number => HALF - Math.min(HALF, Math.max(0, (side - TOUCH) / 2));

/** The first point that can be seen; where none can, the first one as near as it can be. */
function firstOn(points: readonly Point[], { width, height }: Size): Point {
  const seen = points.find(
    ({ x, y }) => x >= INSET && y >= INSET && x <= width - INSET && y <= height - INSET,
  );
  if (seen) return seen;
  const [{ x, y }] = points;
  return {
    x: Math.min(width - INSET, Math.max(INSET, x)),
    y: Math.min(height - INSET, Math.max(INSET, y)),
  };
}

const length = (from: Point, to: Point): number => Math.hypot(to.x - from.x, to.y - from.y);

function unit(from: Point, to: Point): Point {
  const far = length(from, to) || 1;
  return { x: (to.x - from.x) / far, y: (to.y - from.y) / far };
}

const between = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });

const moved = ({ x, y }: Point, by: Point, far: number): Point => ({
  x: x + by.x * far,
  y: y + by.y * far,
});
