import { laterCue } from '../document/cues';
import { retimedLayer } from '../document/layerParts';
import type { Layer, Move } from '../document/layers';
import { soundsAt } from '../document/sound';
import type { Landing, Stack } from '../document/types';
import { timeLayers } from './timing';

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
 * layer: spans, stay moves, keyframes and counters that lie in it, and where a landing's sounds begin. Lengths below
 * `shortestStretch` are taken as that.
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
    ...retimedLayer(layer, { at: map, during: (frames) => frames, waiting: (frames) => frames }),
    moves: layer.moves.map((move) => stretchedMove(layer, move, map, timings)),
  });
  return {
    ...stack,
    length,
    layers: stack.layers.map(stretched),
    ...soundsAt(stack as Partial<Landing>, map),
  };
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
