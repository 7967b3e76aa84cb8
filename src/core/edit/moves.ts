import { drawingTime } from '../ink/replay';
import { moveKind } from '../moves';
import { moveLength, timeLayers, type LayerTiming } from '../motion/timing';
import { perSecond, secondsToFrames } from '../time';
import { createMove } from '../document/create';
import type { Cue, Layer, Move, Phase } from '../document/layers';
import type { Stack } from '../document/types';
import { freeCues, mapMoves } from './cues';
import { findLayer, updateLayer } from './layers';

/**
 * Adds a move where a person expects it: an arrive move at the layer's start, a leave move so that
 * it ends with the layer, a stay move once everything has arrived.
 */
export function addMove<S extends Stack>(
  stack: S,
  layerId: string,
  id: string,
  kind: string,
  phase: Phase,
): S {
  const layer = findLayer(stack, layerId);
  if (!layer) return stack;
  const timing = timeLayers(stack).get(layerId)!;
  const draft = createMove(id, kind, phase, 0, firstLength(stack, layer, kind, phase));
  const frame = startOfNewMove(layer, draft, timing);
  return updateLayer(stack, layerId, {
    moves: [...layer.moves, { ...draft, cue: { kind: 'at', frame } }],
  });
}

/**
 * What its kind asks for: some frames, as long as it was drawn where the layer stays longer than
 * that, all of the stay, or half a second.
 */
function firstLength(stack: Stack, layer: Layer, kind: string, phase: Phase): number {
  const wanted = moveKind(kind).firstLength;
  if (typeof wanted === 'number') return wanted;
  const half = Math.max(1, secondsToFrames(0.5, stack.rate));
  if (wanted === 'drawing' && layer.kind === 'ink') {
    const seconds = Math.max(...layer.drawings.map(drawingTime)) / 1000;
    const took = Math.round(perSecond(stack.rate) * seconds);
    const { from, to } = timeLayers(stack).get(layer.id)!;
    // So that there is time left to read it.
    return Math.max(half, Math.min(took, Math.round((Math.min(to, stack.length) - from) * 0.75)));
  }
  if (phase !== 'stay' || wanted !== 'stay') return half;
  const { start, end } = stayOf(layer, timeLayers(stack).get(layer.id)!);
  return Math.max(half, end - start);
}

/** From when all arrive moves are done to when the first leave move starts. */
function stayOf(layer: Layer, timing: LayerTiming): { start: number; end: number } {
  const times = (phase: Phase) =>
    layer.moves.filter((move) => move.phase === phase).map((move) => timing.moves.get(move.id)!);
  return {
    start: Math.max(timing.from, ...times('arrive').map((time) => time.end)),
    end: Math.min(timing.to, ...times('leave').map((time) => time.start)),
  };
}

function startOfNewMove(layer: Layer, move: Move, timing: LayerTiming): number {
  if (move.phase === 'arrive') return timing.from;
  if (move.phase === 'leave') return timing.to - moveLength(layer, move);
  return stayOf(layer, timing).start;
}

export function updateMove<S extends Stack>(
  stack: S,
  layerId: string,
  moveId: string,
  patch: Partial<Move>,
): S {
  const layer = findLayer(stack, layerId);
  if (!layer) return stack;
  return updateLayer(stack, layerId, {
    moves: layer.moves.map((move) => (move.id === moveId ? { ...move, ...patch } : move)),
  });
}

/**
 * Gives a move another length, of a frame at least where it had one. A leave that starts at a time
 * grows towards the front, so that its end stays; what waits for a move is pushed or pulled.
 */
export function resizeMove<S extends Stack>(
  stack: S,
  layerId: string,
  moveId: string,
  length: number,
): S {
  const move = findLayer(stack, layerId)?.moves.find((entry) => entry.id === moveId);
  if (!move) return stack;
  const next = Math.max(1, length);
  const { cue } = move;
  const keepsEnd = move.phase === 'leave' && cue.kind === 'at';
  return updateMove(stack, layerId, moveId, {
    length: next,
    cue: keepsEnd ? { ...cue, frame: cue.frame + move.length - next } : cue,
  });
}

