import { about, AT_HOME, evenly, MIDDLE } from './change';
import { param, stayOnly, type MoveKind } from './types';

/** Half a cosine up and half one down, so that it starts and ends at rest. */
export const throb: MoveKind = {
  kind: 'throb',
  label: 'Throb',
  icon: 'heart-pulse',
  phases: stayOnly,
  params: [
    param('size', 'Largest', '%', 110, { max: 400, feel: { min: 80, max: 150 } }),
    param('period', 'Every', 's', 1.2, {
      min: 0.05,
      max: 60,
      step: 0.05,
      feel: { min: 0.2, max: 4 },
    }),
  ],
  easing: 'linear',
  selfPaced: true,
  firstLength: 'stay',
  returns: true,
  change: ({ seconds, box }, { size, period }) => {
    const beat = (1 - Math.cos((2 * Math.PI * seconds) / period)) / 2;
    return { ...AT_HOME, inner: about(box, MIDDLE, evenly(1 + beat * (size / 100 - 1))) };
  },
};
