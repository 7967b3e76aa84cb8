import type { Rate } from '../time';

/** What of a picture is kept, and how. */
export interface Profile {
  /** How files name it. */
  readonly fourCc: 'ap4h' | 'apch';
  /** Whether chroma has as many columns as luma, or half of them. */
  readonly wholeChroma: boolean;
  /** Bits of a pixel’s alpha; none where it is left out. */
  readonly alphaBits: 0 | 8 | 16;
  /** Megabits a second that the colours of 1920 × 1080 at 29.97 do not go beyond. */
  readonly megabits: number;
}

/** Straight alpha; the painter’s has 8 bits, which come back exactly. */
export const PRORES_4444: Profile = {
  fourCc: 'ap4h',
  wholeChroma: true,
  alphaBits: 8,
  megabits: 330,
};

export const PRORES_422_HQ: Profile = {
  fourCc: 'apch',
  wholeChroma: false,
  alphaBits: 0,
  megabits: 220,
};

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** Pixels on a side of a macroblock. */
export const MACROBLOCK = 16;

export const macroblocks = (pixels: number): number => Math.ceil(pixels / MACROBLOCK);

/** The bytes that a frame’s colours do not go beyond: in proportion to its macroblocks, whatever the rate. */
export const colourLimit = ({ megabits }: Profile, { width, height }: Size): number => {
  const reference: Rate = { num: 30000, den: 1001 };
  const whole = (megabits * 1e6 * reference.den) / reference.num / 8;
  const share =
    (macroblocks(width) * macroblocks(height)) / (macroblocks(1920) * macroblocks(1080));
  return Math.floor(whole * share);
};
