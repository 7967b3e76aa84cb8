import type { Bundle } from '@/core/document';
import { MoonError } from '@/core/errors';
import { alphaBounds } from '@/core/matte/alphaBounds';
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
  let bounds: Box | null = null;
  for (const [done, frame] of frames.entries()) {
    stopIfAborted(signal);
    await paintArtwork(artist, context, bundle, frame);
    const { data } = context.getImageData(0, 0, width, height);
    bounds = around(bounds, alphaBounds(data, width, height, 1));
    progress(done + 1, frames.length);
  }
  if (!bounds) {
    throw new MoonError('not-found', 'No frame shows any artwork, so there is nothing to crop to.');
  }
  const [left, right] = evenSpan(bounds.left, bounds.right, width);
  const [top, bottom] = evenSpan(bounds.top, bounds.bottom, height);
  return { left, top, right, bottom };
}

/** The box that two boxes lie in. */
const around = (a: Box | null, b: Box | null): Box | null =>
  a && b
    ? {
        left: Math.min(a.left, b.left),
        top: Math.min(a.top, b.top),
        right: Math.max(a.right, b.right),
        bottom: Math.max(a.bottom, b.bottom),
      }
    : (a ?? b);

function evenSpan(from: number, to: number, most: number): readonly [number, number] {
  if ((to - from) % 2 === 0) return [from, to];
  if (to < most) return [from, to + 1];
  return [Math.max(0, from - 1), to];
}
