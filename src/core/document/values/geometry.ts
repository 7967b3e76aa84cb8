import { LIMITS, list, pixels, shape } from '../fields';

export const point = shape({ x: pixels(), y: pixels() });

/** Left, top, right and bottom of a box. */
export const boxSides = shape({
  left: pixels(),
  top: pixels(),
  right: pixels(),
  bottom: pixels(),
});

/** A point of a curve with its two handles, as offsets from it. */
export const pathPoint = shape({
  x: pixels(),
  y: pixels(),
  inX: pixels(),
  inY: pixels(),
  outX: pixels(),
  outY: pixels(),
});

export const path = list(pathPoint, LIMITS.points);
