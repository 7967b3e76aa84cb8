import { quantize } from 'gifenc';
import { luma, toHex, type Rgb } from '@/core/colour';
import type { Footage } from '@/core/document';
import { someFrames } from './smallFrames';

/** Colours of a palette, and frames they are taken from. */
const PALETTE = 6;
const PALETTE_SAMPLES = 5;

/** The colours a picture or clip is made of, dark ones first, as `#rrggbb`. */
export async function findPalette(footage: Footage): Promise<readonly string[]> {
  const frames = await someFrames(footage, PALETTE_SAMPLES);
  const pixels = new Uint8ClampedArray(frames.reduce((sum, { data }) => sum + data.length, 0));
  frames.forEach(({ data }, i) => pixels.set(data, i * data.length));
  return quantize(pixels, PALETTE, { format: 'rgb565' })
    .map(([r, g, b]): Rgb => [r, g, b])
    .sort((a, b) => luma(...a) - luma(...b))
    .map(toHex);
}
