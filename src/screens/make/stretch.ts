import { resizeMove, type Overlay } from '@/core/document';

/** Makes all of a layer's arrive or leave moves longer or shorter by some frames. */
export function stretchPhase(
  overlay: Overlay,
  layerId: string,
  phase: 'arrive' | 'leave',
  by: number,
): Overlay {
  const moves = overlay.layers.find((layer) => layer.id === layerId)?.moves ?? [];
  return moves
    .filter((move) => move.phase === phase)
    .reduce((document, move) => resizeMove(document, layerId, move.id, move.length + by), overlay);
}
