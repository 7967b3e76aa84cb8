import { each, isLoose, withClipTimes, type Loose } from './loose';

/** What version 4 has more of in every layer, set so that nothing is changed by it. */
const PLAIN_MATTE = { cleanBlack: 0, cleanWhite: 1, choke: 0, feather: 0 };
const PLAIN_TIME = { reverse: false, lead: 0, times: null, seam: 0, blend: false };
const PLAIN_LAYER = {
  hidden: false,
  locked: false,
  group: null,
  moves: [],
  keyframes: {},
  shadow: null,
  glow: null,
  effects: {
    blur: 0,
    brightness: 1,
    contrast: 1,
    saturation: 1,
    hue: 0,
    tint: '#4b2e73',
    tintStrength: 0,
  },
  edges: {
    crop: { left: 0, top: 0, right: 0, bottom: 0 },
    feather: { left: 0, top: 0, right: 0, bottom: 0 },
    radius: 0,
  },
  fade: null,
  mask: null,
  reflection: null,
  ghost: null,
  opacity: 1,
  blend: 'normal',
};

/**
 * Version 4: landings are stacks of layers like overlays, with sounds; keys of several kinds, mattes
 * by hand, more ways to run a clip.
 * @param others the other documents, in which a landing's items find their sizes
 */
export function toVersion4(document: Loose, others: readonly unknown[]): Loose {
  const next = { ...document, version: 4 };
  if (document.kind === 'overlay') {
    return { ...next, layers: each(document.layers, layerToVersion4) };
  }
  return document.kind === 'landing' ? landingToVersion4(document, others) : next;
}

const keyToVersion4 = (key: unknown): unknown =>
  isLoose(key) ? { ...key, ...PLAIN_MATTE, kind: 'chroma' } : key;

function layerToVersion4(layer: Loose): Loose {
  const effects = isLoose(layer.effects) ? { ...layer.effects, hue: 0 } : layer.effects;
  const place = isLoose(layer.place) ? { ...layer.place, flipX: false, flipY: false } : layer.place;
  const timed = withClipTimes(layer, (time) => ({ ...time, ...PLAIN_TIME }));
  const next = { ...timed, place, effects, ghost: null };
  const { kind } = layer;
  if (kind === 'overlay') return { ...next, backdrop: false, lead: 0 };
  if (kind !== 'picture' && kind !== 'clip') return next;
  const footage = { ...next, key: keyToVersion4(layer.key), mattes: [] };
  return kind === 'clip' ? { ...footage, sound: null } : footage;
}

function landingToVersion4(landing: Loose, others: readonly unknown[]): Loose {
  const { base, items, ...rest } = landing;
  const find = (id: unknown): Loose =>
    others.filter(isLoose).find((entry) => entry.id === id && typeof id === 'string') ?? {};
  const layers = each(items, (item) => itemToLayer(item, landing, find));
  const bottom = typeof base === 'string' ? [baseToLayer(base, landing, find(base))] : [];
  return {
    ...rest,
    version: 4,
    backdrop: { kind: 'key', colour: '#000000' },
    layers: Array.isArray(layers) ? [...bottom, ...layers] : layers,
    sounds: [],
  };
}

const placed = (place: unknown): unknown =>
  isLoose(place)
    ? { ...place, stretch: 1, anchorX: 0, anchorY: 0, flipX: false, flipY: false }
    : place;

const half = (value: unknown): number => (typeof value === 'number' ? value / 2 : 0);

/** A landing's own footage: it filled the canvas and held its last frame. */
function baseToLayer(footage: string, landing: Loose, found: Loose): Loose {
  const box = { width: landing.width, height: landing.height };
  const place = { x: half(landing.width), y: half(landing.height), scale: 1, rotation: 0 };
  const layer = { ...PLAIN_LAYER, id: 'base', name: found.name ?? 'Footage', place: placed(place) };
  const span = { from: 0, to: landing.length, locked: true };
  return { ...layer, ...span, ...footageLayer(found, footage, box, null, 'hold') };
}

function itemToLayer(item: Loose, landing: Loose, find: (id: unknown) => Loose): Loose {
  const { id, name, hidden, opacity, blend, source, start } = item;
  const layer = { ...PLAIN_LAYER, id, name, hidden, opacity, blend, place: placed(item.place) };
  const span = { from: start, to: landing.length };
  if (!isLoose(source)) return { ...layer, ...span };
  if (source.kind === 'overlay') {
    const nested = {
      kind: 'overlay',
      overlay: source.overlay,
      after: 'nothing',
      backdrop: false,
      lead: 0,
    };
    return { ...layer, ...span, ...nested };
  }
  const found = find(source.footage);
  const box = { width: found.width ?? landing.width, height: found.height ?? landing.height };
  return { ...layer, ...span, ...footageLayer(found, source.footage, box, item.key, 'nothing') };
}

function footageLayer(
  found: Loose,
  footage: unknown,
  box: { readonly width: unknown; readonly height: unknown },
  key: unknown,
  after: string,
): Loose {
  const shared = { ...box, footage, fit: 'cover', border: null, mattes: [] };
  const layer = { ...shared, key: keyToVersion4(key) };
  if (found.type === 'still') return { ...layer, kind: 'picture' };
  const time = { in: 0, out: null, speed: 1, after, skips: [], ...PLAIN_TIME };
  return { ...layer, kind: 'clip', time, sound: null };
}
