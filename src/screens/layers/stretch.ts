import { type Stack } from '@/core/document';
import { resizeMove } from '@/core/edit';

/** Makes all of a layer's arrive or leave moves longer or shorter by some frames. */
export function stretchPhase<S extends Stack>(
  stack: S,
  layerId: string,
  phase: 'arrive' | 'leave',
  by: number,
): S {
  const moves = stack.layers.find((layer) => layer.id === layerId)?.moves ?? [];
  return moves
    .filter((move) => move.phase === phase)
    .reduce((next, move) => resizeMove(next, layerId, move.id, move.length + by), stack);
}
