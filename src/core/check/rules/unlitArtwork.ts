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

/** Share of the visible artwork, in any one frame, that may be taken for the backdrop. */
const LIMIT = 0.0005;

export const unlitArtwork = checkRule({
  name: 'unlit-artwork',
  label: 'Dark artwork where black is removed',
  measured: 'visible pixels as dark as the black, or as bright as the white',
  limit: `${percent(LIMIT)} of a frame`,
  judge: ({ overlay: { backdrop }, measured }) => {
    const light = backdrop.kind === 'key' ? keyByLight(backdrop.colour) : null;
    if (!light) return fine('Nothing is removed by its light.');
    const worst = worstFrame(measured, (frame) => frame.unlit / Math.max(1, frame.visible));
    if (!worst) return NO_ARTWORK;
    const kind = light === 'black' ? 'dark' : 'bright';
    if (worst.share <= LIMIT) {
      return fine(`At most ${percent(worst.share)} of the artwork is as ${kind} as the ${light}.`);
    }
    return found({
      severity: 'stops',
      title: `The ${kind} parts would vanish with the ${light}`,
      detail: `${percent(worst.share)} of the artwork in frame ${worst.frame} is so ${kind} that removing the ${light} removes it too.`,
      frame: worst.frame,
      marking: 'removed',
      repairs: [makeClear, switchKey(measured.safestKey)],
    });
  },
});
