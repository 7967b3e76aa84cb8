import type { Point } from '@/core/scene';
import { softwareContext } from '@/paint/browserTools';

type Context = OffscreenCanvasRenderingContext2D;

/** Pixels of the file that are shown across, and how large each is drawn. */
const SHOWN = 20;
const ENLARGED = 8;

const GROUNDS = ['#ffffff', '#231c35'] as const;

/**
 * An edge of a frame, enlarged, over light and beside it over dark.
 * @param found the frame as it is in the file
 * @param spot where the edge is
 * @returns PNG
 */
export async function edgePicture(found: ImageData, spot: Point): Promise<Blob> {
  const { width, height } = found;
  const side = SHOWN * ENLARGED;
  const picture = softwareContext(side * GROUNDS.length, side);
  picture.imageSmoothingEnabled = false;
  const first = (at: number, most: number) =>
    Math.max(0, Math.min(most - SHOWN, Math.round(at - SHOWN / 2)));
  const [left, top] = [first(spot.x, width), first(spot.y, height)];
  const piece = pieceOf(found, left, top, SHOWN);
  GROUNDS.forEach((ground, i) => {
    picture.fillStyle = ground;
    picture.fillRect(i * side, 0, side, side);
    picture.drawImage(piece.canvas, i * side, 0, side, side);
  });
  return picture.canvas.convertToBlob({ type: 'image/png' });
}

/** A square of a frame, as a picture. */
export function pieceOf(frame: ImageData, left: number, top: number, side: number): Context {
  const piece = softwareContext(side, side);
  piece.putImageData(frame, -left, -top, left, top, side, side);
  return piece;
}
