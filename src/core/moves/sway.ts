import { about, AT_HOME, evenly } from './change';
import { param, stayOnly, wave, type MoveKind } from './types';

const PIVOTS = [
  { x: 0.5, y: 0 },
  { x: 0.5, y: 0.5 },
  { x: 0.5, y: 1 },
] as const;

export const sway: MoveKind = {
  kind: 'sway',
  label: 'Sway',
  icon: 'metronome',
  phases: stayOnly,
  params: [
    param('turn', 'Turn', '°', 6, { max: 180, feel: { min: 0, max: 45 } }),
    param('period', 'Every', 's', 2, {
      min: 0.05,
      max: 60,
      step: 0.05,
      feel: { min: 0.2, max: 6 },
    }),
    param('pivot', 'Hangs at its', '', 0, { max: 2, choices: ['Top', 'Middle', 'Bottom'] }),
  ],
  easing: 'linear',
  selfPaced: true,
  firstLength: 'stay',
  returns: true,
  change: ({ seconds, box }, { turn, period, pivot }) => ({
    ...AT_HOME,
    inner: about(box, PIVOTS[pivot], evenly(1), turn * wave(seconds, period)),
  }),
};
