import { isLoop } from './cutOff';
import { checkRule, fine, found, NO_ARTWORK, shownSpan } from './common';

/** How many times the usual change from frame to frame the seam may change. */
const LIMIT = 3;

/** Levels below which no seam is seen, however still the rest is. */
const UNSEEN = 0.05;

export const loopSeam = checkRule({
  name: 'loop-seam',
  label: 'The seam of a loop',
  measured: 'change from last to first frame against the usual one',
  limit: `${LIMIT} times`,
  judge: (checked) => {
    const { measured } = checked;
    if (!shownSpan(measured)) return NO_ARTWORK;
    if (!isLoop(checked)) return fine('It arrives or leaves, so it is no loop.');
    const changes = measured.frames
      .slice(1)
      .map(({ change }) => change)
      .sort((a, b) => a - b);
    const usual = changes[Math.floor(changes.length / 2)];
    const times = measured.seam / Math.max(UNSEEN, usual);
    if (times <= LIMIT) return fine('From the last frame to the first it goes on as it went.');
    return found({
      severity: 'hurts',
      title: 'It jumps where it starts anew',
      detail: `From the last frame to the first the picture changes ${times.toFixed(1)} times as much as from frame to frame. Let it return to where it began, or set a seam where a clip loops.`,
      frame: measured.frames.length - 1,
    });
  },
});
