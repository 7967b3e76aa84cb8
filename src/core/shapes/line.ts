import { boxRound, roundedPath } from './rounded';
import { shapeParam, type ShapeKind } from './types';

export const line: ShapeKind = {
  shape: 'line',
  label: 'Line',
  icon: 'minus',
  params: [shapeParam('rounded', 'Round ends', '', 1, { max: 1, toggle: true })],
  size: { width: 0.5, height: 0.008 },
  path: ({ width, height }, { rounded }) =>
    roundedPath(boxRound(width, height), rounded ? Math.min(width, height) / 2 : 0),
};
