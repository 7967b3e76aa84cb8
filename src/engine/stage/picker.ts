import { toHex } from '@/core/colour';
import type { Bundle } from '@/core/document';
import { plainLayer } from '@/core/document/layerParts';
import { MoonError } from '@/core/errors';
import { pickedColour } from '@/core/matte/pickedColour';
import { layerAlone, sceneAt } from '@/core/scene';
import { softwareContext } from '@/paint/browserTools';
import { Artist } from '../artist';
import { reusing } from '../reuse';

/** Pixels to each side of the one that is looked at. */
const REACH = 5;

/** What the eyedropper sees round a point. */
export interface Picked {
  /** The commonest near it. */
  readonly colour: string;
  /** Colours of 11 × 11 pixels, row by row, null beyond the layer. */
  readonly around: readonly (string | null)[];
}

interface Opened {
  readonly layer: string;
  readonly frame: number;
  readonly bundle: Bundle;
  readonly pixels: ImageData;
}

/** The picture that was looked at last: while the eyedropper moves, it stays the same one. */
let opened: Opened | null = null;

/**
 * The colour of a layer's own footage at a point of the document, before any key or look.
 * @throws MoonError 'not-found' where the layer shows nothing
 */
export async function pickColour(
  bundle: Bundle,
  layer: string,
  frame: number,
  x: number,
  y: number,
): Promise<Picked> {
  const { pixels } = await open(bundle, layer, frame);
  const { data, width, height } = pixels;
  const [column, row] = [Math.floor(x), Math.floor(y)];
  const at = (px: number, py: number): string | null => {
    const i = (py * width + px) * 4;
    const inside = px >= 0 && py >= 0 && px < width && py < height && data[i + 3] > 0;
    return inside ? toHex([data[i], data[i + 1], data[i + 2]]) : null;
  };
  const colour = at(column, row) && pickedColour(data, width, height, column, row);
  if (!colour) {
    throw new MoonError(
      'not-found',
      'There is nothing of this layer here. Pick inside its picture.',
    );
  }
  const side = Array.from({ length: 2 * REACH + 1 }, (_, i) => i - REACH);
  return {
    colour: toHex(colour),
    around: side.flatMap((dy) => side.map((dx) => at(column + dx, row + dy))),
  };
}

async function open(bundle: Bundle, layer: string, frame: number): Promise<Opened> {
  const now = reusing(opened?.bundle, bundle);
  if (opened?.layer === layer && opened.frame === frame && opened.bundle === now) return opened;
  const { document } = bundle;
  const { width, height } = document;
  const artist = new Artist();
  const context = softwareContext(width, height);
  try {
    const assets = await artist.assets(bundle);
    await artist.paint(context, sceneAt(asItCame(document, layer), frame, assets));
  } finally {
    artist.close();
  }
  const pixels = context.getImageData(0, 0, width, height);
  opened = { layer, frame, bundle: now, pixels };
  return opened;
}

/** The document with one layer alone, as its footage came. */
function asItCame(document: Bundle['document'], id: string): Bundle['document'] {
  const alone = layerAlone(document, id);
  return {
    ...alone,
    layers: alone.layers.map((layer) => (layer.id === id ? plainLayer(layer) : layer)),
  };
}
