import { AT_HOME } from './change';
import { inOut, param, type MoveKind } from './types';

/** Height kept from bounce to bounce: half the time in the air, a quarter of the height. */
const REBOUND = 0.5;

/**
 * Height, as a share of the first fall, of something that falls under gravity and bounces.
 * @param t 0 when let go, 1 when it has come to rest
 */
export function fallHeight(t: number, bounces: number): number {
  const airTimes = [1, ...Array.from({ length: bounces }, (_, k) => 2 * REBOUND ** (k + 1))];
  const total = airTimes.reduce((sum, time) => sum + time, 0);
  let left = Math.min(1, Math.max(0, t)) * total;
  if (left <= 1) return 1 - left ** 2;
  left -= 1;
  for (let k = 1; k <= bounces; k++) {
    const half = REBOUND ** k;
    if (left <= 2 * half) return Math.max(0, half ** 2 - (left - half) ** 2);
    left -= 2 * half;
  }
  return 0;
}

export const drop: MoveKind = {
  kind: 'drop',
  label: 'Drop and bounce',
  icon: 'arrow-collapse-down',
  phases: inOut,
  params: [
    param('height', 'Height', 'px', 700, { max: 8000, feel: { min: 0, max: 2000 } }),
    param('bounces', 'Bounces', '', 2, { max: 8 }),
  ],
  easing: 'linear',
  selfPaced: true,
  change: ({ rawAway }, { height, bounces }) =>
    rawAway === 0
      ? AT_HOME
      : { ...AT_HOME, dy: -height * fallHeight(1 - rawAway, Math.round(bounces)) },
};
