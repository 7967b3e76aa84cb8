import { onEllipse, polygonPath, shapeParam, type ShapeKind } from './types';

export const star: ShapeKind = {
  shape: 'star',
  label: 'Star',
  icon: 'star-outline',
  params: [
    shapeParam('points', 'Points', '', 5, { min: 3, max: 60, feel: { min: 3, max: 16 } }),
    shapeParam('inner', 'Inner size', '%', 45, { min: 1, max: 100 }),
  ],
  size: { width: 0.3, height: 0.3 },
  path: (size, { points, inner }) =>
    polygonPath(onEllipse(size, Math.round(points) * 2, (i) => (i % 2 === 0 ? 1 : inner / 100))),
};
