import { edgeSpot } from '@/core/matte/edgeSpot';
import { softwareContext } from '@/paint/browserTools';

type Context = OffscreenCanvasRenderingContext2D;

/** Pixels of the file that are shown across, and how large each is drawn. */
const SHOWN = 20;
const ENLARGED = 8;

const GROUNDS = ['#ffffff', '#231c35'] as const;

/**
 * The sharpest edge of a frame, enlarged, over light and beside it over dark.
 * @param meant the frame as it was painted, which tells where the edge is
 * @param found as it is in the file
 * @returns PNG; null where the frame has no edge
 */
export async function edgePicture(meant: Context, found: Context): Promise<Blob | null> {
  const { width, height } = meant.canvas;
  const spot = edgeSpot(meant.getImageData(0, 0, width, height).data, width, height);
  if (!spot) return null;
  const side = SHOWN * ENLARGED;
  const picture = softwareContext(side * GROUNDS.length, side);
  picture.imageSmoothingEnabled = false;
  const first = (at: number, most: number) =>
    Math.max(0, Math.min(most - SHOWN, Math.round(at - SHOWN / 2)));
  const [left, top] = [first(spot.x, width), first(spot.y, height)];
  GROUNDS.forEach((ground, i) => {
    picture.fillStyle = ground;
    picture.fillRect(i * side, 0, side, side);
    picture.drawImage(found.canvas, left, top, SHOWN, SHOWN, i * side, 0, side, side);
  });
  return picture.canvas.convertToBlob({ type: 'image/png' });
}
