import { AT_HOME } from './change';
import { param, stayOnly, type MoveKind } from './types';

export const blink: MoveKind = {
  kind: 'blink',
  label: 'Blink',
  icon: 'lightbulb-on-outline',
  phases: stayOnly,
  params: [
    param('period', 'Every', 's', 1, {
      min: 0.05,
      max: 60,
      step: 0.05,
      feel: { min: 0.1, max: 4 },
    }),
    param('on', 'On for', '%', 50, { min: 1, max: 99 }),
    param('to', 'Down to', '%', 0),
  ],
  easing: 'linear',
  selfPaced: true,
  firstLength: 'stay',
  returns: true,
  change: ({ seconds }, { period, on, to }) => {
    // Half a microsecond keeps whole periods from rounding into the one before.
    const share = ((seconds + 5e-7) / period) % 1;
    return share < on / 100 ? AT_HOME : { ...AT_HOME, opacity: to / 100 };
  },
};
