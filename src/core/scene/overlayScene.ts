import type { Layer, Overlay } from '../document/types';
import type { Change } from '../motion/moves';
import { layerSampler, type UnitIndex } from '../motion/sample';
import { timeLayers, type LayerTiming } from '../motion/timing';
import type { SceneAssets } from './assets';
import { layerArtwork, placeMatrix } from './artwork';
import { boxAround, boxCentre, mapBox, type Box, type Quad } from './box';
import { enlargement, multiply, scaling, translation, type Matrix } from './matrix';
import type { ArtworkItem, Outline, Scene } from './types';

/**
 * What an overlay shows at a frame. Frames outside 0…length − 1 are drawn as well: nothing is on
 * show there unless a layer says so.
 * @throws MoonError when the overlay's cues cannot be solved
 */
export function overlayScene(overlay: Overlay, frame: number, assets: SceneAssets): Scene {
  const timing = timeLayers(overlay);
  const items = overlay.layers.flatMap((layer) =>
    layerItems(layer, timing.get(layer.id)!, frame, assets),
  );
  const backdrop = overlay.backdrop.kind === 'key' ? overlay.backdrop.colour : null;
  return { width: overlay.width, height: overlay.height, backdrop, items };
}

function layerItems(
  layer: Layer,
  timing: LayerTiming,
  frame: number,
  assets: SceneAssets,
): readonly ArtworkItem[] {
  if (layer.hidden || layer.opacity === 0 || frame < timing.from || frame >= timing.to) return [];
  const artwork = layerArtwork(layer, assets);
  const changeOf = layerSampler(layer, timing, frame);
  const place = placeMatrix(layer.place);
  const unitBoxes = groupBoxes(layer, artwork.glyphs, artwork.box);
  const outlines = artwork.glyphs
    .map((glyph): Outline => {
      const change = changeOf(glyph.unit);
      return {
        d: glyph.d,
        matrix: multiply(changeMatrix(change, place, unitBoxes(glyph.unit)), glyph.matrix),
        opacity: change.opacity,
      };
    })
    .filter((outline) => outline.opacity > 0 && enlargement(outline.matrix) > 0);
  if (outlines.length === 0) return [];
  return [
    {
      kind: 'artwork',
      outlines,
      fill: layer.fill,
      border: layer.border,
      shadow: layer.shadow,
      enlargement: layer.place.scale,
      opacity: layer.opacity,
      blend: layer.blend,
    },
  ];
}

/** A move shifts in document pixels, and grows a unit about that unit's own middle. */
function changeMatrix(change: Change, place: Matrix, unitBox: Box): Matrix {
  const { x, y } = boxCentre(unitBox);
  return multiply(
    translation(change.dx, change.dy),
    place,
    translation(x, y),
    scaling(change.scale, change.scale),
    translation(-x, -y),
  );
}

/** The finest unit any of the layer's moves is spread over decides about which middle it grows. */
function groupBoxes(
  layer: Layer,
  glyphs: readonly { readonly box: Box; readonly unit: UnitIndex }[],
  whole: Box,
): (unit: UnitIndex) => Box {
  const finest = (['letters', 'words', 'lines'] as const).find((over) =>
    layer.moves.some((move) => move.spread.over === over),
  );
  if (!finest) return () => whole;
  const boxes = new Map<number, Box>();
  for (const { box, unit } of glyphs) {
    const known = boxes.get(unit[finest]);
    boxes.set(unit[finest], known ? union(known, box) : box);
  }
  return (unit) => boxes.get(unit[finest])!;
}

const union = (a: Box, b: Box): Box =>
  boxAround([
    { x: Math.min(a.left, b.left), y: Math.min(a.top, b.top) },
    { x: Math.max(a.right, b.right), y: Math.max(a.bottom, b.bottom) },
  ]);

/** Where each layer rests, in document pixels, whatever its moves do; hidden layers too. */
export function layerQuads(overlay: Overlay, assets: SceneAssets): ReadonlyMap<string, Quad> {
  return new Map(
    overlay.layers.map((layer) => [
      layer.id,
      mapBox(placeMatrix(layer.place), layerArtwork(layer, assets).box),
    ]),
  );
}
