import { sampledAlpha, softEdgeError } from '@/core/matte/sampledAlpha';
import type { Point } from '@/core/scene';
import { softwareContext } from '@/paint/browserTools';
import { pieceOf } from './edgePicture';
import type { Making } from './types';

/** Pixels of the file across the piece that is looked at, and samples a pixel in each direction. */
const PIECE = 32;
const FINE = 4;

/**
 * By how much alpha along an edge of a frame differs from what covers its pixels, found from samples:
 * a painter that does not smooth an edge is seen here, which a comparison with its own picture is not.
 * @param spot where the edge is
 * @param found the frame as it is in the file
 * @returns the mean over the edge's pixels, 0…1; null where there are too few
 */
export async function edgeError(
  { artist, bundle, crop, target }: Making,
  frame: number,
  spot: Point,
  found: ImageData,
): Promise<number | null> {
  const { width, height } = target;
  if (width < PIECE || height < PIECE) return null;
  const from = (at: number, side: number) =>
    Math.max(0, Math.min(side - PIECE, Math.round(at - PIECE / 2)));
  const [left, top] = [from(spot.x, width), from(spot.y, height)];
  const shown = crop ?? {
    left: 0,
    top: 0,
    right: bundle.document.width,
    bottom: bundle.document.height,
  };
  const x = (at: number) => shown.left + (at * (shown.right - shown.left)) / width;
  const y = (at: number) => shown.top + (at * (shown.bottom - shown.top)) / height;
  const piece = { left: x(left), top: y(top), right: x(left + PIECE), bottom: y(top + PIECE) };
  const fine = softwareContext(PIECE * FINE, PIECE * FINE);
  await artist.paintFrame(fine, bundle, frame, piece);
  const { data } = fine.getImageData(0, 0, PIECE * FINE, PIECE * FINE);
  return softEdgeError(
    sampledAlpha(data, PIECE, PIECE, FINE),
    pieceOf(found, left, top, PIECE).getImageData(0, 0, PIECE, PIECE).data,
    PIECE,
  );
}
