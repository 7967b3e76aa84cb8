import { colourName } from '../../colour/names';

import { keyByLight } from '../measure/measurer';
import {
  checkRule,
  fine,
  found,
  makeClear,
  NO_ARTWORK,
  percent,
  switchKey,
  worstFrame,
} from './common';

/** Share of the visible artwork, in any one frame, that may vanish. */
const LIMIT = 0.0005;

export const vanishingColours = checkRule({
  name: 'vanishing-colours',
  label: 'Colours that vanish with the key colour',
  measured: 'visible pixels whose chroma the key would take',
  limit: `${percent(LIMIT)} of a frame`,
  judge: ({ overlay: { backdrop }, measured }) => {
    if (backdrop.kind === 'clear') {
      return fine('The backdrop is clear, so no colour is removed.');
    }
    if (keyByLight(backdrop.colour)) {
      return fine('The backdrop is removed by its light, not by its colour.');
    }
    const worst = worstFrame(measured, (frame) => frame.vanishing / Math.max(1, frame.visible));
    if (!worst) return NO_ARTWORK;
    if (worst.share <= LIMIT) {
      return fine(
        `At most ${percent(worst.share)} of the artwork is near ${colourName(backdrop.colour)}.`,
      );
    }
    return found({
      severity: 'stops',
      title: `Part of the artwork would vanish with the ${colourName(backdrop.colour)}`,
      detail: `${percent(worst.share)} of the artwork in frame ${worst.frame} is so near the key colour that removing one removes the other.`,
      frame: worst.frame,
      marking: 'removed',
      repairs: [switchKey(measured.safestKey), makeClear],
    });
  },
});
