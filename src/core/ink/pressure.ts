import type { Stroke } from '../document/layers';
import { POINT_SIZE } from './points';

/** Stroke widths a second at which a line has thinned as far as it does. */
const FAST = 90;

/** How much of its way to the wanted pressure a line goes within this many milliseconds. */
const SETTLING = 45;

const found = new WeakMap<Stroke['points'], readonly number[]>();

/**
 * The pressure at each point: the pen's own, or, where it told none, from 0.8 where the hand rests
 * down to 0.2 where it is fast. It follows the hand with a delay, as ink does.
 */
export function pressures({
  points,
  sensed,
  size,
}: Pick<Stroke, 'points' | 'sensed' | 'size'>): readonly number[] {
  const known = found.get(points);
  if (known) return known;
  const all = sensed ? sensedPressures(points) : fromSpeed(points, size);
  found.set(points, all);
  return all;
}

function sensedPressures(points: Stroke['points']): readonly number[] {
  const all: number[] = [];
  for (let k = 0; k < points.length; k += POINT_SIZE) all.push(points[k + 2]);
  return all;
}

function fromSpeed(points: Stroke['points'], size: number): readonly number[] {
  let pressure = 0.5;
  const all = points.length > 0 ? [pressure] : [];
  for (let k = POINT_SIZE; k < points.length; k += POINT_SIZE) {
    const ms = Math.max(1, points[k + 4] - points[k - 1]);
    const step = Math.hypot(points[k] - points[k - POINT_SIZE], points[k + 1] - points[k - 4]);
    const speed = (step / size / ms) * 1000;
    const wanted = 0.8 - 0.6 * Math.min(1, speed / FAST);
    pressure += (wanted - pressure) * (1 - Math.exp(-ms / SETTLING));
    all.push(pressure);
  }
  return all;
}
