import { updateLayer, type Overlay } from '@/core/document';

/**
 * Makes a layer's arrive or leave moves longer or shorter by some frames. A leave grows towards the
 * front, so its end stays where it is; what waits for it is pushed.
 */
export function stretchPhase(
  overlay: Overlay,
  layerId: string,
  phase: 'arrive' | 'leave',
  by: number,
): Overlay {
  const layer = overlay.layers.find((entry) => entry.id === layerId);
  if (!layer) return overlay;
  return updateLayer(overlay, layerId, {
    moves: layer.moves.map((move) => {
      if (move.phase !== phase) return move;
      const length = Math.max(1, move.length + by);
      const earlier = phase === 'leave' ? move.length - length : 0;
      const { cue } = move;
      return {
        ...move,
        length,
        cue: cue.kind === 'at' ? { ...cue, frame: cue.frame + earlier } : cue,
      };
    }),
  });
}
