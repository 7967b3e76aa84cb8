import { timeLayers, moveLength, type LayerTiming } from '../motion/timing';
import { convertLength, type Rate } from '../time';
import { createMove } from './create';
import type { Cue, Landing, LandingItem, Layer, Move, Overlay, Phase } from './types';

/** Edits take a document and give the next one; nothing here changes its arguments. */

export type LayerPatch = Partial<Layer>;

export const updateLayer = (overlay: Overlay, id: string, patch: LayerPatch): Overlay => ({
  ...overlay,
  layers: overlay.layers.map((layer) =>
    layer.id === id ? ({ ...layer, ...patch } as Layer) : layer,
  ),
});

export const addLayer = (overlay: Overlay, layer: Layer): Overlay => ({
  ...overlay,
  layers: [...overlay.layers, layer],
});

/** Removes a layer; moves that waited for one of its moves keep the time they had. */
export function removeLayer(overlay: Overlay, id: string): Overlay {
  const gone = overlay.layers.find((layer) => layer.id === id)?.moves.map((move) => move.id) ?? [];
  const freed = freeCues(overlay, new Set(gone));
  return { ...freed, layers: freed.layers.filter((layer) => layer.id !== id) };
}

/** A copy just above the original; cues among its own moves point to the copies. */
export function duplicateLayer(overlay: Overlay, id: string, newId: () => string): Overlay {
  const at = overlay.layers.findIndex((layer) => layer.id === id);
  if (at < 0) return overlay;
  const original = overlay.layers[at];
  const ids = new Map(original.moves.map((move) => [move.id, newId()]));
  const cueOf = (cue: Cue): Cue =>
    cue.kind === 'at' ? cue : { ...cue, move: ids.get(cue.move) ?? cue.move };
  const copy: Layer = {
    ...original,
    id: newId(),
    name: `${original.name} copy`,
    moves: original.moves.map((move) => ({
      ...move,
      id: ids.get(move.id)!,
      cue: cueOf(move.cue),
    })),
  };
  return { ...overlay, layers: overlay.layers.toSpliced(at + 1, 0, copy) };
}

/** Moves a list entry up (+1) or down (−1) the stack; at an end it stays. */
export function restack<T extends { readonly id: string }>(
  stack: readonly T[],
  id: string,
  by: 1 | -1,
): readonly T[] {
  const from = stack.findIndex((entry) => entry.id === id);
  const to = from + by;
  if (from < 0 || to < 0 || to >= stack.length) return stack;
  return stack.with(from, stack[to]).with(to, stack[from]);
}

/**
 * Adds a move where a person expects it: an arrive move at the layer's start, a leave move so that
 * it ends with the layer, a stay move once everything has arrived.
 */
export function addMove(
  overlay: Overlay,
  layerId: string,
  id: string,
  kind: string,
  phase: Phase,
): Overlay {
  const layer = overlay.layers.find((entry) => entry.id === layerId);
  if (!layer) return overlay;
  const timing = timeLayers(overlay).get(layerId)!;
  const half = Math.max(1, Math.round(overlay.rate.num / overlay.rate.den / 2));
  const draft = createMove(id, kind, phase, 0, half);
  const frame = startOfNewMove(layer, draft, timing);
  return updateLayer(overlay, layerId, {
    moves: [...layer.moves, { ...draft, cue: { kind: 'at', frame } }],
  });
}

function startOfNewMove(layer: Layer, move: Move, timing: LayerTiming): number {
  if (move.phase === 'arrive') return timing.from;
  if (move.phase === 'leave') return timing.to - moveLength(layer, move);
  const arrived = layer.moves
    .filter((other) => other.phase === 'arrive')
    .map((other) => timing.moves.get(other.id)!.end);
  return Math.max(timing.from, ...arrived);
}

export function updateMove(
  overlay: Overlay,
  layerId: string,
  moveId: string,
  patch: Partial<Move>,
): Overlay {
  const layer = overlay.layers.find((entry) => entry.id === layerId);
  if (!layer) return overlay;
  return updateLayer(overlay, layerId, {
    moves: layer.moves.map((move) => (move.id === moveId ? { ...move, ...patch } : move)),
  });
}

/**
 * Gives a move another length, of a frame at least where it had one. A leave that starts at a time
 * grows towards the front, so that its end stays; what waits for a move is pushed or pulled.
 */
export function resizeMove(
  overlay: Overlay,
  layerId: string,
  moveId: string,
  length: number,
): Overlay {
  const move = overlay.layers
    .find((layer) => layer.id === layerId)
    ?.moves.find((entry) => entry.id === moveId);
  if (!move) return overlay;
  const next = Math.max(1, length);
  const { cue } = move;
  const keepsEnd = move.phase === 'leave' && cue.kind === 'at';
  return updateMove(overlay, layerId, moveId, {
    length: next,
    cue: keepsEnd ? { ...cue, frame: cue.frame + move.length - next } : cue,
  });
}

