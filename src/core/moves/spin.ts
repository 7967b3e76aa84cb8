import { about, AT_HOME, evenly, MIDDLE } from './change';
import { param, stayOnly, type MoveKind } from './types';

export const spin: MoveKind = {
  kind: 'spin',
  label: 'Spin',
  icon: 'rotate-right',
  phases: stayOnly,
  params: [
    param('turns', 'Turns', '', 1, {
      min: -1000,
      max: 1000,
      step: 0.25,
      feel: { min: -8, max: 8 },
    }),
  ],
  easing: 'linear',
  firstLength: 'stay',
  swaps: true,
  change: ({ away, box }, { turns }) => ({
    ...AT_HOME,
    inner: about(box, MIDDLE, evenly(1), (away * turns * 360) % 360),
  }),
};
