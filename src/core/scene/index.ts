import type { Landing, Overlay } from '../document/types';
import type { SceneAssets } from './assets';
import { landingScene } from './landingScene';
import { overlayScene } from './overlayScene';
import type { DrawItem, PictureItem, Scene } from './types';

export type { SceneAssets } from './assets';
export type { Box, Quad } from './box';
export { boxAround, boxCentre, quadHolds } from './box';
export type { Matrix, Point } from './matrix';
export { apply, multiply, scaling, translation } from './matrix';
export { layerQuads } from './overlayScene';
export { itemAlone, itemQuads, withoutKeys } from './landingScene';
export type { ArtworkItem, DrawItem, GroupItem, Outline, PictureItem, Scene } from './types';

/** The one way to compute a frame of any document. */
export function sceneAt(document: Overlay | Landing, frame: number, assets: SceneAssets): Scene {
  return document.kind === 'overlay'
    ? overlayScene(document, frame, assets)
    : landingScene(document, frame, assets);
}

/** Every picture a scene needs, groups included. */
export function picturesOf(items: readonly DrawItem[]): readonly PictureItem[] {
  return items.flatMap((item) => {
    if (item.kind === 'picture') return [item];
    return item.kind === 'group' ? picturesOf(item.items) : [];
  });
}
