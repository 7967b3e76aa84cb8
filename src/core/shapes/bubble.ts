import { boxRound, roundedPath } from './rounded';
import { polygonPath, shapeParam, type ShapeKind } from './types';

const tail = { min: -20_000, max: 20_000, feel: { min: -600, max: 600 } };

/** A rounded box and a tail from its middle to a point; both run clockwise, so that they unite. */
export const bubble: ShapeKind = {
  shape: 'bubble',
  label: 'Speech bubble',
  icon: 'message-outline',
  params: [
    shapeParam('radius', 'Corner radius', 'px', 48, { max: 20_000, feel: { min: 0, max: 200 } }),
    shapeParam('tailX', 'Tail across', 'px', -120, tail),
    shapeParam('tailY', 'Tail down', 'px', 190, tail),
    shapeParam('tailWidth', 'Tail width', 'px', 70, {
      min: 1,
      max: 2000,
      feel: { min: 10, max: 300 },
    }),
  ],
  size: { width: 0.5, height: 0.22 },
  handle: { label: 'Tail', x: 'tailX', y: 'tailY' },
  path: ({ width, height }, { radius, tailX, tailY, tailWidth }) => {
    const body = roundedPath(boxRound(width, height), Math.min(radius, width / 2, height / 2));
    const length = Math.hypot(tailX, tailY);
    if (length === 0) return body;
    const half = Math.min(tailWidth, width, height) / 2;
    const [nx, ny] = [(-tailY / length) * half, (tailX / length) * half];
    return (
      body +
      polygonPath([
        [tailX, tailY],
        [nx, ny],
        [-nx, -ny],
      ])
    );
  },
};
