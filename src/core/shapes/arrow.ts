import { polygonPath, shapeParam, type ShapeKind } from './types';

export const arrow: ShapeKind = {
  shape: 'arrow',
  label: 'Arrow',
  icon: 'arrow-right-bold-outline',
  params: [
    shapeParam('shaft', 'Shaft', '%', 35, { min: 1, max: 100 }),
    shapeParam('head', 'Head', '%', 90, { min: 1, max: 400, feel: { min: 20, max: 200 } }),
  ],
  size: { width: 0.35, height: 0.14 },
  path: ({ width, height }, { shaft, head }) => {
    const [w, h] = [width / 2, height / 2];
    const neck = w - Math.min(width, (height * head) / 100);
    const half = (h * shaft) / 100;
    return polygonPath([
      [-w, -half],
      [neck, -half],
      [neck, -h],
      [w, 0],
      [neck, h],
      [neck, half],
      [-w, half],
    ]);
  },
};
