import type { Layer } from '../document/layers';
import type { Box } from '../geometry/box';
import { inverse, multiply, scaling, translation, type Matrix } from '../geometry/matrix';
import { plainGroup, type DrawItem } from './types';

/** A layer's items with their mirror image under it, which follows them and fades out. */
export function withReflection(
  { reflection }: Layer,
  items: readonly DrawItem[],
  box: Box,
  matrix: Matrix,
): readonly DrawItem[] {
  if (!reflection || items.length === 0) return items;
  const axis = box.bottom + reflection.gap / 2;
  const top = box.bottom + reflection.gap;
  const flip = multiply(matrix, translation(0, 2 * axis), scaling(1, -1), inverse(matrix));
  const stop = (at: number, opacity: number) => ({ at, colour: '#000000', opacity });
  return [
    {
      ...plainGroup(items, flip),
      masks: [
        {
          kind: 'shading',
          shading: {
            from: { x: 0, y: top },
            to: { x: 0, y: top + Math.max(1, reflection.length) },
            radial: false,
            stops: [stop(0, reflection.opacity), stop(1, 0)],
            matrix,
          },
        },
      ],
    },
    ...items,
  ];
}
