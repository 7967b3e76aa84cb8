import { edgeSpot } from '@/core/matte/edgeSpot';
import { sampledAlpha, softEdgeError } from '@/core/matte/sampledAlpha';
import type { Point, Scene } from '@/core/scene';
import { pixelsOn, softwareContext } from '@/paint/browserTools';
import { pieceOf } from './edgePicture';
import type { Making } from './types';

/** Pixels of the file across the piece that is looked at, and samples a pixel in each direction. */
const PIECE = 32;
const FINE = 4;

/** An edge that a frame of a file should show. */
export interface MeantEdge {
  /** The middle of it, in pixels of the file. */
  readonly spot: Point;
  /** What covers the pixels around it; null where the file is too small, or of a format without soft edges. */
  readonly covered: Covered | null;
}

/** Alpha of a square of a frame, found from samples: 0…255, row by row. */
interface Covered {
  readonly left: number;
  readonly top: number;
  readonly alpha: Float64Array;
}

/**
 * The sharpest edge of a frame; null where it has none.
 * @param pixels the frame as it should be, straight RGBA
 */
export async function meantEdge(
  work: Making,
  scene: Scene,
  pixels: Uint8ClampedArray,
): Promise<MeantEdge | null> {
  const { width, height } = work.target;
  const spot = edgeSpot(pixels, width, height);
  return spot && { spot, covered: await coveredAround(work, scene, spot) };
}

async function coveredAround(
  { artist, bundle, crop, target, planned: { format } }: Making,
  scene: Scene,
  spot: Point,
): Promise<Covered | null> {
  const { width, height } = target;
  if (!format.alpha || format.hardAlpha || width < PIECE || height < PIECE) return null;
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
  await artist.paint(fine, scene, piece);
  return { left, top, alpha: sampledAlpha(pixelsOn(fine), PIECE, PIECE, FINE) };
}

/**
 * By how much alpha along an edge of a frame differs from what covers its pixels: a painter that does
 * not smooth an edge is seen here, which a comparison with its own picture is not.
 * @param found the frame as it is in the file
 * @returns the mean over the edge's pixels, 0…1; null where there are too few
 */
export function edgeError({ covered }: MeantEdge, found: ImageData): number | null {
  if (!covered) return null;
  const piece = pieceOf(found, covered.left, covered.top, PIECE);
  return softEdgeError(covered.alpha, pixelsOn(piece), PIECE);
}
