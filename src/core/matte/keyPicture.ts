import type { KeySettings } from '../document/layers';
import { isLocal, keyConstants } from './keyConstants';
import { keyLocally } from './keyLocally';
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
  const constants = keyConstants(key);
  if (isLocal(key)) keyLocally(rgba, width, height, constants);
  else keyPixels(rgba, constants);
  if (!keepsShape(key)) shapeMatte(rgba, width, height, key, scale);
}
