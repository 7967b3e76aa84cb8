import { timeLayers } from '../motion/timing';
import { convertLength, framesToSeconds, perSecond, type Rate } from '../time';
import { withinLayer } from '../document/tree';
import { retimedLayer, runningFor } from '../document/layerParts';
import type { Layer, Move, Phase } from '../document/layers';
import { soundsAt } from '../document/sound';
import type { TimeMap } from '../document/properties';
import type { Landing, Overlay, Stack } from '../document/types';
import { laterCue } from '../document/cues';
import { changeLayer, findLayer, updateLayer } from './layers';

/** Moves a layer in time, with all that is in it: spans, keyframes, and moves that do not follow one of theirs. */
export function shiftLayer<S extends Stack>(stack: S, id: string, by: number): S {
  const inside = withinLayer(stack.layers, id);
  const own = new Set(inside.flatMap((layer) => layer.moves.map((move) => move.id)));
  const shifted = (layer: Layer): Layer => ({
    ...retimedLayer(layer, laterBy(by)),
    moves: shiftMoves(layer.moves, by, own),
  });
  return {
    ...stack,
    layers: stack.layers.map((layer) => (inside.includes(layer) ? shifted(layer) : layer)),
  };
}

/** All times later by some frames, with every duration as it was. */
const laterBy = (by: number): TimeMap => ({
  at: (frame) => frame + by,
  during: (frames) => frames,
  waiting: (frames) => frames,
});

/**
 * Drags one end of a layer's ribbon: its arrive or leave moves, or its span when it has none. What the layer shows at
 * a frame stays the same: a clip that begins later has been running until then.
 */
export function trimLayer<S extends Stack>(
  stack: S,
  id: string,
  end: 'from' | 'to',
  by: number,
): S {
  const layer = findLayer(stack, id);
  if (!layer) return stack;
  const phase: Phase = end === 'from' ? 'arrive' : 'leave';
  const at = end === 'from' ? { from: layer.from + by } : { to: layer.to + by };
  const moving = layer.moves.filter((move) => move.phase === phase);
  const shifted = new Map(shiftMoves(moving, by).map((move) => [move.id, move]));
  const trimmed = updateLayer(stack, id, {
    ...at,
    moves: layer.moves.map((move) => shifted.get(move.id) ?? move),
  });
  if (end === 'to' || isStretched(layer)) return trimmed;
  const later = timeLayers(trimmed).get(id)!.from - timeLayers(stack).get(id)!.from;
  const seconds = framesToSeconds(later, stack.rate);
  return changeLayer(trimmed, id, (entry) => runningFor(entry, seconds));
}

/** Whether what a layer shows is as long as the layer, so that it has no other time to begin at. */
export const isStretched = (layer: Layer): boolean =>
  layer.kind === 'overlay' && layer.after === 'stretch';

function shiftMoves(
  moves: readonly Move[],
  by: number,
  own: ReadonlySet<string> = new Set(moves.map((move) => move.id)),
): readonly Move[] {
  return moves.map((move) => {
    const { cue } = move;
    if (cue.kind !== 'at' && own.has(cue.move)) return move;
    return { ...move, cue: laterCue(cue, by) };
  });
}

/** Re-times an overlay so that it lasts as many seconds at the new rate. */
export function changeRate<S extends Stack>(stack: S, rate: Rate): S {
  const convert = (frames: number) => convertLength(frames, stack.rate, rate);
  const factor = perSecond(rate) / perSecond(stack.rate);
  const map: TimeMap = {
    at: convert,
    during: (frames) => frames * factor,
    waiting: convert,
  };
  return {
    ...stack,
    rate,
    length: Math.max(1, convert(stack.length)),
    layers: stack.layers.map((layer) => retimedLayer(layer, map)),
    ...soundsAt(stack as Partial<Landing>, convert),
  };
}

/** A new length; layers that lasted to the old end last to the new one. */
export const changeLength = <S extends Stack>(stack: S, length: number): S => ({
  ...stack,
  length,
  layers: stack.layers.map((layer) =>
    layer.to === stack.length ? { ...layer, to: length } : layer,
  ),
});

/** When the last layer has left, at least one frame. */
export function artworkLength(stack: Stack): number {
  const timings = timeLayers(stack);
  const shown = stack.layers.filter((layer) => !layer.hidden);
  return Math.max(1, ...shown.map((layer) => timings.get(layer.id)!.to));
}

/** The overlay with its length as long as its artwork, where that is asked for. */
export function withFollowingLength(stack: Overlay): Overlay {
  if (!stack.lengthFollows || stack.layers.length === 0) return stack;
  const length = artworkLength(stack);
  return length === stack.length ? stack : { ...stack, length };
}
