import { apply, type Matrix, type Point } from './matrix';

export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Corners in drawing order: top left, top right, bottom right, bottom left. */
export type Quad = readonly [Point, Point, Point, Point];

export const boxCentre = (box: Box): Point => ({
  x: (box.left + box.right) / 2,
  y: (box.top + box.bottom) / 2,
});

export const mapBox = (m: Matrix, { left, top, right, bottom }: Box): Quad => [
  apply(m, { x: left, y: top }),
  apply(m, { x: right, y: top }),
  apply(m, { x: right, y: bottom }),
  apply(m, { x: left, y: bottom }),
];

/** The smallest upright box round some points. */
export function boxAround(points: readonly Point[]): Box {
  const xs = points.map((point) => point.x);
  const ys = points.map((point) => point.y);
  return {
    left: Math.min(...xs),
    top: Math.min(...ys),
    right: Math.max(...xs),
    bottom: Math.max(...ys),
  };
}

/** Whether a point lies in a convex quad, its edges included. */
export function quadHolds(quad: Quad, point: Point): boolean {
  const sides = quad.map((corner, i) => {
    const next = quad[(i + 1) % 4];
    return (next.x - corner.x) * (point.y - corner.y) - (next.y - corner.y) * (point.x - corner.x);
  });
  return sides.every((side) => side >= 0) || sides.every((side) => side <= 0);
}
