import { timeLayers } from '../motion/timing';
import { partsOf, withParts } from '../document/layerParts';
import type { Cue, Keyframe, Layer, Move } from '../document/layers';
import type { Stack } from '../document/types';
import { laterCue } from '../document/cues';
import { freeCues } from './cues';
import { findLayer, updateLayer } from './layers';

/**
 * A layer to copy settings from, by itself: its times are those it takes now, and no move of it
 * waits for another layer's. Undefined when there is no such layer.
 */
export function copiedLayer(stack: Stack, id: string): Layer | undefined {
  const others = stack.layers.filter((layer) => layer.id !== id).flatMap(({ moves }) => moves);
  const timing = timeLayers(stack).get(id);
  const layer = findLayer(freeCues(stack, new Set(others.map((move) => move.id))), id);
  return layer && timing && { ...layer, from: timing.from, to: timing.to };
}

/** Lays a layer where another one is, with its edges. */
export function withPlaceOf<S extends Stack>(stack: S, id: string, source: Layer): S {
  const layer = findLayer(stack, id);
  return layer
    ? updateLayer(stack, id, withParts(layer, partsOf(source, 'place', 'edges')))
    : stack;
}

/**
 * Gives a layer the moves and keyframes of another one in the place of its own: what arrives or
 * stays keeps its distance to the layer's start, what leaves to its end.
 */
export function withMovesOf<S extends Stack>(
  stack: S,
  id: string,
  source: Layer,
  newId: () => string,
): S {
  const layer = findLayer(stack, id);
  const timing = timeLayers(stack).get(id);
  if (!layer || !timing) return stack;
  const later = timing.from - source.from;
  const taken = source.moves.filter(({ letter }) => letter === null || layer.kind === 'words');
  const renamed = new Map(taken.map((move) => [move.id, newId()]));
  const given = taken.map((move): Move => {
    const by = move.phase === 'leave' ? timing.to - source.to : later;
    return { ...move, id: renamed.get(move.id)!, cue: cueIn(move.cue, renamed, by) };
  });
  const shifted = (frames: readonly Keyframe[]) =>
    frames.map((keyframe) => ({ ...keyframe, frame: keyframe.frame + later }));
  return updateLayer(freeCues(stack, new Set(layer.moves.map((move) => move.id))), id, {
    from: timing.from,
    to: timing.to,
    moves: given,
    keyframes: Object.fromEntries(
      Object.entries(source.keyframes).map(([channel, frames]) => [channel, shifted(frames)]),
    ),
  });
}

/** Only a cue at a time has to be put off: the others follow what they wait for. */
function cueIn(cue: Cue, renamed: ReadonlyMap<string, string>, by: number): Cue {
  if (cue.kind === 'at') return laterCue(cue, by);
  const move = renamed.get(cue.move);
  return move ? { ...cue, move } : { kind: 'at', frame: by };
}
