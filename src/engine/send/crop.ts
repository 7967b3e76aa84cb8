import type { Bundle } from '@/core/document';
import { MoonError } from '@/core/errors';
import type { Box } from '@/core/scene';
import { softwareContext } from '@/paint/browserTools';
import type { Artist } from '../artist';
import { paintArtwork } from '../check/measureOverlay';
import { stopIfAborted, type Progress } from '../progress';

/**
 * The smallest box that holds the artwork of all frames, in document pixels: even sides where both
 * fit, so that every format takes them.
 * @throws MoonError 'not-found' where no frame shows anything
 */
export async function artworkBounds(
  artist: Artist,
  bundle: Bundle,
  frames: readonly number[],
  progress: Progress,
  signal: AbortSignal,
): Promise<Box> {
  const { width, height } = bundle.document;
  const context = softwareContext(width, height);
  const bounds = { left: width, top: height, right: 0, bottom: 0 };
  for (const [done, frame] of frames.entries()) {
    stopIfAborted(signal);
    await paintArtwork(artist, context, bundle, frame);
    widen(bounds, context.getImageData(0, 0, width, height));
    progress(done + 1, frames.length);
  }
  if (bounds.right <= bounds.left) {
    throw new MoonError('not-found', 'No frame shows any artwork, so there is nothing to crop to.');
  }
  const [left, right] = evenSpan(bounds.left, bounds.right, width);
  const [top, bottom] = evenSpan(bounds.top, bounds.bottom, height);
  return { left, top, right, bottom };
}

type Bounds = { -readonly [Side in keyof Box]: Box[Side] };

/** Lets a box reach over every pixel that is not wholly clear. */
function widen(bounds: Bounds, { data, width, height }: ImageData): void {
  for (let y = 0, i = 3; y < height; y++) {
    for (let x = 0; x < width; x++, i += 4) {
      if (data[i] === 0) continue;
      if (x < bounds.left) bounds.left = x;
      if (x >= bounds.right) bounds.right = x + 1;
      if (y < bounds.top) bounds.top = y;
      if (y >= bounds.bottom) bounds.bottom = y + 1;
    }
  }
}

function evenSpan(from: number, to: number, most: number): readonly [number, number] {
  if ((to - from) % 2 === 0) return [from, to];
  if (to < most) return [from, to + 1];
  return [Math.max(0, from - 1), to];
}
