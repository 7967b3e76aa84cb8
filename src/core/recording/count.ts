import { parseHex } from '../colour';
import { isUnlike } from './area';
import type { DrawingArea, FrameCount, FramePixels } from './types';

/** Pixels left out along the area's edge, where the border blurs into it. */
const EDGE = 3;

/** Counts what is drawn in a frame, and how it differs from the frame before and from the last one. */
export function countFrame(
  frame: FramePixels,
  before: FramePixels | null,
  last: FramePixels,
  { box, paper }: DrawingArea,
): FrameCount {
  const colour = Uint8ClampedArray.from(parseHex(paper));
  let ink = 0;
  let changed = 0;
  let unfinished = 0;
  for (let y = box.top + EDGE; y < box.bottom - EDGE; y++) {
    for (let x = box.left + EDGE; x < box.right - EDGE; x++) {
      const k = (y * frame.width + x) * 4;
      if (isUnlike(frame.data, k, colour, 0)) ink++;
      if (before && isUnlike(frame.data, k, before.data, k)) changed++;
      if (isUnlike(frame.data, k, last.data, k)) unfinished++;
    }
  }
  return { ink, changed, unfinished };
}
