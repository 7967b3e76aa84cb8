import type { Font } from 'fontkit';
import type { Bundle } from '../document/bundle';
import type { Footage, Overlay } from '../document/types';

/** What a scene needs beside its document; undefined when it is not in the kit. */
export interface SceneAssets {
  readonly font: (id: string) => Font | undefined;
  readonly footage: (id: string) => Footage | undefined;
  readonly overlay: (id: string) => Overlay | undefined;
}

/** A bundle as a scene's assets, with fonts from wherever the caller has them. */
export function bundleAssets(bundle: Bundle, font: SceneAssets['font']): SceneAssets {
  const footage = new Map(bundle.footage.map((entry) => [entry.id, entry]));
  const overlays = new Map(bundle.overlays.map((entry) => [entry.id, entry]));
  return { font, footage: (id) => footage.get(id), overlay: (id) => overlays.get(id) };
}
