import { shiftLayer } from '../../edit';
import type { Overlay } from '../../document/types';

import { checkRule, fine, found, fullestFrame, NO_ARTWORK, shownSpan } from './common';

export const emptyFrames = checkRule({
  name: 'empty-frames',
  label: 'Empty frames at the ends',
  measured: 'frames with nothing before and after the artwork',
  limit: 'any',
  judge: ({ measured }) => {
    const span = shownSpan(measured);
    if (!span) return NO_ARTWORK;
    const before = span.first;
    const after = measured.frames.length - 1 - span.last;
    if (before + after === 0) return fine('The first frame and the last show artwork.');
    const parts = [
      ...(before > 0 ? [`${before} before the first artwork`] : []),
      ...(after > 0 ? [`${after} after the last`] : []),
    ];
    return found({
      severity: 'polish',
      title: 'It begins or ends with nothing',
      detail: `Empty frames: ${parts.join(', ')}. In an editor they look like a clip that starts too late or ends too soon.`,
      frame: fullestFrame(measured),
      repairs: [{ label: 'Trim them', apply: (overlay) => trimmed(overlay, before, span.last) }],
    });
  },
});

/** All layers some frames earlier, and no longer than up to the last that shows. */
function trimmed(overlay: Overlay, before: number, last: number): Overlay {
  const roots = overlay.layers.filter(({ group }) => group === null);
  const earlier = roots.reduce((next, { id }) => shiftLayer(next, id, -before), overlay);
  return { ...earlier, length: last + 1 - before, lengthFollows: false };
}