/** Removes a move; what waited for it keeps its time, and the layer stays on show as long as before. */
export function removeMove<S extends Stack>(stack: S, layerId: string, moveId: string): S {
  const timing = timeLayers(stack).get(layerId);
  const freed = freeCues(stack, new Set([moveId]));
  const layer = findLayer(freed, layerId);
  if (!layer || !timing) return stack;
  return updateLayer(freed, layerId, {
    from: timing.from,
    to: timing.to,
    moves: layer.moves.filter((move) => move.id !== moveId),
  });
}

/**
 * Swaps two moves' positions in the chain of cues and in their layer's list: each takes the other
 * one's cue, and what waited for one now waits for the other.
 */
export function swapMoves<S extends Stack>(
  stack: S,
  layerId: string,
  first: string,
  second: string,
): S {
  const layer = findLayer(stack, layerId);
  const moves = layer?.moves ?? [];
  const [a, b] = [first, second].map((id) => moves.find((move) => move.id === id));
  if (!layer || !a || !b) return stack;
  const other = (id: string) => (id === first ? second : id === second ? first : id);
  const turned = (cue: Cue): Cue => (cue.kind === 'at' ? cue : { ...cue, move: other(cue.move) });
  const rewired = mapMoves(stack, (move) => {
    if (move.id === first) return { ...move, cue: turned(b.cue) };
    if (move.id === second) return { ...move, cue: turned(a.cue) };
    return { ...move, cue: turned(move.cue) };
  });
  const next = findLayer(rewired, layerId)!.moves;
  const [i, k] = [moves.indexOf(a), moves.indexOf(b)];
  return updateLayer(rewired, layerId, { moves: next.with(i, next[k]).with(k, next[i]) });
}

/** The neighbour a move changes places with when it goes earlier (−1) or later (+1); null at an end. */
export function neighbourMove(layer: Layer, moveId: string, by: 1 | -1): string | null {
  const move = layer.moves.find((entry) => entry.id === moveId);
  const alike = layer.moves.filter((entry) => entry.phase === move?.phase);
  return alike[alike.findIndex((entry) => entry.id === moveId) + by]?.id ?? null;
}

/** Turns an arrive move into the same leave move at the layer's end, or the other way round. */
export function turnMove<S extends Stack>(stack: S, layerId: string, moveId: string): S {
  const layer = findLayer(stack, layerId);
  const move = layer?.moves.find((entry) => entry.id === moveId);
  if (!layer || !move || move.phase === 'stay') return stack;
  const timing = timeLayers(stack).get(layerId)!;
  const phase = move.phase === 'arrive' ? 'leave' : 'arrive';
  const turned: Move = { ...move, phase, path: [...move.path].reverse().map(turnedPoint) };
  const frame = phase === 'arrive' ? timing.from : timing.to - moveLength(layer, turned);
  const freed = freeCues(stack, new Set([moveId]));
  return updateLayer(freed, layerId, {
    from: timing.from,
    to: timing.to,
    moves: findLayer(freed, layerId)!.moves.map((entry) =>
      entry.id === moveId ? { ...turned, cue: { kind: 'at', frame } } : entry,
    ),
  });
}

const turnedPoint = (point: Move['path'][number]) => ({
  ...point,
  inX: point.outX,
  inY: point.outY,
  outX: point.inX,
  outY: point.inY,
});

/**
 * Lets a layer's first move wait for another layer's: for the start or the end of a move that lies
 * nearest to `frame`. Nothing changes where either has no move.
 */
export function linkLayers<S extends Stack>(
  stack: S,
  layerId: string,
  targetId: string,
  frame: number,
): S {
  const timings = timeLayers(stack);
  const own = timings.get(layerId)?.moves ?? new Map();
  const [first] = [...own].sort(([, a], [, b]) => a.start - b.start);
  const points = [...(timings.get(targetId)?.moves ?? [])].flatMap(
    ([move, { start, end }]): { at: number; cue: Cue }[] => [
      { at: start, cue: { kind: 'alongside', move, offset: 0 } },
      { at: end, cue: { kind: 'after', move, gap: 0 } },
    ],
  );
  const [nearest] = points.sort((a, b) => Math.abs(a.at - frame) - Math.abs(b.at - frame));
  if (!first || !nearest || layerId === targetId) return stack;
  return updateMove(stack, layerId, first[0], { cue: nearest.cue });
}
