import { fontsOf, footageOf, type Bundle } from '../document';
import type { Layer, Overlay } from '../document/types';
import { fontFamily } from '../fonts';

/** Names of an overlay's layers that use something which is no longer in the kit. */
export function missingIn({ document, overlays, footage, fonts, luts }: Bundle): readonly string[] {
  const has = (entries: readonly { readonly id: string }[], id: string) =>
    entries.some((entry) => entry.id === id);
  const lacks = (layer: Layer): boolean =>
    fontsOf(layer).some((id) => !fontFamily(id) && !has(fonts, id)) ||
    footageOf(layer).some((id) => !has(footage, id)) ||
    (layer.effects.lut !== null && !has(luts, layer.effects.lut)) ||
    (layer.kind === 'overlay' && !has(overlays, layer.overlay));
  const inside = (stack: Pick<Overlay, 'layers'>) =>
    stack.layers.filter(lacks).map(({ name }) => name);
  return [document, ...overlays].flatMap(inside);
}
