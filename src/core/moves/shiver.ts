import { about, AT_HOME, evenly, MIDDLE } from './change';
import { param, stayOnly, type MoveKind } from './types';

/** A new random offset and turn some times a second, the same each time it is played. */
export const shiver: MoveKind = {
  kind: 'shiver',
  label: 'Shiver',
  icon: 'vibrate',
  phases: stayOnly,
  params: [
    param('distance', 'Distance', 'px', 4, { max: 400, feel: { min: 0, max: 40 } }),
    param('turn', 'Turn', '°', 1, { max: 90, step: 0.1, feel: { min: 0, max: 15 } }),
    param('pace', 'Times a second', '', 12, { min: 1, max: 60 }),
  ],
  easing: 'linear',
  selfPaced: true,
  firstLength: 'stay',
  returns: true,
  change: ({ seconds, box, random }, { distance, turn, pace }) => {
    const step = Math.floor(seconds * pace + 1e-6) * 3;
    return {
      ...AT_HOME,
      dx: distance * random(step + 1),
      dy: distance * random(step + 2),
      inner: about(box, MIDDLE, evenly(1), turn * random(step + 3)),
    };
  },
};
