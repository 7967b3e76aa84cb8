import { boxRound, ellipseHole, roundedPath } from './rounded';
import { shapeParam, type ShapeKind } from './types';

export const ring: ShapeKind = {
  shape: 'ring',
  label: 'Ring',
  icon: 'circle-double',
  params: [shapeParam('inner', 'Inner size', '%', 70, { min: 1, max: 99 })],
  size: { width: 0.3, height: 0.3 },
  path: ({ width, height }, { inner }) =>
    roundedPath(boxRound(width, height), width / 2, height / 2) +
    ellipseHole((width / 2) * (inner / 100), (height / 2) * (inner / 100)),
};
