import type { Font } from 'fontkit';
import type { Footage, Overlay } from '../document/types';

/** What a scene needs beside its document; undefined when it is not in the kit. */
export interface SceneAssets {
  readonly font: (id: string) => Font | undefined;
  readonly footage: (id: string) => Footage | undefined;
  readonly overlay: (id: string) => Overlay | undefined;
}
