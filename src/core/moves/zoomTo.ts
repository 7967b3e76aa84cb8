import { multiply, scaling, translation } from '../geometry/matrix';
import { AT_HOME } from './change';
import { param, type MoveKind } from './types';

const pixels = { min: -100_000, max: 100_000, step: 0.1, feel: { min: -1000, max: 1000 } };

/**
 * Enlarges about a fixed point so that, at the end, the target lies in the middle of the canvas.
 * The size grows by equal factors in equal times, which looks like an even speed.
 */
export const zoomTo: MoveKind = {
  kind: 'zoom',
  label: 'Zoom to a point',
  icon: 'magnify-plus-outline',
  phases: ['stay', 'leave'],
  params: [
    param('x', 'Target across', 'px', 0, pixels),
    param('y', 'Target down', 'px', 0, pixels),
    param('size', 'Size at the end', '%', 300, {
      min: 1,
      max: 1_000_000,
      feel: { min: 50, max: 1000 },
    }),
  ],
  easing: 'ease in and out',
  firstLength: 'stay',
  swaps: true,
  aims: true,
  wholeOnly: true,
  change: ({ away, onCanvas, canvas }, { x, y, size }) => {
    if (away === 0) return AT_HOME;
    const end = size / 100;
    const factor = end ** away;
    const start = onCanvas({ x, y });
    const middle = { x: canvas.width / 2, y: canvas.height / 2 };
    // With growth by equal factors, the share of the way that keeps one point still.
    const share = Math.abs(end - 1) < 1e-6 ? away : (factor - 1) / (end - 1);
    return {
      ...AT_HOME,
      dx: (middle.x - start.x) * share,
      dy: (middle.y - start.y) * share,
      inner: multiply(translation(x, y), scaling(factor, factor), translation(-x, -y)),
    };
  },
};
