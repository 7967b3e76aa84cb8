import { MoonError } from '@/core/errors';
import type { Rate, Seconds } from '@/core/time';
import { softwareContext } from '@/paint/browserTools';
import { loadResvg } from '../media/resvg';

type Context = OffscreenCanvasRenderingContext2D;

/**
 * Frames of a file one after the other, as straight RGBA of its size.
 * @param indices in order
 * @throws MoonError 'read-back-differs' where one cannot be read
 */
export async function* eachFrame(
  decoded: Decoded,
  indices: readonly number[],
  rate: Rate,
): AsyncGenerator<ImageData> {
  let read = 0;
  for await (const frame of decoded.frameAt(indices, rate)) {
    if (!frame) break;
    yield frame;
    read++;
  }
  if (read < indices.length) throw differs(`its frame ${indices[read]} cannot be read`);
}

/** A sent file, opened to be looked at. */
export interface Decoded {
  readonly width: number;
  readonly height: number;
  readonly frames: number;
  /** How long each frame shows, in seconds; null where the file tells no times. */
  readonly shown: readonly Seconds[] | null;
  /**
   * Frames by their numbers, in order, as straight RGBA; null for one that cannot be read. One that is the same bytes
   * as the one before it is the same object: it is not decoded again.
   */
  readonly frameAt: (indices: readonly number[], rate: Rate) => AsyncIterable<ImageData | null>;
  readonly close: () => void;
}

/** @throws MoonError 'read-back-differs' where it cannot be opened */
export async function openOutlines(file: Blob): Promise<Decoded> {
  const { Resvg } = await loadResvg();
  const drawn = new Resvg(await file.text()).render();
  const png = drawn.asPng() as Uint8Array<ArrayBuffer>;
  return openStill(new Blob([png], { type: 'image/png' }));
}

/** @throws MoonError 'read-back-differs' where it cannot be opened */
export async function openStill(file: Blob): Promise<Decoded> {
  const bitmap = await createImageBitmap(file);
  const size = { width: bitmap.width, height: bitmap.height };
  const pixels = pixelsOf(bitmap, softwareContext(size.width, size.height));
  return {
    ...size,
    frames: 1,
    shown: null,
    frameAt: async function* () {
      yield pixels;
    },
    close: () => undefined,
  };
}

/** A canvas's pixels with nothing but a picture on it, which is let go. */
export function pixelsOf(
  bitmap: ImageBitmap,
  canvas: Context,
  { x, y } = { x: 0, y: 0 },
): ImageData {
  const { width, height } = canvas.canvas;
  canvas.clearRect(0, 0, width, height);
  canvas.drawImage(bitmap, x, y);
  bitmap.close();
  return canvas.getImageData(0, 0, width, height);
}

/** @param what is wrong with the file */
export const differs = (what: string): MoonError =>
  new MoonError(
    'read-back-differs',
    `The file was made, but reading it back shows that ${what}. It was not kept; press Send again.`,
  );
