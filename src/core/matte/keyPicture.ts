import type { KeySettings } from '../document/layers';
import { keyConstants } from './keyConstants';
import { keyPixels } from './keyPixels';
import { keepsShape, shapeMatte } from './shapeMatte';

/**
 * Keys a picture, in place.
 * @param rgba straight 8-bit sRGB with alpha, width × height × 4 bytes
 * @param scale pixels of `rgba` per pixel of the picture as it came, which choke and feather go by
 */
export function keyPicture(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  key: KeySettings,
  scale = 1,
): void {
  keyPixels(rgba, keyConstants(key));
  if (!keepsShape(key)) shapeMatte(rgba, width, height, key, scale);
}
