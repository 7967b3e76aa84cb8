import { isMoving } from '@/core/formats';
import type { PlannedPictures } from '@/core/sending/plan';
import type { Receiver } from '@/core/receivers';
import { evenlySpread } from '@/core/time';
import { softwareContext } from '@/paint/browserTools';
import { fitted } from '../stage/landedGround';
import { stopIfAborted } from '../progress';
import { FORMAT_WORK } from '../send/formats';
import { eachFrame } from '../send/sentFile';

/** A frame of a file as a receiver decoded it, in the size it keeps, and the overlay's frame meanwhile. */
export interface Moment {
  readonly overlayFrame: number;
  readonly picture: OffscreenCanvasRenderingContext2D;
}

/** Moments of a file that are tried; the first and last frames of an overlay often show nothing. */
export const TRIED = 6;

/** Longest side at which files are tried, so that a trial of a 4K file takes no longer than one of HD. */
const LONGEST = 960;

/**
 * Decodes moments of a sent file.
 * @param length frames of the overlay; a still shows through all of them
 * @param tried how many moments
 * @throws MoonError 'read-back-differs' where it cannot be read
 */
export async function takeMoments(
  { largest }: Receiver,
  file: Blob,
  { frames, rate, format }: PlannedPictures,
  length: number,
  tried: number,
  signal: AbortSignal,
): Promise<readonly Moment[]> {
  const decoded = await FORMAT_WORK[format.id].open(file);
  try {
    const shrink = largest
      ? Math.min(1, largest.width / decoded.width, largest.height / decoded.height)
      : 1;
    const size = fitted(
      { width: decoded.width * shrink, height: decoded.height * shrink },
      LONGEST,
    );
    const moving = isMoving(format);
    const indices = moving ? evenlySpread(frames.length, tried) : [0];
    const pictures: OffscreenCanvasRenderingContext2D[] = [];
    const whole = softwareContext(decoded.width, decoded.height);
    for await (const frame of eachFrame(decoded, indices, rate)) {
      stopIfAborted(signal);
      whole.putImageData(frame, 0, 0);
      const picture = softwareContext(size.width, size.height);
      picture.imageSmoothingQuality = 'high';
      picture.drawImage(whole.canvas, 0, 0, size.width, size.height);
      pictures.push(picture);
    }
    return moving
      ? pictures.map((picture, i) => ({ picture, overlayFrame: frames[indices[i]] }))
      : evenlySpread(length, tried).map((overlayFrame) => ({ picture: pictures[0], overlayFrame }));
  } finally {
    decoded.close();
  }
}
