import type { SceneAssets } from '../scene/assets';
import type { Footage, Landing, Overlay } from './types';

/** A document with the overlays and footage it uses: all that is needed to draw it, as plain data. */
export interface Bundle {
  readonly document: Overlay | Landing;
  readonly overlays: readonly Overlay[];
  readonly footage: readonly Footage[];
}

/** Gathers what `document` uses out of what the kit has. */
export function bundleOf(
  document: Overlay | Landing,
  overlay: (id: string) => Overlay | undefined,
  footage: (id: string) => Footage | undefined,
): Bundle {
  const present = <T>(values: readonly (T | undefined)[]): T[] =>
    values.filter((value) => value !== undefined);
  if (document.kind === 'overlay') {
    const guide = document.guide ? footage(document.guide.footage) : undefined;
    return { document, overlays: [], footage: present([guide]) };
  }
  const sources = document.items.map((item) => item.source);
  return {
    document,
    overlays: present(
      sources.map((source) => (source.kind === 'overlay' ? overlay(source.overlay) : undefined)),
    ),
    footage: present([
      document.base ? footage(document.base) : undefined,
      ...sources.map((source) => (source.kind === 'footage' ? footage(source.footage) : undefined)),
    ]),
  };
}

/** A bundle as a scene's assets, with fonts from wherever the caller has them. */
export const bundleAssets = (bundle: Bundle, font: SceneAssets['font']): SceneAssets => ({
  font,
  footage: (id) => bundle.footage.find((entry) => entry.id === id),
  overlay: (id) => bundle.overlays.find((entry) => entry.id === id),
});
