import { AT_HOME, everyPhase, type MoveKind } from './types';

/** The angle points from home to where the artwork is while away: 0° right, 90° below, 180° left. */
export const slide: MoveKind = {
  kind: 'slide',
  label: 'Slide',
  icon: 'arrow-right-thin',
  phases: ['arrive', 'stay', 'leave'],
  params: [
    {
      name: 'angle',
      label: 'Side',
      unit: '°',
      min: 0,
      max: 359,
      step: 1,
      initial: everyPhase(180),
    },
    {
      name: 'distance',
      label: 'Distance',
      unit: 'px',
      min: 0,
      max: 4000,
      step: 1,
      initial: { arrive: 400, stay: 60, leave: 400 },
    },
  ],
  easing: 'ease out',
  stepwise: false,
  change: (away, { angle, distance }) => {
    const radians = (angle * Math.PI) / 180;
    return {
      ...AT_HOME,
      dx: away * distance * Math.cos(radians),
      dy: away * distance * Math.sin(radians),
    };
  },
};
