import type { Rate } from '../../time';

/**
 * How long a frame shows in whole units of time. Delays add up: no frame starts more than half a unit from its time,
 * however many there are.
 * @param units a second
 */
export function frameDelay(frame: number, { num, den }: Rate, units: number): number {
  const at = (index: number) => Math.round((index * den * units) / num);
  return at(frame + 1) - at(frame);
}
