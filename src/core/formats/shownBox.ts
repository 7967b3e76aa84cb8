import { alphaBounds } from '../matte/alphaBounds';
import type { FrameBox } from './files/movingPicture';

/**
 * The part of a frame that shows anything, in whole blocks, so that a coder that works in these makes of it what it
 * makes of the whole; one block where nothing shows.
 * @param rgba width × height × 4 bytes
 * @param block pixels of a block's side
 */
export function shownBox(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  block: number,
): FrameBox {
  const bounds = alphaBounds(rgba, width, height, 1) ?? { left: 0, top: 0, right: 1, bottom: 1 };
  const [x, y] = [bounds.left, bounds.top].map((at) => Math.floor(at / block) * block);
  const end = (at: number, most: number) => Math.min(most, Math.ceil(at / block) * block);
  return {
    x,
    y,
    width: end(bounds.right, width) - x,
    height: end(bounds.bottom, height) - y,
  };
}

/** A part of a frame, as a copy; all of it as it is. @param rgba rows of `width` × 4 bytes */
export function cutBox(
  rgba: Uint8ClampedArray<ArrayBuffer>,
  width: number,
  box: FrameBox,
): Uint8ClampedArray<ArrayBuffer> {
  if (box.width * box.height * 4 === rgba.length) return rgba;
  const out = new Uint8ClampedArray(box.width * box.height * 4);
  for (let row = 0; row < box.height; row++) {
    const from = ((box.y + row) * width + box.x) * 4;
    out.set(rgba.subarray(from, from + box.width * 4), row * box.width * 4);
  }
  return out;
}
