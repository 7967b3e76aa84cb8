import type { Layer, MattePoint } from '../document/layers';
import { mattePoints } from '../document/mattePoints';
import { enlargement, type Matrix } from '../geometry/matrix';
import type { Mask } from './types';

/** What mattes drawn by hand leave of a layer at a frame. @param moved from layer to scene pixels */
export function garbageMasks(layer: Layer, frame: number, moved: Matrix): readonly Mask[] {
  if (layer.kind !== 'picture' && layer.kind !== 'clip') return [];
  return layer.mattes.map((matte) => ({
    kind: 'polygon',
    d: polygon(mattePoints(matte, frame)),
    matrix: moved,
    inverted: matte.keep === 'out',
    feather: matte.feather * enlargement(moved),
  }));
}

const polygon = (points: readonly MattePoint[]): string =>
  `M${points.map(({ x, y }) => `${x} ${y}`).join('L')}Z`;
