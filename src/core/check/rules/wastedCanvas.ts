import { boxAround } from '../../geometry/box';

import { checkRule, fine, found, fullestFrame, NO_ARTWORK, percent, shownSpan } from './common';

/** Share of the canvas that artwork should reach over in all frames together. */
const LIMIT = 0.4;

export const wastedCanvas = checkRule({
  name: 'wasted-canvas',
  label: 'Use of the canvas',
  measured: 'what artwork reaches over in all frames together',
  limit: `less than ${percent(LIMIT)} of the canvas`,
  judge: ({ overlay, measured }) => {
    if (!shownSpan(measured)) return NO_ARTWORK;
    const corners = measured.frames.flatMap(({ box }) =>
      box
        ? [
            { x: box.left, y: box.top },
            { x: box.right, y: box.bottom },
          ]
        : [],
    );
    const { left, top, right, bottom } = boxAround(corners);
    const used = ((right - left) * (bottom - top)) / (measured.width * measured.height);
    if (used >= LIMIT) return fine(`Artwork reaches over ${percent(used)} of the canvas.`);
    const scale = overlay.width / measured.width;
    const size = `${Math.ceil((right - left) * scale)} × ${Math.ceil((bottom - top) * scale)}`;
    return found({
      severity: 'note',
      title: 'Most of the canvas stays empty',
      detail: `All frames together fill ${percent(used)} of it, ${size} pixels. A file that is cropped to that is smaller; Send tells where its corner belongs.`,
      frame: fullestFrame(measured),
    });
  },
});
