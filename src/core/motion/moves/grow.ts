import { AT_HOME, type MoveKind } from './types';

export const grow: MoveKind = {
  kind: 'grow',
  label: 'Grow',
  icon: 'arrow-expand-all',
  phases: ['arrive', 'stay', 'leave'],
  params: [
    {
      name: 'size',
      label: 'Size while away',
      unit: '%',
      min: 0,
      max: 400,
      step: 1,
      initial: { arrive: 0, stay: 110, leave: 0 },
    },
  ],
  easing: 'settle',
  stepwise: false,
  change: (away, { size }) => ({ ...AT_HOME, scale: Math.max(0, 1 + away * (size / 100 - 1)) }),
};
