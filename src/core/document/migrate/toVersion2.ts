import { each, isLoose, type Loose } from './loose';

/** Effects as version 2 had them where nothing is changed. */
const NEUTRAL = {
  blur: 0,
  brightness: 1,
  contrast: 1,
  saturation: 1,
  tint: '#4b2e73',
  tintStrength: 0,
};

const NO_SIDES = { left: 0, top: 0, right: 0, bottom: 0 };
const NO_EDGES = { crop: NO_SIDES, feather: NO_SIDES, radius: 0 };

/** Version 2: groups, keyframes, edges and effects; fills of several kinds; shapes with parameters. */
export function toVersion2(document: Loose): Loose {
  const next = { ...document, version: 2 };
  if (document.kind !== 'overlay') return next;
  return { ...next, lengthFollows: false, layers: each(document.layers, layerToVersion2) };
}

function layerToVersion2(layer: Loose): Loose {
  const { radius, ...rest } = layer;
  const common = {
    ...rest,
    locked: false,
    group: null,
    place: isLoose(layer.place)
      ? { ...layer.place, stretch: 1, anchorX: 0, anchorY: 0 }
      : layer.place,
    moves: each(layer.moves, moveToVersion2),
    keyframes: {},
    glow: null,
    effects: NEUTRAL,
    edges: NO_EDGES,
    fade: null,
    mask: null,
    reflection: null,
    fill: isLoose(layer.fill) ? { ...layer.fill, kind: 'colour' } : layer.fill,
    border: isLoose(layer.border) ? { ...layer.border, side: 'outside' } : layer.border,
    wall: null,
    piece: null,
  };
  if (layer.kind === 'words') return { ...common, letters: [], counter: null };
  return { ...common, params: layer.shape === 'rectangle' ? { radius } : {}, points: [] };
}

/** Moves that stayed away for good have become kinds of their own. */
function moveToVersion2(move: Loose): Loose {
  const next = { ...move, swapped: false, letter: null, path: [] };
  const params = isLoose(move.params) ? move.params : {};
  if (move.phase !== 'stay') return next;
  if (move.kind === 'slide') return { ...next, kind: 'drift' };
  if (move.kind === 'grow') {
    return { ...next, kind: 'grow over time', params: { from: 100, to: params.size } };
  }
  return next;
}
