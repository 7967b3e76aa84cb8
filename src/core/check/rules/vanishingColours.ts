import { colourName } from '../../colour/names';
import type { CheckRule } from '../types';
import { makeClear, percent, switchKey, worstFrame } from './common';

/** Share of the visible artwork, in any one frame, that may vanish. */
const LIMIT = 0.0005;

export const vanishingColours: CheckRule = {
  name: 'vanishing-colours',
  label: 'Colours that vanish with the key colour',
  judge: (overlay, measured) => {
    const { backdrop } = overlay;
    if (backdrop.kind === 'clear') {
      return { kind: 'fine', reason: 'The backdrop is clear, so no colour is removed.' };
    }
    const worst = worstFrame(measured, (frame) => frame.vanishing / Math.max(1, frame.visible));
    if (!worst) return { kind: 'unmeasured', reason: 'No frame shows any artwork.' };
    if (worst.share <= LIMIT) {
      return {
        kind: 'fine',
        reason: `At most ${percent(worst.share)} of the artwork is near ${colourName(backdrop.colour)}.`,
      };
    }
    return {
      kind: 'finding',
      finding: {
        rule: 'vanishing-colours',
        severity: 'stops',
        title: `Part of the artwork would vanish with the ${colourName(backdrop.colour)}`,
        detail: `${percent(worst.share)} of the artwork in frame ${worst.frame} is so near the key colour that removing one removes the other.`,
        frame: worst.frame,
        marking: 'vanishing',
        repairs: [switchKey(measured.safestKey), makeClear],
      },
    };
  },
};
