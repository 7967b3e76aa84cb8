import { changeSize } from '../../edit';

import { checkRule, fine, found, NO_ARTWORK, shownSpan, unmeasured } from './common';
import { quoted } from '../../quoted';

/** Document pixels by which words have to lie beyond the canvas to count as cut. */
const BEYOND = 2;

export const clipped = checkRule({
  name: 'clipped',
  label: 'Words cut by the canvas',
  measured: 'how far their box reaches beyond the canvas while they stay',
  limit: `${BEYOND} pixels`,
  judge: ({ overlay: { width, height }, measured }) => {
    if (!shownSpan(measured)) return NO_ARTWORK;
    if (measured.words.length === 0) return unmeasured('There are no words to be cut.');
    const cut = measured.words
      .map((words) => ({ words, by: beyond(words.quad, width, height) }))
      .sort((a, b) => Math.max(b.by.x, b.by.y) - Math.max(a.by.x, a.by.y))[0];
    const worst = Math.max(cut.by.x, cut.by.y);
    const frame = Math.floor((cut.words.from + cut.words.to) / 2);
    if (worst <= BEYOND) return fine('All words lie within the canvas while they stay.');
    return found({
      severity: 'hurts',
      title: `${quoted(cut.words.name)} is cut by the canvas`,
      detail: `It reaches ${Math.round(worst)} pixels beyond the edge while it stays there.`,
      frame,
      marking: 'rim',
      repairs: [
        {
          label: 'Make the canvas larger',
          apply: (overlay) =>
            changeSize(
              overlay,
              overlay.width + 2 * Math.ceil(cut.by.x),
              overlay.height + 2 * Math.ceil(cut.by.y),
            ),
        },
      ],
    });
  },
});

/** How far corners lie beyond the canvas, across and down. */
const beyond = (
  corners: readonly { readonly x: number; readonly y: number }[],
  width: number,
  height: number,
) => ({
  x: Math.max(0, ...corners.flatMap(({ x }) => [-x, x - width])),
  y: Math.max(0, ...corners.flatMap(({ y }) => [-y, y - height])),
});
