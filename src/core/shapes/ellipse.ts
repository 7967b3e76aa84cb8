import { boxRound, roundedPath } from './rounded';
import type { ShapeKind } from './types';

export const ellipse: ShapeKind = {
  shape: 'ellipse',
  label: 'Ellipse',
  icon: 'ellipse-outline',
  params: [],
  size: { width: 0.3, height: 0.3 },
  path: ({ width, height }) => roundedPath(boxRound(width, height), width / 2, height / 2),
};
