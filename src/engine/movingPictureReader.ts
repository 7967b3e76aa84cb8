import { VideoSample } from 'mediabunny';
import { standsAlone, type FrameBox, type MovingFrame } from '@/core/formats/files/movingPicture';
import { softwareContext } from '@/paint/browserTools';
import { shownAt, type Frame } from './frame';
import type { Pictures } from './movingPictures';

/**
 * Reads the frames of a moving picture, each as the whole canvas looks then. Engines differ in what they decode of
 * these files by themselves; all of them decode one frame as a still.
 */
export class MovingPictureReader {
  private readonly context: OffscreenCanvasRenderingContext2D;
  /** Seconds at which each frame comes on show. */
  readonly starts: readonly number[];
  private shown = -1;
  private sample: VideoSample | null = null;
  /** What was there before a frame that is taken away again. */
  private behind: ImageData | null = null;

  /** @param release called when the reader is closed */
  constructor(
    private readonly pictures: Pictures,
    private readonly release: () => void = () => undefined,
  ) {
    const { width, height, frames } = pictures.picture;
    this.context = softwareContext(width, height);
    let start = 0;
    this.starts = frames.map(({ seconds }) => (start += seconds) - seconds);
  }

  /** Seconds it takes to run once. */
  get duration(): number {
    return this.pictures.picture.frames.reduce((sum, { seconds }) => sum + seconds, 0);
  }

  /** The frame on show at some seconds, straight RGBA; it stays open until the next call. */
  async at(seconds: number): Promise<Frame | null> {
    const index = shownAt(this.starts, seconds);
    if (index !== this.shown || !this.sample) await this.show(index);
    return this.sample && { sample: this.sample, coding: null };
  }

  close(): void {
    this.sample?.close();
    this.sample = null;
    this.release();
  }

  private async show(index: number): Promise<void> {
    let first = index;
    while (!standsAlone(this.pictures.picture, first)) first--;
    if (this.shown < first || this.shown >= index) this.begin(first);
    while (this.shown < index) await this.step();
    const { width, height } = this.pictures.picture;
    this.sample?.close();
    this.sample = new VideoSample(this.context.getImageData(0, 0, width, height).data, {
      format: 'RGBA',
      codedWidth: width,
      codedHeight: height,
      timestamp: this.starts[index],
      duration: this.pictures.picture.frames[index].seconds,
    });
  }

  private begin(first: number): void {
    this.clear({
      x: 0,
      y: 0,
      width: this.pictures.picture.width,
      height: this.pictures.picture.height,
    });
    this.shown = first - 1;
    this.behind = null;
  }

  private async step(): Promise<void> {
    const { frames } = this.pictures.picture;
    if (frames[this.shown]) this.settle(frames[this.shown]);
    const index = this.shown + 1;
    const { box, over, after } = frames[index];
    const { x, y, width, height } = box;
    this.behind = after === 'as before' ? this.context.getImageData(x, y, width, height) : null;
    if (!over) this.clear(box);
    const still = (await this.pictures.picture.still(index)) as Uint8Array<ArrayBuffer>;
    const bitmap = await createImageBitmap(new Blob([still], { type: this.pictures.mime }));
    const isBox = bitmap.width === width && bitmap.height === height;
    this.context.drawImage(bitmap, isBox ? x : 0, isBox ? y : 0);
    bitmap.close();
    this.shown = index;
  }

  /** What a frame leaves for the next one. */
  private settle({ box, after }: MovingFrame): void {
    if (after === 'cleared') this.clear(box);
    if (after === 'as before' && this.behind) this.context.putImageData(this.behind, box.x, box.y);
  }

  private clear({ x, y, width, height }: FrameBox): void {
    this.context.clearRect(x, y, width, height);
  }
}
