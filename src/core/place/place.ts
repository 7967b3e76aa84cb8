import type { Place } from '../document/types';
import type { Point } from '../geometry/matrix';

const hundredth = (value: number): number => Math.round(value * 100) / 100;

export const SCALE_LIMIT = { min: 0.02, max: 50 } as const;

export const movedPlace = <P extends Place>(place: P, dx: number, dy: number): P => ({
  ...place,
  x: hundredth(place.x + dx),
  y: hundredth(place.y + dy),
});

/** Enlarged about its own point and turned; angles near a quarter turn settle on it. */
export function turnedPlace<P extends Place>(place: P, factor: number, degrees: number): P {
  const scale = Math.min(SCALE_LIMIT.max, Math.max(SCALE_LIMIT.min, place.scale * factor));
  return {
    ...place,
    scale: Math.round(scale * 1000) / 1000,
    rotation: settledAngle(place.rotation + degrees),
  };
}

const SETTLE_DEGREES = 3;

/** −180…180, in tenths; within three degrees of a quarter turn it is that quarter turn. */
export function settledAngle(degrees: number): number {
  const turned = ((((degrees + 180) % 360) + 360) % 360) - 180;
  const quarter = Math.round(turned / 90) * 90;
  const settled = Math.abs(turned - quarter) <= SETTLE_DEGREES ? quarter : turned;
  return Math.round((settled === -180 ? 180 : settled) * 10) / 10;
}

/** What dragging a handle from one point to another means for a thing about `centre`. */
export function handleChange(centre: Point, from: Point, to: Point) {
  const start = Math.hypot(from.x - centre.x, from.y - centre.y) || 1;
  const end = Math.hypot(to.x - centre.x, to.y - centre.y);
  const angle =
    Math.atan2(to.y - centre.y, to.x - centre.x) - Math.atan2(from.y - centre.y, from.x - centre.x);
  return { factor: end / start, degrees: (angle * 180) / Math.PI };
}
