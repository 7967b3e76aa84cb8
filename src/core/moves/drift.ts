import { along, AT_HOME } from './change';
import { angleParam, param, stayOnly, type MoveKind } from './types';

export const drift: MoveKind = {
  kind: 'drift',
  label: 'Drift',
  icon: 'weather-windy',
  phases: stayOnly,
  params: [
    angleParam('angle', 'Towards', 0),
    param('distance', 'Distance', 'px', 120, { max: 8000, feel: { min: 0, max: 1000 } }),
  ],
  easing: 'linear',
  firstLength: 'stay',
  swaps: true,
  change: ({ away }, { angle, distance }) => ({ ...AT_HOME, ...along(angle, away * distance) }),
};
