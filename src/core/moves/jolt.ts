import { about, AT_HOME, evenly, MIDDLE } from './change';
import { param, stayOnly, type MoveKind } from './types';

/** A few frames out of place and enlarged, each another way; its length is those frames. */
export const jolt: MoveKind = {
  kind: 'jolt',
  label: 'Jolt',
  icon: 'flash-outline',
  phases: stayOnly,
  params: [
    param('distance', 'Distance', 'px', 24, { max: 1000, feel: { min: 0, max: 120 } }),
    param('size', 'Enlarged by', '%', 8, { max: 400, feel: { min: 0, max: 50 } }),
    param('turn', 'Turn', '°', 3, { max: 180, feel: { min: 0, max: 30 } }),
  ],
  easing: 'linear',
  selfPaced: true,
  firstLength: 4,
  returns: true,
  change: ({ elapsed, box, random }, { distance, size, turn }) => {
    const salt = Math.floor(elapsed) * 4;
    const larger = 1 + (size / 100) * (0.5 + Math.abs(random(salt + 3)) / 2);
    return {
      ...AT_HOME,
      dx: distance * random(salt + 1),
      dy: distance * random(salt + 2),
      inner: about(box, MIDDLE, evenly(larger), turn * random(salt + 4)),
    };
  },
};