/** Removes a move; what waited for it keeps its time, and the layer stays on show as long as before. */
export function removeMove(overlay: Overlay, layerId: string, moveId: string): Overlay {
  const timing = timeLayers(overlay).get(layerId);
  const freed = freeCues(overlay, new Set([moveId]));
  const layer = freed.layers.find((entry) => entry.id === layerId);
  if (!layer || !timing) return overlay;
  return updateLayer(freed, layerId, {
    from: timing.from,
    to: timing.to,
    moves: layer.moves.filter((move) => move.id !== moveId),
  });
}

/** Turns cues that point to one of `moves` into the times they stand for now. */
function freeCues(overlay: Overlay, moves: ReadonlySet<string>): Overlay {
  const timings = timeLayers(overlay);
  return mapMoves(overlay, (move, layer) => {
    if (move.cue.kind === 'at' || !moves.has(move.cue.move)) return move;
    const { start } = timings.get(layer.id)!.moves.get(move.id)!;
    return { ...move, cue: { kind: 'at', frame: start } };
  });
}

const mapMoves = (overlay: Overlay, change: (move: Move, layer: Layer) => Move): Overlay => ({
  ...overlay,
  layers: overlay.layers.map((layer) => ({
    ...layer,
    moves: layer.moves.map((move) => change(move, layer)),
  })),
});

/** Moves a layer in time: its span and every move that does not follow another of its own. */
export function shiftLayer(overlay: Overlay, id: string, by: number): Overlay {
  const layer = overlay.layers.find((entry) => entry.id === id);
  if (!layer) return overlay;
  return updateLayer(overlay, id, {
    from: layer.from + by,
    to: layer.to + by,
    moves: shiftMoves(layer.moves, by),
  });
}

/** Drags one end of a layer's ribbon: its arrive or leave moves, or its span when it has none. */
export function trimLayer(overlay: Overlay, id: string, end: 'from' | 'to', by: number): Overlay {
  const layer = overlay.layers.find((entry) => entry.id === id);
  if (!layer) return overlay;
  const phase: Phase = end === 'from' ? 'arrive' : 'leave';
  const at = end === 'from' ? { from: layer.from + by } : { to: layer.to + by };
  const moving = layer.moves.filter((move) => move.phase === phase);
  const shifted = new Map(shiftMoves(moving, by).map((move) => [move.id, move]));
  return updateLayer(overlay, id, {
    ...at,
    moves: layer.moves.map((move) => shifted.get(move.id) ?? move),
  });
}

function shiftMoves(moves: readonly Move[], by: number): readonly Move[] {
  const own = new Set(moves.map((move) => move.id));
  return moves.map((move) => {
    const { cue } = move;
    if (cue.kind === 'at') return { ...move, cue: { ...cue, frame: cue.frame + by } };
    if (own.has(cue.move)) return move;
    return cue.kind === 'alongside'
      ? { ...move, cue: { ...cue, offset: cue.offset + by } }
      : { ...move, cue: { ...cue, gap: cue.gap + by } };
  });
}

/** Re-times an overlay so that it lasts as many seconds at the new rate. */
export function changeRate(overlay: Overlay, rate: Rate): Overlay {
  const convert = (frames: number) => convertLength(frames, overlay.rate, rate);
  const cueAt = (cue: Cue): Cue => {
    if (cue.kind === 'at') return { ...cue, frame: convert(cue.frame) };
    return cue.kind === 'alongside'
      ? { ...cue, offset: convert(cue.offset) }
      : { ...cue, gap: convert(cue.gap) };
  };
  const factor = (rate.num * overlay.rate.den) / (rate.den * overlay.rate.num);
  const retimed = mapMoves(overlay, (move) => ({
    ...move,
    length: Math.max(1, convert(move.length)),
    spread: { ...move.spread, gap: move.spread.gap * factor },
    cue: cueAt(move.cue),
  }));
  return {
    ...retimed,
    rate,
    length: Math.max(1, convert(overlay.length)),
    layers: retimed.layers.map((layer) => ({
      ...layer,
      from: convert(layer.from),
      to: convert(layer.to),
    })),
  };
}

/** A new length; layers that lasted to the old end last to the new one. */
export const changeLength = (overlay: Overlay, length: number): Overlay => ({
  ...overlay,
  length,
  layers: overlay.layers.map((layer) =>
    layer.to === overlay.length ? { ...layer, to: length } : layer,
  ),
});

/** A new canvas; the artwork keeps its size and its distance from the middle. */
export function changeSize(overlay: Overlay, width: number, height: number): Overlay {
  const dx = (width - overlay.width) / 2;
  const dy = (height - overlay.height) / 2;
  return {
    ...overlay,
    width,
    height,
    layers: overlay.layers.map((layer) => ({
      ...layer,
      place: { ...layer.place, x: layer.place.x + dx, y: layer.place.y + dy },
    })),
  };
}

export const updateItem = (landing: Landing, id: string, patch: Partial<LandingItem>): Landing => ({
  ...landing,
  items: landing.items.map((item) => (item.id === id ? { ...item, ...patch } : item)),
});

export const addItem = (landing: Landing, item: LandingItem): Landing => ({
  ...landing,
  items: [...landing.items, item],
});

export const removeItem = (landing: Landing, id: string): Landing => ({
  ...landing,
  items: landing.items.filter((item) => item.id !== id),
});
