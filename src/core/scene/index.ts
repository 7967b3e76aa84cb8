import type { DrawItem, PictureItem } from './types';

export { bundleAssets, type SceneAssets } from './assets';
export type { Box, Quad } from '../geometry/box';
export { boxAround, boxCentre, quadHolds } from '../geometry/box';
export type { Matrix, Point } from '../geometry/matrix';
export { apply, inverse, multiply, scaling, translation } from '../geometry/matrix';
export { plainGroup } from './types';
export { layerBox, layerQuads } from './layerBoxes';
export { layerTree, type LayerTree } from '../document/tree';
export { layerAlone, withoutKeys, withoutSpill } from './alone';
export { stackScene as sceneAt } from './stackScene';
export type {
  ArtworkItem,
  DrawItem,
  GroupItem,
  Mask,
  Outline,
  PictureItem,
  Scene,
  Shading,
} from './types';

/** Every picture a scene needs: in groups, fills and masks too. */
export function picturesOf(items: readonly DrawItem[]): readonly PictureItem[] {
  return items.flatMap((item) => {
    if (item.kind === 'picture') return [item];
    if (item.kind === 'artwork') return item.fill.kind === 'picture' ? [item.fill.picture] : [];
    const masks = item.masks.flatMap((mask) => (mask.kind === 'items' ? mask.items : []));
    return [...picturesOf(item.items), ...picturesOf(masks)];
  });
}
