import { checkRule, fine, found, NO_ARTWORK, percent, unmeasured, worstFrame } from './common';

/** Share of the visible artwork, in any one frame, that may be half clear. */
const LIMIT = 0.005;

export const alphaSteps = checkRule({
  name: 'alpha-steps',
  label: 'Soft edges in a format without them',
  measured: 'the same, where the format has each pixel clear or not',
  limit: `${percent(LIMIT)} of a frame`,
  judge: ({ overlay, measured, format }) => {
    if (overlay.backdrop.kind === 'key')
      return fine('The backdrop is a colour, so nothing is half clear.');
    if (!format) return unmeasured('No format was chosen in Send yet.');
    if (!format.hardAlpha)
      return fine(`${format.label} keeps what is half clear, or has no transparency at all.`);
    const worst = worstFrame(measured, (frame) => frame.soft / Math.max(1, frame.visible));
    if (!worst) return NO_ARTWORK;
    if (worst.share <= LIMIT)
      return fine(`At most ${percent(worst.share)} of the artwork is half clear.`);
    return found({
      severity: 'hurts',
      title: `${format.label} makes soft edges hard`,
      detail: `${percent(worst.share)} of the artwork in frame ${worst.frame} is half clear; in ${format.label} each pixel is wholly clear or not at all. Choose another format in Send.`,
      frame: worst.frame,
      marking: 'soft',
    });
  },
});
