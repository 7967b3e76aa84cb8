import type { GroupLayer, Layer, StaggerUnit } from '../document/layers';
import type { Stack } from '../document/types';
import { layerAt } from '../motion/channels';
import type { UnitIndex } from '../text/units';
import { layerArtwork, type LayerArtwork } from './artwork';
import { placeMatrix } from '../geometry/placeMatrix';
import type { SceneAssets } from './assets';
import { boxAround, mapBox, type Box, type Quad } from '../geometry/box';
import { keptBox } from './cut';
import { IDENTITY, multiply, type Matrix } from '../geometry/matrix';
import { layerTree, type LayerTree } from '../document/tree';

/** The box of the unit of some kind that a piece of artwork belongs to. */
type BoxLookup = (over: StaggerUnit, unit: UnitIndex, whole: Box) => Box;

const boxLookups = new WeakMap<LayerArtwork, BoxLookup>();

/** The box of the letter, word or line a unit belongs to. */
export function unitBoxes(artwork: LayerArtwork): BoxLookup {
  const known = boxLookups.get(artwork);
  if (known) return known;
  const boxes = { letters: new Map(), words: new Map(), lines: new Map() } as Record<
    Exclude<StaggerUnit, 'whole'>,
    Map<number, Box>
  >;
  for (const { box, unit } of artwork.glyphs) {
    for (const over of ['letters', 'words', 'lines'] as const) {
      const before = boxes[over].get(unit[over]);
      boxes[over].set(unit[over], before ? union(before, box) : box);
    }
  }
  const lookup: BoxLookup = (over, unit, whole) =>
    over === 'whole' ? whole : boxes[over].get(unit[over])!;
  boxLookups.set(artwork, lookup);
  return lookup;
}

const union = (a: Box, b: Box): Box =>
  boxAround([
    { x: Math.min(a.left, b.left), y: Math.min(a.top, b.top) },
    { x: Math.max(a.right, b.right), y: Math.max(a.bottom, b.bottom) },
  ]);

/** A layer's box in its own pixels: of its artwork, of what is in it, or of the nested canvas. */
export function boxOf(
  layer: Layer,
  artwork: LayerArtwork,
  { tree, assets }: { readonly tree: LayerTree; readonly assets: SceneAssets },
): Box {
  if (layer.kind === 'group') return groupBox(layer, tree, assets);
  if (layer.kind !== 'overlay') {
    const cut = layer.kind === 'words' || layer.kind === 'shape' ? layer.piece?.cut : null;
    return cut ? keptBox(artwork.box, cut) : artwork.box;
  }
  const nested = assets.overlay(layer.overlay);
  const [width, height] = nested ? [nested.width, nested.height] : [0, 0];
  return { left: -width / 2, top: -height / 2, right: width / 2, bottom: height / 2 };
}

function groupBox(layer: GroupLayer, tree: LayerTree, assets: SceneAssets): Box {
  const inside = tree.get(layer.id) ?? [];
  if (inside.length === 0) {
    const { anchorX, anchorY } = layer.place;
    return { left: anchorX, top: anchorY, right: anchorX, bottom: anchorY };
  }
  return boxAround(
    inside.flatMap((child) => {
      const box = boxOf(child, layerArtwork(child, 0, assets), { tree, assets });
      return mapBox(placeMatrix(child.place), box);
    }),
  );
}

/** A layer's box in its own pixels, at rest. */
export const layerBox = (stack: Stack, layer: Layer, assets: SceneAssets): Box =>
  boxOf(layer, layerArtwork(layer, 0, assets), { tree: layerTree(stack.layers), assets });

/**
 * Where each layer rests at a frame, in document pixels, whatever its moves do; hidden layers too.
 */
export function layerQuads(
  stack: Stack,
  assets: SceneAssets,
  frame = 0,
): ReadonlyMap<string, Quad> {
  const tree = layerTree(stack.layers);
  const quads = new Map<string, Quad>();
  const visit = (group: string | null, outer: Matrix) => {
    for (const still of tree.get(group) ?? []) {
      const layer = layerAt(still, frame);
      const box = boxOf(still, layerArtwork(still, frame, assets), { tree, assets });
      const matrix = multiply(outer, placeMatrix(layer.place));
      quads.set(layer.id, mapBox(matrix, box));
      visit(layer.id, matrix);
    }
  };
  visit(null, IDENTITY);
  return quads;
}
