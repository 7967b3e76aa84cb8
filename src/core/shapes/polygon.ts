import { onEllipse, polygonPath, shapeParam, type ShapeKind } from './types';

export const polygon: ShapeKind = {
  shape: 'polygon',
  label: 'Polygon',
  icon: 'hexagon-outline',
  params: [shapeParam('sides', 'Sides', '', 6, { min: 3, max: 60, feel: { min: 3, max: 12 } })],
  size: { width: 0.3, height: 0.3 },
  path: (size, { sides }) => polygonPath(onEllipse(size, Math.round(sides))),
};
