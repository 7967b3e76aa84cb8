import type { Bundle } from '@/core/document';
import { alphaBounds } from '@/core/matte/alphaBounds';
import { layerAlone, type Box } from '@/core/scene';
import { softwareContext } from '@/paint/browserTools';
import { Artist } from '../artist';

/** Longest side at which a layer's artwork is measured. */
const ARTWORK = 320;

/** Alpha from which on a pixel is artwork, 0…255. */
const VISIBLE = 8;

/**
 * The box round what a layer shows at a frame, in shares of the canvas: an overlay's artwork may be
 * far smaller than its own canvas. Null where it shows nothing then.
 */
export async function artworkBox(
  bundle: Bundle,
  layer: string,
  frame: number,
): Promise<Box | null> {
  const { document } = bundle;
  const scale = ARTWORK / Math.max(document.width, document.height);
  const context = softwareContext(
    Math.max(1, Math.round(document.width * scale)),
    Math.max(1, Math.round(document.height * scale)),
  );
  const artist = new Artist();
  try {
    await artist.paintFrame(context, { ...bundle, document: layerAlone(document, layer) }, frame);
  } finally {
    artist.close();
  }
  const { width, height } = context.canvas;
  const { data } = context.getImageData(0, 0, width, height);
  const box = alphaBounds(data, width, height, VISIBLE);
  if (!box) return null;
  return {
    left: box.left / width,
    top: box.top / height,
    right: box.right / width,
    bottom: box.bottom / height,
  };
}
