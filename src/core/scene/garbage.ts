import type { GarbageMatte, MattePoint, Layer } from '../document/layers';
import { enlargement, type Matrix } from './matrix';
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

/** A matte's points at a frame, on their way from one drawing of it to the next. */
export function mattePoints({ drawn }: GarbageMatte, frame: number): readonly MattePoint[] {
  const next = drawn.findIndex((entry) => entry.frame > frame);
  if (next === 0) return drawn[0].points;
  if (next < 0) return drawn[drawn.length - 1].points;
  const [a, b] = [drawn[next - 1], drawn[next]];
  const t = (frame - a.frame) / (b.frame - a.frame);
  return a.points.map(({ x, y }, i) => ({
    x: x + (b.points[i].x - x) * t,
    y: y + (b.points[i].y - y) * t,
  }));
}

const polygon = (points: readonly MattePoint[]): string =>
  `M${points.map(({ x, y }) => `${x} ${y}`).join('L')}Z`;
