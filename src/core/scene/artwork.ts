import type { Layer, Place } from '../document/types';
import { layoutWords, type PlacedGlyph } from '../text/layout';
import type { SceneAssets } from './assets';
import type { Box } from './box';
import { IDENTITY, multiply, rotation, scaling, translation, type Matrix } from './matrix';
import { shapePath } from './shapes';

/** A layer's outlines in layer pixels, before its place and moves. */
export interface LayerArtwork {
  readonly glyphs: readonly PlacedGlyph[];
  readonly box: Box;
}

export const placeMatrix = (place: Place): Matrix =>
  multiply(
    translation(place.x, place.y),
    rotation(place.rotation),
    scaling(place.scale, place.scale),
  );

/** Laying words out costs far more than moving them; a layer object never changes, so it is the key. */
const laidOut = new WeakMap<Layer, LayerArtwork>();

/** Outlines of a layer; a words layer whose font is missing has none. */
export function layerArtwork(layer: Layer, assets: SceneAssets): LayerArtwork {
  const known = laidOut.get(layer);
  if (known) return known;
  const font = layer.kind === 'words' ? assets.font(layer.font) : undefined;
  if (layer.kind === 'words' && !font) return { glyphs: [], box: EMPTY_BOX };
  const artwork = layer.kind === 'words' ? layoutWords(layer, font!) : shapeArtwork(layer);
  laidOut.set(layer, artwork);
  return artwork;
}

const EMPTY_BOX: Box = { left: 0, top: 0, right: 0, bottom: 0 };

function shapeArtwork(layer: Extract<Layer, { kind: 'shape' }>): LayerArtwork {
  const box = {
    left: -layer.width / 2,
    top: -layer.height / 2,
    right: layer.width / 2,
    bottom: layer.height / 2,
  };
  const unit = { letters: 0, words: 0, lines: 0 };
  return { glyphs: [{ d: shapePath(layer), matrix: IDENTITY, box, unit }], box };
}
