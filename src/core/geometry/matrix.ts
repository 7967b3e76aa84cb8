/** A 2-D affine map: x' = a·x + c·y + e, y' = b·x + d·y + f (the order of the canvas's setTransform). */
export type Matrix = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

export interface Point {
  readonly x: number;
  readonly y: number;
}

export const IDENTITY: Matrix = [1, 0, 0, 1, 0, 0];

export const translation = (x: number, y: number): Matrix => [1, 0, 0, 1, x, y];

export const scaling = (x: number, y: number): Matrix => [x, 0, 0, y, 0, 0];

/** Clockwise on screen, in degrees. */
export function rotation(degrees: number): Matrix {
  const radians = (degrees * Math.PI) / 180;
  const cos = Math.cos(radians);
  const sin = Math.sin(radians);
  return [cos, sin, -sin, cos, 0, 0];
}

/** The map that does the last of `maps` first. */
export const multiply = (...maps: readonly Matrix[]): Matrix => maps.reduce(multiplyTwo, IDENTITY);

function multiplyTwo(m: Matrix, n: Matrix): Matrix {
  return [
    m[0] * n[0] + m[2] * n[1],
    m[1] * n[0] + m[3] * n[1],
    m[0] * n[2] + m[2] * n[3],
    m[1] * n[2] + m[3] * n[3],
    m[0] * n[4] + m[2] * n[5] + m[4],
    m[1] * n[4] + m[3] * n[5] + m[5],
  ];
}

export const apply = (m: Matrix, { x, y }: Point): Point => ({
  x: m[0] * x + m[2] * y + m[4],
  y: m[1] * x + m[3] * y + m[5],
});

/** The factor by which a map enlarges lengths, as the root of its area factor. */
export const enlargement = (m: Matrix): number => Math.sqrt(Math.abs(m[0] * m[3] - m[1] * m[2]));

/** The map that undoes another one; of one that leads all to a line or point, the identity. */
export function inverse([a, b, c, d, e, f]: Matrix): Matrix {
  const det = a * d - b * c;
  if (det === 0) return [1, 0, 0, 1, 0, 0];
  return [d / det, -b / det, -c / det, a / det, (c * f - d * e) / det, (b * e - a * f) / det];
}
