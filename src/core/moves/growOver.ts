import { about, AT_HOME, evenly, MIDDLE } from './change';
import { param, stayOnly, type MoveKind } from './types';

const size = { max: 5000, feel: { min: 0, max: 400 } };

export const growOver: MoveKind = {
  kind: 'grow over time',
  label: 'Grow over time',
  icon: 'resize',
  phases: stayOnly,
  params: [param('from', 'From', '%', 100, size), param('to', 'To', '%', 130, size)],
  easing: 'linear',
  firstLength: 'stay',
  swaps: true,
  change: ({ away, box }, { from, to }) => ({
    ...AT_HOME,
    inner: about(box, MIDDLE, evenly(Math.max(0, from + away * (to - from)) / 100)),
  }),
};
