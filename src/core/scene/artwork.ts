import type { Font } from 'fontkit';
import type { FootageLayer, InkLayer, Layer, ShapeLayer } from '../document/layers';
import { strokesBox } from '../ink/points';
import { pointOnPath } from '../geometry/path';
import { counterText } from '../text/counter';
import { layoutWords, type PlacedGlyph } from '../text/layout';
import type { SceneAssets } from './assets';
import { boxAround, type Box } from '../geometry/box';
import { IDENTITY } from '../geometry/matrix';
import { shapeKind } from '../shapes';
import { boxRound, roundedPath } from '../shapes/rounded';

/** A layer's outlines in layer pixels, before its place and moves. */
export interface LayerArtwork {
  readonly glyphs: readonly PlacedGlyph[];
  readonly box: Box;
}

export const EMPTY_BOX: Box = { left: 0, top: 0, right: 0, bottom: 0 };

const NOTHING: LayerArtwork = { glyphs: [], box: EMPTY_BOX };

interface LaidOut {
  readonly font: Font | undefined;
  readonly texts: Map<string, LayerArtwork>;
}

/**
 * Laying words out costs far more than moving them; a layer object never changes, so it is the key. The font of its id
 * may: it can be deleted, or another file takes its place.
 */
const laidOut = new WeakMap<Layer, LaidOut>();

/** Texts of a counter kept for a layer, before they are forgotten. */
const TEXTS_KEPT = 100;

/**
 * Outlines of a layer at a frame; a words layer whose font is missing has none, groups and nested
 * overlays have none of their own; what is drawn with a pen is drawn frame by frame.
 */
export function layerArtwork(layer: Layer, frame: number, assets: SceneAssets): LayerArtwork {
  const text = layer.kind === 'words' ? counterText(layer, frame) : '';
  const font = layer.kind === 'words' ? assets.font(layer.font) : undefined;
  const before = laidOut.get(layer);
  const texts = before && before.font === font ? before.texts : new Map<string, LayerArtwork>();
  const known = texts.get(text);
  if (known) return known;
  const artwork = drawn(layer, text, font);
  if (!artwork) return NOTHING;
  if (texts.size >= TEXTS_KEPT) texts.clear();
  laidOut.set(layer, { font, texts: texts.set(text, artwork) });
  return artwork;
}

function drawn(layer: Layer, text: string, font: Font | undefined): LayerArtwork | null {
  switch (layer.kind) {
    case 'words':
      return font ? layoutWords({ ...layer, text }, font) : null;
    case 'shape':
      return shapeArtwork(layer);
    case 'picture':
    case 'clip':
      return boxArtwork(layer);
    case 'ink':
      return inkArtwork(layer);
    default:
      return null;
  }
}

/** The box of all its drawings together, so that it does not jump from one drawing to the next. */
const inkArtwork = ({ drawings }: InkLayer): LayerArtwork => ({
  glyphs: [],
  box: strokesBox(drawings.flatMap(({ strokes }) => strokes)) ?? EMPTY_BOX,
});

const ONE_UNIT = { letters: 0, words: 0, lines: 0 };

const single = (d: string, box: Box): LayerArtwork => ({
  glyphs: [{ d, matrix: IDENTITY, box, unit: ONE_UNIT }],
  box,
});

function shapeArtwork(layer: ShapeLayer): LayerArtwork {
  const kind = shapeKind(layer.shape);
  const box =
    kind.points && layer.points.length > 1 ? pathBox(layer) : boxRound(layer.width, layer.height);
  return single(kind.path(layer, layer.params, layer.points), box);
}

/** Places along a path at which its box is taken. */
const BOX_STEPS = 256;

function pathBox({ points, params }: ShapeLayer): Box {
  const path = params.closed ? [...points, points[0]] : points;
  return boxAround(
    Array.from({ length: BOX_STEPS + 1 }, (_, i) => pointOnPath(path, i / BOX_STEPS)),
  );
}

/** A picture's outline is its box, cropped and with its corners rounded. */
function boxArtwork({ width, height, edges: { crop, radius } }: FootageLayer): LayerArtwork {
  const whole = boxRound(width, height);
  const shown = croppedBox(whole, crop);
  const limit = Math.min(shown.right - shown.left, shown.bottom - shown.top) / 2;
  return { ...single(roundedPath(shown, Math.min(radius, Math.max(0, limit))), shown), box: whole };
}

/** A box without the shares cropped from its sides. */
export function croppedBox(box: Box, crop: Layer['edges']['crop']): Box {
  const width = box.right - box.left;
  const height = box.bottom - box.top;
  const left = box.left + width * crop.left;
  const top = box.top + height * crop.top;
  return {
    left,
    top,
    right: Math.max(left, box.right - width * crop.right),
    bottom: Math.max(top, box.bottom - height * crop.bottom),
  };
}
