import { AT_HOME, type MoveKind } from './types';

export const fade: MoveKind = {
  kind: 'fade',
  label: 'Fade',
  icon: 'circle-opacity',
  phases: ['arrive', 'stay', 'leave'],
  params: [
    {
      name: 'to',
      label: 'Down to',
      unit: '%',
      min: 0,
      max: 100,
      step: 1,
      initial: { arrive: 0, stay: 50, leave: 0 },
    },
  ],
  easing: 'linear',
  stepwise: false,
  change: (away, { to }) => ({ ...AT_HOME, opacity: clamp01(1 - away * (1 - to / 100)) }),
};

/** An easing that overshoots would ask for more than opaque. */
const clamp01 = (value: number) => Math.min(1, Math.max(0, value));
