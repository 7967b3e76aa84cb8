export type Rgb = readonly [r: number, g: number, b: number];

/** 0…255 channels of `#rrggbb`. */
export function parseHex(hex: string): Rgb {
  const value = parseInt(hex.slice(1), 16);
  return [(value >> 16) & 255, (value >> 8) & 255, value & 255];
}

export const toHex = (rgb: Rgb): string =>
  `#${rgb.map((channel) => Math.round(channel).toString(16).padStart(2, '0')).join('')}`;

/** BT.709 luma weights (ITU-R BT.709-6, 3.2). */
export const LUMA = { r: 0.2126, g: 0.7152, b: 0.0722 } as const;

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

/** Light of an sRGB channel, both 0…1 (IEC 61966-2-1, as WCAG 2 uses it). */
export const linearLight = (channel: number): number =>
  channel <= 0.04045 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4;
