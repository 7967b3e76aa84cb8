import type { PathPoint } from '../geometry/path';
import { pathData } from '../geometry/path';
import { shapeParam, type ShapeKind } from './types';

/** An arch from lower left over the top to lower right. */
const arch = (width: number, height: number): readonly PathPoint[] => [
  { x: -width / 2, y: height / 2, inX: 0, inY: 0, outX: 0, outY: -height / 2 },
  { x: 0, y: -height / 2, inX: -width / 4, inY: 0, outX: width / 4, outY: 0 },
  { x: width / 2, y: height / 2, inX: 0, inY: -height / 2, outX: 0, outY: 0 },
];

export const freePath: ShapeKind = {
  shape: 'path',
  label: 'Free path',
  icon: 'vector-bezier',
  params: [shapeParam('closed', 'Closed', '', 1, { max: 1, toggle: true })],
  size: { width: 0.4, height: 0.3 },
  points: ({ width, height }) => arch(width, height),
  path: (_size, { closed }, points) => pathData(points, closed === 1),
};
