import type { FootageLayer } from '../../document/layers';
import type { LayerArtwork } from '../artwork';
import { pictureIn } from '../fill';
import type { ArtworkItem } from '../types';
import {
  apartFrom,
  elapsedFrames,
  fillSetting,
  lookOf,
  type Drawn,
  type FrameSetting,
  type Placing,
} from './types';

/** Footage in its box, keyed where the layer has a key. */
export function footageItems(
  layer: FootageLayer,
  artwork: LayerArtwork,
  placing: Placing,
  setting: FrameSetting,
): Drawn {
  // A clip's own time says since when it has been running.
  const place = { ...fillSetting(layer, placing, setting), elapsed: elapsedFrames(layer, setting) };
  const time = layer.kind === 'clip' ? layer.time : null;
  const picture = layer.footage
    ? pictureIn(layer.footage, time, layer.fit, place.box, place.matrix, place)
    : null;
  if (!picture) return apartFrom([]);
  const [glyph] = artwork.glyphs;
  const item: ArtworkItem = {
    kind: 'artwork',
    outlines: [{ d: glyph.d, matrix: placing.moved, opacity: 1 }],
    fill: { kind: 'picture', picture: { ...picture, key: layer.key }, opacity: 1 },
    border: layer.border,
    wall: null,
    opacity: 1,
    blend: 'normal',
    ...lookOf(layer, placing),
  };
  return apartFrom([item]);
}
