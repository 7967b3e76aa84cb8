import { timeLayers } from '../../motion/timing';
import { convertLength, framesToSeconds, perSecond, type Rate } from '../../time';
import { withinLayer } from '../tree';
import { retimedLayer, runningFor } from '../layerParts';
import type { Layer, Move, Phase } from '../layers';
import type { TimeMap } from '../properties';
import type { Landing, Overlay, Stack } from '../types';
import { laterCue } from './cues';
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
    ...soundsAt(stack, convert),
  };
}

/** A landing's sounds, each at another frame; nothing of an overlay, which has none. */
function soundsAt(stack: Stack, at: (frame: number) => number): Partial<Pick<Landing, 'sounds'>> {
  const { sounds } = stack as Partial<Landing>;
  return sounds ? { sounds: sounds.map((track) => ({ ...track, start: at(track.start) })) } : {};
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

/** Frames from `start` to `end`. */
export interface Span {
  readonly start: number;
  readonly end: number;
}

/**
 * The longest span of an overlay in which something is on show and nothing arrives or leaves; null
 * when there is none.
 */
export function commonStay(stack: Stack): Span | null {
  const timings = timeLayers(stack);
  const onShow = ({ start, end }: Span) =>
    [...timings.values()].some(({ from, to }) => from <= start && to >= end);
  const busy = stack.layers.flatMap((layer) => {
    const timing = timings.get(layer.id)!;
    const moving = layer.moves
      .filter((move) => move.phase !== 'stay')
      .map((move) => timing.moves.get(move.id)!);
    // A layer that comes or goes at once does so at the border of a stay, never within one.
    return [
      ...moving,
      { start: timing.from, end: timing.from },
      { start: timing.to, end: timing.to },
    ];
  });
  const inOrder = [...busy, { start: stack.length, end: stack.length }].sort(
    (a, b) => a.start - b.start,
  );
  let best: Span | null = null;
  let free = 0;
  for (const { start, end } of inOrder) {
    const span = { start: free, end: start };
    if (start - free > (best ? best.end - best.start : 0) && onShow(span)) best = span;
    free = Math.max(free, end);
  }
  return best;
}

/** The shortest length that stretching the stay can reach. */
export function shortestStretch(stack: Stack): number {
  const stay = commonStay(stack);
  return stay ? stack.length - (stay.end - stay.start) + 1 : stack.length;
}

/**
 * A new length that keeps every arrive and leave move as it is and stretches what stays, in every
 * layer: spans, stay moves, keyframes and counters that lie in it, and where a landing's sounds begin. Lengths below `shortestStretch`
 * are taken as that.
 */
export function stretchStay<S extends Stack>(stack: S, wanted: number): S {
  const stay = commonStay(stack);
  if (!stay) return stack;
  const length = Math.max(shortestStretch(stack), wanted);
  const more = length - stack.length;
  const factor = (stay.end - stay.start + more) / (stay.end - stay.start);
  const map = (frame: number): number => {
    if (frame <= stay.start) return frame;
    if (frame >= stay.end) return frame + more;
    return stay.start + Math.round((frame - stay.start) * factor);
  };
  const timings = timeLayers(stack);
  const stretched = (layer: Layer): Layer => ({
    ...retimedLayer(layer, { ...laterBy(0), at: map }),
    moves: layer.moves.map((move) => stretchedMove(layer, move, map, timings)),
  });
  return { ...stack, length, layers: stack.layers.map(stretched), ...soundsAt(stack, map) };
}

function stretchedMove(
  layer: Layer,
  move: Move,
  map: (frame: number) => number,
  timings: ReturnType<typeof timeLayers>,
): Move {
  const { start, end } = timings.get(layer.id)!.moves.get(move.id)!;
  const more = map(end) - map(start) - (end - start);
  const length = move.phase === 'stay' ? Math.max(1, move.length + more) : move.length;
  const { cue } = move;
  if (cue.kind === 'at') return { ...move, length, cue: { ...cue, frame: map(cue.frame) } };
  const waited = [...timings.values()].flatMap((timing) => timing.moves.get(cue.move) ?? [])[0];
  const point = cue.kind === 'alongside' ? waited.start : waited.end;
  // What it waits for may be moved by less or more than itself.
  return { ...move, length, cue: laterCue(cue, map(start) - start - (map(point) - point)) };
}
