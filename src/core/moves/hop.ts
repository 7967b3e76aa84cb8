import { AT_HOME } from './change';
import { param, stayOnly, type MoveKind } from './types';

/** Each hop is a throw under gravity: a parabola over its share of the move's length. */
export const hop: MoveKind = {
  kind: 'hop',
  label: 'Hop',
  icon: 'arrow-up-down',
  phases: stayOnly,
  params: [
    param('times', 'Times', '', 3, { min: 1, max: 100, feel: { min: 1, max: 10 } }),
    param('height', 'Height', 'px', 80, { max: 4000, feel: { min: 0, max: 400 } }),
  ],
  easing: 'linear',
  selfPaced: true,
  returns: true,
  change: ({ rawAway }, { times, height }) => {
    const t = (rawAway * Math.round(times)) % 1;
    return t === 0 ? AT_HOME : { ...AT_HOME, dy: -height * 4 * t * (1 - t) };
  },
};
