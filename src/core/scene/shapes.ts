import type { ShapeLayer } from '../document/types';

/** Control-point distance for a quarter circle of radius 1: 4/3·(√2 − 1). */
const ARC = 0.5522847498;

/** Path data of a shape round the origin. */
export function shapePath(layer: ShapeLayer): string {
  const { width, height } = layer;
  if (layer.shape === 'ellipse') return roundedPath(width, height, width / 2, height / 2);
  const radius = Math.min(layer.radius, width / 2, height / 2);
  return roundedPath(width, height, radius, radius);
}

function roundedPath(width: number, height: number, rx: number, ry: number): string {
  const [l, t, r, b] = [-width / 2, -height / 2, width / 2, height / 2];
  if (rx === 0) return `M${l} ${t}H${r}V${b}H${l}Z`;
  const [kx, ky] = [rx * (1 - ARC), ry * (1 - ARC)];
  return (
    `M${l + rx} ${t}H${r - rx}C${r - kx} ${t} ${r} ${t + ky} ${r} ${t + ry}` +
    `V${b - ry}C${r} ${b - ky} ${r - kx} ${b} ${r - rx} ${b}` +
    `H${l + rx}C${l + kx} ${b} ${l} ${b - ky} ${l} ${b - ry}` +
    `V${t + ry}C${l} ${t + ky} ${l + kx} ${t} ${l + rx} ${t}Z`
  );
}
