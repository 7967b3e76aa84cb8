import { converter, formatHex } from 'culori';
import { BLUE, GREEN, RED } from './bt709';

const rgb = converter('rgb');
const toLinear = converter('lrgb');

export type Rgb = readonly [r: number, g: number, b: number];

/** 0…255 channels of `#rrggbb`. */
export function parseHex(hex: string): Rgb {
  const { r, g, b } = rgb(hex)!;
  return [Math.round(r * 255), Math.round(g * 255), Math.round(b * 255)];
}

/** `#rrggbb` of 0…255 channels. */
export const toHex = ([r, g, b]: Rgb): string =>
  formatHex({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 });

export const LUMA = { r: RED, g: GREEN, b: BLUE } as const;

/** Luma 0…1 of 0…255 channels. */
export const luma = (r: number, g: number, b: number): number =>
  (LUMA.r * r + LUMA.g * g + LUMA.b * b) / 255;

/** Colour-difference signals of BT.709, each −0.5…0.5, of 0…255 channels. */
export function chroma(r: number, g: number, b: number): readonly [cb: number, cr: number] {
  const y = luma(r, g, b);
  return [(b / 255 - y) / (2 * (1 - LUMA.b)), (r / 255 - y) / (2 * (1 - LUMA.r))];
}

export const chromaDistance = (
  a: readonly [number, number],
  b: readonly [number, number],
): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** Light, 0…1, of each of the 256 levels of an sRGB channel (IEC 61966-2-1, as WCAG 2 uses it). */
export const LINEAR_LIGHT = Float64Array.from(
  { length: 256 },
  (_, level) => toLinear({ mode: 'rgb', r: level / 255, g: 0, b: 0 }).r,
);
