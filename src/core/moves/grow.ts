import { about, AT_HOME, evenly, MIDDLE } from './change';
import { inOut, param, type MoveKind } from './types';

/** Below 100 % it grows on arrival, above it shrinks. */
export const grow: MoveKind = {
  kind: 'grow',
  label: 'Grow or shrink',
  icon: 'arrow-expand-all',
  phases: inOut,
  params: [param('size', 'Size while away', '%', 0, { max: 2000, feel: { min: 0, max: 400 } })],
  easing: 'settle',
  change: ({ away, box }, { size }) => ({
    ...AT_HOME,
    inner: about(box, MIDDLE, evenly(Math.max(0, 1 + away * (size / 100 - 1)))),
  }),
};
