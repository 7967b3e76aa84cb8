import { AT_HOME } from './change';
import { clamp01, param, type MoveKind } from './types';

export const fade: MoveKind = {
  kind: 'fade',
  label: 'Fade',
  icon: 'circle-opacity',
  phases: ['arrive', 'stay', 'leave'],
  params: [param('to', 'Down to', '%', 0, { initial: { arrive: 0, stay: 50, leave: 0 } })],
  easing: 'linear',
  swaps: true,
  change: ({ away }, { to }) => ({ ...AT_HOME, opacity: clamp01(1 - away * (1 - to / 100)) }),
};
