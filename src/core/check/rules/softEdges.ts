import { hardenedLayer } from '../../document/layerParts';
import type { Layer, Overlay } from '../../document/types';
import type { Repair } from '../types';
import { checkRule, fine, found, makeClear, NO_ARTWORK, percent, worstFrame } from './common';

/** Share of the visible artwork, in any one frame, that may be half clear. */
const LIMIT = 0.005;

export const softEdges = checkRule({
  name: 'soft-edges',
  label: 'Soft edges on a key colour',
  measured: 'half-clear pixels that antialiasing does not explain',
  limit: `${percent(LIMIT)} of a frame`,
  judge: ({ overlay, measured }) => {
    if (overlay.backdrop.kind === 'clear') {
      return fine('The backdrop is clear, so softness is kept.');
    }
    const worst = worstFrame(measured, (frame) => frame.soft / Math.max(1, frame.visible));
    if (!worst) return NO_ARTWORK;
    if (worst.share <= LIMIT) {
      return fine(`At most ${percent(worst.share)} of the artwork is half clear.`);
    }
    return found({
      severity: 'hurts',
      title: 'Half-clear parts will keep a rim of the key colour',
      detail: `${percent(worst.share)} of the artwork in frame ${worst.frame} is half clear: a shadow, a fade or see-through colour. A key colour cannot carry that.`,
      frame: worst.frame,
      marking: 'soft',
      repairs: overlay.layers.some(hasSoftLook) ? [makeClear, hardenEdges] : [makeClear],
    });
  },
});

const hasSoftLook = (layer: Layer): boolean => hardenedLayer(layer) !== layer;

const hardenEdges: Repair = {
  label: 'Harden the edges',
  apply: (overlay: Overlay) => ({ ...overlay, layers: overlay.layers.map(hardenedLayer) }),
};
