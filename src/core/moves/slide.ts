import { along, AT_HOME } from './change';
import { angleParam, inOut, param, type MoveKind } from './types';

/** The angle points from home to where the artwork is while away: 0° right, 90° below, 180° left. */
export const slide: MoveKind = {
  kind: 'slide',
  label: 'Slide',
  icon: 'arrow-right-thin',
  phases: inOut,
  params: [
    angleParam('angle', 'Side', 180),
    param('distance', 'Distance', 'px', 400, { max: 8000, feel: { min: 0, max: 2000 } }),
  ],
  easing: 'ease out',
  change: ({ away }, { angle, distance }) => ({ ...AT_HOME, ...along(angle, away * distance) }),
};
