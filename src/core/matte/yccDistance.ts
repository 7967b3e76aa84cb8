import { LUMA } from '../colour';
import { AT } from './keyConstants';

const CB = 1 / (2 * (1 - LUMA.b) * 255);
const CR = 1 / (2 * (1 - LUMA.r) * 255);

/** How far apart two colours are, squared: chroma, and luma by its weight. Differences are 0…255. */
export function yccSquare(r: number, g: number, b: number, lumaWeight: number): number {
  const y = LUMA.r * r + LUMA.g * g + LUMA.b * b;
  const u = (b - y) * CB;
  const v = (r - y) * CR;
  return (lumaWeight * y * y) / 65_025 + u * u + v * v;
}

/** Measures squared distances from a colour, as keys go by them. */
export function squareFrom(ground: Float32Array, constants: Float32Array) {
  const [red, green, blue] = ground;
  const weight = constants[AT.lumaFromKey];
  return (r: number, g: number, b: number): number =>
    yccSquare(r - red, g - green, b - blue, weight);
}
