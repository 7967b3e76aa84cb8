import type { Footage } from '@/core/document';
import { chromaKey } from '@/core/matte/chromaKey';
import type { PictureItem } from '@/core/scene';
import { softwareContext } from '@/paint/browserTools';
import { FrameReader, mediaSource } from './frameReader';
import { decodeStill } from './still';

/** Decoded pictures for one consumer (a stage, an export): frames are read in order, keys applied. */
export class PictureShelf {
  private readonly readers = new Map<string, Promise<FrameReader>>();
  private readonly stills = new Map<string, Promise<ImageBitmap>>();
  private readonly canvases = new Map<string, OffscreenCanvasRenderingContext2D>();
  private prepared = new Map<PictureItem, CanvasImageSource>();

  /** The picture of an item that was prepared last. */
  readonly picture = (item: PictureItem): CanvasImageSource | null =>
    this.prepared.get(item) ?? null;

  /**
   * Decodes what the items show.
   * @param scale canvas pixels per scene pixel; pictures are not decoded larger than shown
   */
  async prepare(
    items: readonly PictureItem[],
    footage: (id: string) => Footage | undefined,
    scale: number,
  ): Promise<void> {
    const prepared = new Map<PictureItem, CanvasImageSource>();
    const seen = new Map<string, number>();
    for (const item of items) {
      const source = footage(item.footage);
      if (!source) continue;
      const occurrence = seen.get(item.footage) ?? 0;
      seen.set(item.footage, occurrence + 1);
      const picture = await this.decode(item, source, `${item.footage}#${occurrence}`, scale);
      if (picture) prepared.set(item, picture);
    }
    this.prepared = prepared;
  }

  close(): void {
    for (const reader of this.readers.values()) void reader.then((open) => open.close());
    for (const still of this.stills.values()) void still.then((bitmap) => bitmap.close());
    this.readers.clear();
    this.stills.clear();
    this.prepared.clear();
  }

  private async decode(
    item: PictureItem,
    footage: Footage,
    slot: string,
    scale: number,
  ): Promise<CanvasImageSource | null> {
    const [a, b] = item.matrix;
    const shown = Math.min(1, Math.hypot(a, b) * scale);
    const width = Math.max(1, Math.round(item.width * shown));
    const height = Math.max(1, Math.round(item.height * shown));
    if (footage.type === 'still') {
      const bitmap = await this.still(footage);
      if (!item.key) return bitmap;
      const context = this.canvas(slot, width, height);
      context.drawImage(bitmap, 0, 0, width, height);
      return keyed(context, item);
    }
    const sample = await (await this.reader(slot, footage)).at(item.seconds);
    if (!sample) return null;
    const context = this.canvas(slot, width, height);
    sample.draw(context, 0, 0, width, height);
    return item.key ? keyed(context, item) : context.canvas;
  }

  private reader(slot: string, footage: Footage): Promise<FrameReader> {
    const known = this.readers.get(slot);
    if (known) return known;
    const opened = FrameReader.open(mediaSource(footage.media));
    this.readers.set(slot, opened);
    return opened;
  }

  private still(footage: Footage): Promise<ImageBitmap> {
    const known = this.stills.get(footage.id);
    if (known) return known;
    const opened = decodeStill(footage.media);
    this.stills.set(footage.id, opened);
    return opened;
  }

  private canvas(slot: string, width: number, height: number): OffscreenCanvasRenderingContext2D {
    const known = this.canvases.get(slot);
    if (known?.canvas.width === width && known.canvas.height === height) {
      known.clearRect(0, 0, width, height);
      return known;
    }
    const context = softwareContext(width, height);
    this.canvases.set(slot, context);
    return context;
  }
}

function keyed(context: OffscreenCanvasRenderingContext2D, item: PictureItem): OffscreenCanvas {
  const { width, height } = context.canvas;
  const pixels = context.getImageData(0, 0, width, height);
  chromaKey(pixels.data, item.key!);
  context.putImageData(pixels, 0, 0);
  return context.canvas;
}
