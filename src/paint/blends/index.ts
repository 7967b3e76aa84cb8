import type { Blend } from '@/core/document';
import { cssBlend, type NamelessBlend } from '@/core/document/properties/blend';
import { linearBurn } from './linearBurn';

/** A separable blend: what one channel becomes where both are solid, in levels of 0…255. */
export type Mix = (backdrop: number, source: number) => number;

/** What is not painted by its CSS name: by another name of the canvas, or pixel by pixel. */
const OWN: Readonly<Record<NamelessBlend | 'normal', GlobalCompositeOperation | Mix>> = {
  normal: 'source-over',
  'linear burn': linearBurn,
  add: 'lighter',
};

const blendingOf = (blend: Blend): GlobalCompositeOperation | Mix =>
  blend in OWN ? OWN[blend as keyof typeof OWN] : (cssBlend(blend) as GlobalCompositeOperation);

/** How a blend is worked out pixel by pixel; null where the canvas does it. */
export function mixOf(blend: Blend): Mix | null {
  const blending = blendingOf(blend);
  return typeof blending === 'string' ? null : blending;
}

/** The canvas's name of a blend; plain laying-over for one that is worked out by its mix. */
export function compositeOf(blend: Blend): GlobalCompositeOperation {
  const blending = blendingOf(blend);
  return typeof blending === 'string' ? blending : 'source-over';
}

/**
 * Lays a source over a backdrop by a mix B, composited as the W3C specification does for all
 * blends: co = cs·αs·(1 − αb) + cb·αb·(1 − αs) + αs·αb·B(cb, cs).
 * @param backdrop straight RGBA, changed in place
 * @param source straight RGBA of the same size
 * @param opacity of the source, 0…1
 */
export function mixPixels(
  backdrop: Uint8ClampedArray,
  source: Uint8ClampedArray,
  opacity: number,
  mix: Mix,
): void {
  for (let at = 0; at < backdrop.length; at += 4) {
    const as = (source[at + 3] / 255) * opacity;
    if (as === 0) continue;
    const ab = backdrop[at + 3] / 255;
    const alpha = as + ab * (1 - as);
    for (let channel = at; channel < at + 3; channel++) {
      const cs = source[channel];
      const cb = backdrop[channel];
      const colour = cs * as * (1 - ab) + cb * ab * (1 - as) + mix(cb, cs) * as * ab;
      backdrop[channel] = colour / alpha;
    }
    backdrop[at + 3] = alpha * 255;
  }
}
