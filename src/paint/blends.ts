import type { Blend } from '@/core/document';

/** The canvas's own name of each blend it has; linear burn is worked out by `linearBurn`. */
export const COMPOSITES: Readonly<Record<Exclude<Blend, 'linear burn'>, GlobalCompositeOperation>> =
  {
    normal: 'source-over',
    multiply: 'multiply',
    screen: 'screen',
    overlay: 'overlay',
    darken: 'darken',
    lighten: 'lighten',
    'color dodge': 'color-dodge',
    'color burn': 'color-burn',
    'hard light': 'hard-light',
    'soft light': 'soft-light',
    difference: 'difference',
    exclusion: 'exclusion',
    hue: 'hue',
    saturation: 'saturation',
    color: 'color',
    luminosity: 'luminosity',
    add: 'lighter',
  };

/**
 * Lays a source over a backdrop by linear burn, B(cb, cs) = max(0, cb + cs − 1), composited as the
 * W3C specification does for all blends: co = cs·αs·(1 − αb) + cb·αb·(1 − αs) + αs·αb·B(cb, cs).
 * @param backdrop straight RGBA, changed in place
 * @param source straight RGBA of the same size
 * @param opacity of the source, 0…1
 */
export function linearBurn(
  backdrop: Uint8ClampedArray,
  source: Uint8ClampedArray,
  opacity: number,
): void {
  for (let at = 0; at < backdrop.length; at += 4) {
    const as = (source[at + 3] / 255) * opacity;
    if (as === 0) continue;
    const ab = backdrop[at + 3] / 255;
    const alpha = as + ab * (1 - as);
    for (let channel = at; channel < at + 3; channel++) {
      const cs = source[channel];
      const cb = backdrop[channel];
      const burnt = Math.max(0, cb + cs - 255);
      const colour = cs * as * (1 - ab) + cb * ab * (1 - as) + burnt * as * ab;
      backdrop[channel] = colour / alpha;
    }
    backdrop[at + 3] = alpha * 255;
  }
}
