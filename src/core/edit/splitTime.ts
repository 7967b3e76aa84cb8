import { MoonError } from '../errors';
import { timeLayers } from '../motion/timing';
import { framesToSeconds } from '../time';
import { runningFor } from '../document/layerParts';
import type { Layer, Phase } from '../document/layers';
import type { Stack } from '../document/types';
import { freeCues } from './cues';
import { changeLayer, duplicateLayers, findLayer } from './layers';
import { isStretched } from './time';

/**
 * Cuts a layer at a frame into two that follow one another and go on where the first one ends: the
 * first arrives, the second leaves.
 * @throws MoonError 'cannot-split' where its stay is stretched to its length
 */
export function splitInTime<S extends Stack>(
  stack: S,
  id: string,
  frame: number,
  newId: () => string,
): S {
  const layer = findLayer(stack, id);
  const timing = layer && timeLayers(stack).get(id);
  if (!layer || !timing || frame <= timing.from || frame >= timing.to) return stack;
  if (isStretched(layer)) {
    throw new MoonError(
      'cannot-split',
      'Its stay is stretched to the layer’s length, so it cannot be cut. Choose under Time what else it does once it is over.',
    );
  }
  const ends = layer.moves.filter((move) => move.phase !== 'stay').map((move) => move.id);
  const { stack: doubled, copies } = duplicateLayers(freeCues(stack, new Set(ends)), [id], newId);
  const first = changeLayer(doubled, id, (entry) => ({
    ...without(entry, 'leave'),
    from: timing.from,
    to: frame,
  }));
  const elapsed = framesToSeconds(frame - timing.from, stack.rate);
  return changeLayer(first, copies[0], (entry) => ({
    ...runningFor(without(entry, 'arrive'), elapsed),
    name: layer.name,
    from: frame,
    to: timing.to,
  }));
}

const without = (layer: Layer, phase: Phase): Layer => ({
  ...layer,
  moves: layer.moves.filter((move) => move.phase !== phase),
});
