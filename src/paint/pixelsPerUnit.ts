import type { PaintContext } from './tools';

/** Scene units on the canvas, as the root of an area. */
export const pixelsPerUnit = (context: PaintContext): number => {
  const { a, b, c, d } = context.getTransform();
  return Math.sqrt(Math.abs(a * d - b * c));
};
