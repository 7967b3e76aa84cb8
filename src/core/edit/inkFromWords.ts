import { createInk, createMove } from '../document/create';
import { freeCues } from './cues';
import type { Layer, Stroke, WordsLayer } from '../document/layers';
import type { Overlay } from '../document/types';
import { MoonError } from '../errors';
import { layerArtwork } from '../scene/artwork';
import type { SceneAssets } from '../scene/assets';
import { timeLayers } from '../motion/timing';
import { perSecond } from '../time';
import { strokeAlong, type PathStyle, type WidePoint } from '../ink/alongPath';
import { centreLines } from '../ink/centreLines';
import { pointsAlong, subpathsOf, type Corner, type Subpath } from '../ink/curves';
import { drawingTime } from '../ink/replay';
import { apply, type Matrix } from '../geometry/matrix';

/** Along the middle of the letters, or round them. */
export type WordsAs = 'centre lines' | 'outlines';

/** Font sizes a second that an unhurried hand writes. */
const SPEED = 5;

/** Width of a line round the letters, as a share of the font size. */
const OUTLINE_WIDTH = 0.02;

/** Share of the overlay's length that the writing takes at most. */
const MOST_OF_TIME = 0.6;

/**
 * Puts strokes in the place of a words layer, which are written on when it comes.
 * @throws MoonError 'not-found' where the words have no outlines to go by
 */
export function inkFromWords(
  overlay: Overlay,
  id: string,
  as: WordsAs,
  assets: SceneAssets,
  newId: () => string,
): Overlay {
  const words = overlay.layers.find((layer) => layer.id === id);
  if (words?.kind !== 'words') return overlay;
  const strokes = wordsStrokes(words, as, assets, newId);
  if (strokes.length === 0) {
    throw new MoonError('not-found', 'There are no letters here that could be drawn.');
  }
  const { from, to } = timeLayers(overlay).get(id)!;
  const drawn = createInk(id, overlay, newId());
  const took = (drawingTime({ strokes }) / 1000) * perSecond(overlay.rate);
  const length = Math.max(1, Math.round(Math.min(took, (to - from) * MOST_OF_TIME)));
  const ink: Layer = {
    ...drawn,
    ...shared(words),
    drawings: [{ ...drawn.drawings[0], strokes }],
    from,
    to,
    moves: [createMove(newId(), 'write on', 'arrive', from, length)],
  };
  const freed = freeCues(overlay, new Set(words.moves.map((move) => move.id)));
  return { ...freed, layers: freed.layers.map((layer) => (layer.id === id ? ink : layer)) };
}

/** What any layer has: all of it stays as it was, but for its moves. */
const shared = (layer: WordsLayer) => ({
  name: layer.name,
  hidden: layer.hidden,
  locked: layer.locked,
  group: layer.group,
  place: layer.place,
  opacity: layer.opacity,
  blend: layer.blend,
  keyframes: layer.keyframes,
  shadow: layer.shadow,
  glow: layer.glow,
  effects: layer.effects,
  edges: layer.edges,
  fade: layer.fade,
  mask: layer.mask,
  reflection: layer.reflection,
  boil: layer.boil,
});

function wordsStrokes(
  layer: WordsLayer,
  as: WordsAs,
  assets: SceneAssets,
  newId: () => string,
): readonly Stroke[] {
  const { fill, size } = layer;
  const style: PathStyle = {
    colour: fill.kind === 'colour' ? fill.colour : '#ffffff',
    fill: null,
    opacity: 1,
    speed: SPEED * size,
  };
  return layerArtwork(layer, 0, assets).glyphs.flatMap(({ d, matrix }) => {
    const outline = mapped(subpathsOf(d), matrix);
    const lines = as === 'outlines' ? aroundLetters(outline, size) : centreLines(outline);
    return lines.map((line) => strokeAlong(line, style, newId()));
  });
}

const aroundLetters = (outline: readonly Subpath[], size: number): readonly WidePoint[][] =>
  outline.map((subpath) =>
    pointsAlong(subpath, size / 40).map((at) => ({ at, width: size * OUTLINE_WIDTH })),
  );

function mapped(subpaths: readonly Subpath[], matrix: Matrix): readonly Subpath[] {
  const map = ([x, y]: Corner): Corner => {
    const at = apply(matrix, { x, y });
    return [at.x, at.y];
  };
  return subpaths.map((subpath) => ({
    ...subpath,
    cubics: subpath.cubics.map(([a, b, c, d]) => [map(a), map(b), map(c), map(d)] as const),
  }));
}
