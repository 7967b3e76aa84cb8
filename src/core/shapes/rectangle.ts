import { boxRound, roundedPath } from './rounded';
import { shapeParam, type ShapeKind } from './types';

export const rectangle: ShapeKind = {
  shape: 'rectangle',
  label: 'Rectangle',
  icon: 'rectangle-outline',
  params: [
    shapeParam('radius', 'Corner radius', 'px', 0, { max: 20_000, feel: { min: 0, max: 200 } }),
  ],
  size: { width: 0.8, height: 0.2 },
  path: ({ width, height }, { radius }) =>
    roundedPath(boxRound(width, height), Math.min(radius, width / 2, height / 2)),
};
