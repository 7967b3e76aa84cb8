import { alphaBounds } from '@/core/matte/alphaBounds';

const SIDE = 8;
const picture = (...points: readonly (readonly [x: number, y: number, alpha: number])[]) => {
  const rgba = new Uint8ClampedArray(SIDE * SIDE * 4);
  for (const [x, y, alpha] of points) rgba[(y * SIDE + x) * 4 + 3] = alpha;
  return rgba;
};

it('finds the box of what has enough alpha', () => {
  const two = picture([2, 1, 255], [5, 6, 9]);
  expect(alphaBounds(two, SIDE, SIDE, 1)).toEqual({ left: 2, top: 1, right: 6, bottom: 7 });
  expect(alphaBounds(two, SIDE, SIDE, 10)).toEqual({ left: 2, top: 1, right: 3, bottom: 2 });
  expect(alphaBounds(picture([0, 0, 1], [7, 7, 1]), SIDE, SIDE, 1)).toMatchObject({ right: 8 });
  expect(alphaBounds(picture(), SIDE, SIDE, 1)).toBeNull();
});
