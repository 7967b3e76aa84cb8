import type { Footage } from '@/core/document';
import type { PictureItem } from '@/core/scene';
import { softwareContext } from '@/paint/browserTools';
import { madeSize } from './frame';
import { drawFrame, framePixels } from './framePixels';
import { openFrames, type FrameSource } from './frameSource';
import { keyer } from '../keying/keyer';
import type { Size } from '../kernels/keying';
import { readingFailed } from './readingFailed';
import { decodeStill } from './still';

/** Frames after which what they did not show is let go of: a decoder and its frames take tens of megabytes. */
const IDLE = 120;

/** Decoded pictures for one consumer (a stage, an export): frames are read in order, keys applied. */
export class PictureShelf {
  private readonly readers = new Map<string, Promise<FrameSource>>();
  private readonly stills = new Map<string, Promise<ImageBitmap>>();
  private readonly canvases = new Map<string, OffscreenCanvasRenderingContext2D>();
  private prepared = new Map<PictureItem, CanvasImageSource>();
  /** The frames that were prepared so far, and at which of them each slot was used last. */
  private frames = 0;
  private readonly usedAt = new Map<string, number>();

  /** The picture of an item that was prepared last. */
  readonly picture = (item: PictureItem): CanvasImageSource | null =>
    this.prepared.get(item) ?? null;

  /**
   * Decodes what the items show.
   * @param scale canvas pixels per scene pixel; pictures are not decoded larger than shown
   */
  async prepare(items: readonly PictureItem[], scale: number): Promise<void> {
    this.frames++;
    const seen = new Map<string, number>();
    // All at once: one is copied while another is worked on.
    const decoded = items.map(async (item) => {
      const { hash } = item.footage.media;
      const occurrence = seen.get(hash) ?? 0;
      seen.set(hash, occurrence + 1);
      const picture = await this.decode(item, `${hash}#${occurrence}`, scale).catch((error) => {
        throw readingFailed(error, item.footage, item.seconds);
      });
      return picture ? [[item, picture] as const] : [];
    });
    this.prepared = new Map((await Promise.all(decoded)).flat());
    for (const [slot, frame] of this.usedAt) {
      if (this.frames - frame > IDLE) this.letGo(slot);
    }
  }

  close(): void {
    for (const slot of [...this.usedAt.keys()]) this.letGo(slot);
    this.prepared.clear();
  }

  private letGo(slot: string): void {
    void this.readers.get(slot)?.then((open) => open.close(), quiet);
    void this.stills.get(slot)?.then((bitmap) => bitmap.close(), quiet);
    for (const kept of [this.readers, this.stills, this.canvases, this.usedAt]) kept.delete(slot);
  }

  private async decode(
    item: PictureItem,
    slot: string,
    scale: number,
  ): Promise<CanvasImageSource | null> {
    const { footage, matrix } = item;
    const [a, b, c, d] = matrix;
    // As fine as the side that is shown larger needs it: the other is made smaller when it is drawn.
    const shown = Math.min(1, Math.max(Math.hypot(a, b), Math.hypot(c, d)) * scale);
    const width = Math.max(1, Math.round(item.width * shown));
    const height = Math.max(1, Math.round(item.height * shown));
    if (footage.type === 'still') {
      const bitmap = await this.still(footage);
      if (!item.key) return bitmap;
      const context = this.canvas(slot, width, height);
      context.drawImage(bitmap, 0, 0, width, height);
      return keyed(context, item);
    }
    const reader = await this.reader(slot, footage);
    if (!item.mix) return this.moment(slot, item, reader, { width, height });
    const context = this.canvas(slot, width, height);
    if (!(await drawMoment(reader, item.seconds, context, 1))) return null;
    await this.mixIn(slot, footage, item.mix, context);
    return item.key ? keyed(context, item) : context.canvas;
  }

  /** A frame as large as it is shown, or at its own size; null where the clip shows nothing then. */
  private async moment(
    slot: string,
    { seconds, key }: PictureItem,
    reader: FrameSource,
    shown: Size,
  ): Promise<CanvasImageSource | null> {
    const frame = await reader.at(seconds);
    if (!frame) return null;
    const size = madeSize(frame, shown);
    const pixels = await framePixels(frame, size, key);
    const context = this.canvas(slot, size.width, size.height);
    context.putImageData(pixels, 0, 0);
    return context.canvas;
  }

  /** Mixes another frame in; premultiplied sums of both shares are exact for clear clips too. */
  private async mixIn(
    slot: string,
    footage: Footage,
    { seconds, share }: NonNullable<PictureItem['mix']>,
    context: OffscreenCanvasRenderingContext2D,
  ): Promise<void> {
    const { width, height } = context.canvas;
    const first = this.canvas(`${slot} first`, width, height);
    first.drawImage(context.canvas, 0, 0);
    context.clearRect(0, 0, width, height);
    context.save();
    context.globalAlpha = 1 - share;
    context.drawImage(first.canvas, 0, 0);
    context.globalCompositeOperation = 'lighter';
    // A reader of its own: both go on in order, and neither has to jump.
    const reader = await this.reader(`${slot} mixed`, footage);
    await drawMoment(reader, seconds, context, share);
    context.restore();
  }

  private reader(slot: string, footage: Footage): Promise<FrameSource> {
    this.usedAt.set(slot, this.frames);
    const known = this.readers.get(slot);
    if (known) return known;
    const opened = openFrames(footage.media);
    this.readers.set(slot, opened);
    // What could not be opened is tried again.
    opened.catch(() => this.readers.delete(slot));
    return opened;
  }

  private still(footage: Footage): Promise<ImageBitmap> {
    this.usedAt.set(footage.media.hash, this.frames);
    const known = this.stills.get(footage.media.hash);
    if (known) return known;
    const opened = decodeStill(footage.media);
    this.stills.set(footage.media.hash, opened);
    opened.catch(() => this.stills.delete(footage.media.hash));
    return opened;
  }

  private canvas(slot: string, width: number, height: number): OffscreenCanvasRenderingContext2D {
    this.usedAt.set(slot, this.frames);
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

/** What could not be opened was told where it was to be shown. */
const quiet = (): void => undefined;

/** @returns whether the clip shows anything then */
async function drawMoment(
  reader: FrameSource,
  seconds: number,
  context: OffscreenCanvasRenderingContext2D,
  share: number,
): Promise<boolean> {
  const frame = await reader.at(seconds);
  context.globalAlpha = share;
  if (frame) await drawFrame(frame, context, context.canvas.width, context.canvas.height);
  context.globalAlpha = 1;
  return frame !== null;
}

async function keyed(
  context: OffscreenCanvasRenderingContext2D,
  { key, width: ownWidth }: PictureItem,
): Promise<OffscreenCanvas> {
  const { width, height } = context.canvas;
  const pixels = context.getImageData(0, 0, width, height);
  await (await keyer()).keyRgba(pixels.data, width, height, key!, width / ownWidth);
  context.putImageData(pixels, 0, 0);
  return context.canvas;
}
