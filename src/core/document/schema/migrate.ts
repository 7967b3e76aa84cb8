import { MoonError } from '../../errors';
import { NEUTRAL } from '../../scene/look';
import { NO_EDGES } from '../create';
import { DOCUMENT_VERSION } from '../types';

/** Values of older versions are not checked yet, so everything in them may be anything. */
type Loose = Record<string, unknown>;

const isLoose = (value: unknown): value is Loose =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const each = (value: unknown, change: (entry: Loose) => Loose): unknown =>
  Array.isArray(value) ? value.map((entry) => (isLoose(entry) ? change(entry) : entry)) : value;

/**
 * A document as the present version writes it; one of the present version is given back as it is.
 * @throws MoonError 'document-newer'
 */
export function migrated(value: unknown): unknown {
  if (!isLoose(value)) return value;
  const { version } = value;
  if (typeof version === 'number' && version > DOCUMENT_VERSION) {
    throw new MoonError(
      'document-newer',
      'This was saved by a newer Moon Patch. Update the app, then open it again.',
    );
  }
  const second = version === 1 ? toVersion2(value) : value;
  return second.version === 2 ? toVersion3(second) : second;
}

/** @throws MoonError 'document-newer' */
export function migratedKit(value: unknown): unknown {
  if (!isLoose(value)) return value;
  const all = (documents: unknown) =>
    Array.isArray(documents) ? documents.map(migrated) : documents;
  return {
    ...value,
    overlays: all(value.overlays),
    landings: all(value.landings),
    footage: all(value.footage),
    fonts: value.fonts === undefined ? [] : all(value.fonts),
  };
}

/** Version 2: groups, keyframes, edges and effects; fills of several kinds; shapes with parameters. */
function toVersion2(document: Loose): Loose {
  const next = { ...document, version: 2 };
  if (document.kind !== 'overlay') return next;
  return { ...next, lengthFollows: false, layers: each(document.layers, layerToVersion2) };
}

/** Version 3: boil, key colours in layers, and times that are skipped in clips. */
function toVersion3(document: Loose): Loose {
  const next = { ...document, version: 3 };
  return document.kind === 'overlay'
    ? { ...next, layers: each(document.layers, layerToVersion3) }
    : next;
}

function layerToVersion3(layer: Loose): Loose {
  const { kind } = layer;
  if (kind === 'picture') return { ...layer, key: null };
  if (kind === 'clip') return { ...layer, key: null, time: withoutSkips(layer.time) };
  if (kind !== 'words' && kind !== 'shape') return layer;
  const filled = (entry: Loose): Loose => ({ ...entry, fill: fillToVersion3(entry.fill) });
  const next = { ...filled(layer), boil: null };
  return kind === 'words' ? { ...next, letters: each(layer.letters, filled) } : next;
}

const fillToVersion3 = (fill: unknown): unknown =>
  isLoose(fill) && fill.kind === 'footage' ? { ...fill, time: withoutSkips(fill.time) } : fill;

const withoutSkips = (time: unknown): unknown => (isLoose(time) ? { ...time, skips: [] } : time);

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
