import type { Shading } from '@/core/scene';
import type { PaintContext } from './tools';

/** A shading as the canvas's own gradient, in the pixels its matrix starts from. */
export function gradientOf(context: PaintContext, shading: Shading): CanvasGradient {
  const { from, to, radial, stops } = shading;
  const gradient = radial
    ? context.createRadialGradient(0, 0, 0, 0, 0, 1)
    : context.createLinearGradient(from.x, from.y, to.x, to.y);
  for (const { at, colour, opacity } of stops) {
    const alpha = Math.round(opacity * 255)
      .toString(16)
      .padStart(2, '0');
    gradient.addColorStop(Math.min(1, Math.max(0, at)), `${colour}${alpha}`);
  }
  return gradient;
}

/** Far enough to lie beyond any canvas, near enough to keep its precision. */
const FAR = 1e5;

export const fillEverywhere = (context: PaintContext): void =>
  context.fillRect(-FAR, -FAR, 2 * FAR, 2 * FAR);
