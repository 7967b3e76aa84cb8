import { about, AT_HOME, evenly, MIDDLE } from './change';
import { inOut, param, type MoveKind } from './types';

export const spinIn: MoveKind = {
  kind: 'spin in',
  label: 'Spin in',
  icon: 'rotate-3d-variant',
  phases: inOut,
  params: [
    param('turns', 'Turns', '', 1, { min: -20, max: 20, step: 0.25, feel: { min: -4, max: 4 } }),
    param('size', 'Size while away', '%', 0, { max: 400 }),
  ],
  easing: 'ease out',
  change: ({ away, box }, { turns, size }) => ({
    ...AT_HOME,
    inner: about(
      box,
      MIDDLE,
      evenly(Math.max(0, 1 + away * (size / 100 - 1))),
      -away * turns * 360,
    ),
  }),
};
