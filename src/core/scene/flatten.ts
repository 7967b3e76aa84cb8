import { apply, type Matrix, type Point } from '../geometry/matrix';

/** Straight pieces a curve becomes. */
const PIECES = 12;

/**
 * The closed polygons of path data, curves as short straight pieces.
 * @param d absolute commands M, L, H, V, Q, C and Z, as fonts and shapes here write them
 */
export function flatten(d: string, matrix: Matrix): readonly (readonly Point[])[] {
  const polygons: Point[][] = [];
  let at: Point = { x: 0, y: 0 };
  const draw = (points: readonly Point[]) => {
    polygons[polygons.length - 1].push(...points);
    at = points[points.length - 1];
  };
  for (const [, command, numbers] of d.matchAll(/([MLHVQCZ])([^MLHVQCZ]*)/g)) {
    const values = (numbers.match(/-?\d*\.?\d+(?:e-?\d+)?/g) ?? []).map(Number);
    const point = (i: number): Point => ({ x: values[i], y: values[i + 1] });
    if (command === 'M') {
      at = point(0);
      polygons.push([at]);
    } else if (command === 'L') draw([point(0)]);
    else if (command === 'H') draw([{ x: values[0], y: at.y }]);
    else if (command === 'V') draw([{ x: at.x, y: values[0] }]);
    else if (command === 'Q') draw(curve([at, point(0), point(2)]));
    else if (command === 'C') draw(curve([at, point(0), point(2), point(4)]));
  }
  return polygons
    .filter((polygon) => polygon.length > 2)
    .map((polygon) => polygon.map((corner) => apply(matrix, corner)));
}

const curve = (controls: readonly Point[]): readonly Point[] =>
  Array.from({ length: PIECES }, (_, i) => casteljau(controls, (i + 1) / PIECES));

function casteljau(points: readonly Point[], t: number): Point {
  if (points.length === 1) return points[0];
  const next = points.slice(1).map((b, i) => {
    const a = points[i];
    return { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
  });
  return casteljau(next, t);
}
