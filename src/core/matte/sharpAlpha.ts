import { AT } from './keyConstants';
import { INSIDE, INSIDE_SHARE, SEEN } from './keyLayout';
import { squareFrom } from './yccDistance';

const { max, min, sqrt } = Math;

/**
 * Alpha where the artwork's edges are sharp: a mixed pixel then lies beside one that is all artwork,
 *
 * alpha = |C − K| / max |C' − K|, over C' of the pixel and the eight beside it,
 *
 * and a pixel is inside of the artwork where none of these is backdrop. The reference of the compiled kernel.
 * @param rgba 8-bit sRGB, width × height × 4 bytes
 * @param constants from `keyConstants`, of a key by light
 * @returns width × height bytes
 */
export function sharpAlpha(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  constants: Float32Array,
): Uint8ClampedArray {
  const low = constants[AT.low];
  const clear = low ** 2;
  const unseen = (SEEN * low) ** 2;
  const inside = (INSIDE * low) ** 2;
  const squares = squaresFromKey(rgba, constants);
  const farthest = largestBeside(squares, width, height);
  const nearest = smallestBeside(squares, width, height);
  return Uint8ClampedArray.from(squares, (square, at) => {
    if (square <= clear || farthest[at] <= unseen) return 0;
    if (nearest[at] > max(inside, INSIDE_SHARE ** 2 * farthest[at])) return 255;
    return 255 * sqrt(square / farthest[at]);
  });
}

/** Squared distances of all pixels from the key. */
export function squaresFromKey(rgba: Uint8ClampedArray, constants: Float32Array): Float32Array {
  const squareOf = squareFrom(constants.subarray(AT.ground, AT.ground + 3), constants);
  return Float32Array.from({ length: rgba.length / 4 }, (_, i) =>
    squareOf(rgba[i * 4], rgba[i * 4 + 1], rgba[i * 4 + 2]),
  );
}

/** The largest of each number of a plane and the eight beside it. */
export const largestBeside = (plane: Float32Array, width: number, height: number): Float32Array =>
  besideEach(plane, width, height, max);

/** The smallest of each number of a plane and the eight beside it. */
export const smallestBeside = (plane: Float32Array, width: number, height: number): Float32Array =>
  besideEach(plane, width, height, min);

function besideEach(
  plane: Float32Array,
  width: number,
  height: number,
  pick: (a: number, b: number, c: number) => number,
): Float32Array {
  const across = plane.map((value, at) => {
    const x = at % width;
    return pick(plane[x > 0 ? at - 1 : at], value, plane[x < width - 1 ? at + 1 : at]);
  });
  return across.map((value, at) =>
    pick(
      across[at >= width ? at - width : at],
      value,
      across[at < width * (height - 1) ? at + width : at],
    ),
  );
}
