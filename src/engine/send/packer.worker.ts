import { expose, transfer } from 'comlink';
import { quantize, type Palette } from 'gifenc';
import { GIF_COLOURS, hardenAlpha, palettePixels } from '@/core/formats/gif';
import type { GifSettings } from '@/core/document/sendSettings';
import { softwareContext } from '@/paint/browserTools';
import { installHandlers } from '../workers/wire';

/** How a frame is packed as a picture; `quality` is 0 to 1, above which nothing is lost. */
export interface PictureKind {
  readonly type: 'image/png' | 'image/webp';
  readonly quality?: number;
}

/** A frame as places in a palette; clear pixels are one place behind it. */
export interface PaletteFrame {
  readonly palette: Palette;
  readonly pixels: Uint8Array;
}

type Context = OffscreenCanvasRenderingContext2D;

/** The canvas of the frame before: making and clearing a new one takes 10 ms at 1080p, packing itself 28. */
let last: Context | null = null;

function contextOf(width: number, height: number): Context {
  const fits = last?.canvas.width === width && last.canvas.height === height;
  return (last = fits ? last! : softwareContext(width, height));
}

/** A frame as a picture file. @param rgba straight, width × height × 4 bytes */
async function picture(
  rgba: Uint8ClampedArray<ArrayBuffer>,
  width: number,
  kind: PictureKind,
): Promise<Uint8Array> {
  const image = new ImageData(rgba, width);
  const context = contextOf(image.width, image.height);
  context.putImageData(image, 0, 0);
  const blob = await context.canvas.convertToBlob(kind);
  const bytes = new Uint8Array(await blob.arrayBuffer());
  return transfer(bytes, [bytes.buffer]);
}

/** A frame by a palette of its own. @param rgba straight, width × height × 4 bytes */
function paletteFrame(rgba: Uint8ClampedArray, width: number, gif: GifSettings): PaletteFrame {
  hardenAlpha(rgba, gif);
  const palette = quantize(rgba, GIF_COLOURS, { format: 'rgb565' });
  const pixels = palettePixels(rgba, width, palette, gif.dither);
  return transfer({ palette, pixels }, [pixels.buffer]);
}

const api = { picture, paletteFrame };

export type PackerApi = typeof api;

installHandlers();
expose(api);
