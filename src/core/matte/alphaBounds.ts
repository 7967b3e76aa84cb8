import type { Box } from '../geometry/box';

/**
 * The smallest box that holds all pixels of a picture with at least some alpha; null where none has it.
 * @param rgba width × height × 4 @param least alpha in levels
 */
export function alphaBounds(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  least: number,
): Box | null {
  const box = { left: width, top: height, right: 0, bottom: 0 };
  for (let y = 0, i = 3; y < height; y++) {
    for (let x = 0; x < width; x++, i += 4) {
      if (rgba[i] < least) continue;
      if (x < box.left) box.left = x;
      if (x >= box.right) box.right = x + 1;
      if (y < box.top) box.top = y;
      box.bottom = y + 1;
    }
  }
  return box.right > box.left ? box : null;
}
