import { VideoSample } from 'mediabunny';
import { readApng } from '@/core/formats/files/apng';
import {
  standsAlone,
  type FrameBox,
  type MovingFrame,
  type MovingPicture,
  type ReadFile,
} from '@/core/formats/files/movingPicture';
import { readGif } from '@/core/formats/files/readGif';
import { readWebp } from '@/core/formats/files/webp';
import { softwareContext } from '@/paint/browserTools';

interface Kind {
  readonly read: (read: ReadFile, bytes: number) => Promise<MovingPicture>;
  readonly mime: string;
}

/** Files of pictures that may move, by their endings. */
const KINDS: Readonly<Record<string, Kind>> = {
  gif: { read: readGif, mime: 'image/gif' },
  webp: { read: readWebp, mime: 'image/webp' },
  png: { read: readApng, mime: 'image/png' },
};

/** Whether files of some ending hold pictures, several of them perhaps. */
export const mayMove = (extension: string): boolean => Object.hasOwn(KINDS, extension);

/** Half a millisecond: times are added up. */
const ROUNDING = 0.0005;

/**
 * Reads the frames of a moving picture, each as the whole canvas looks then. Engines differ in what they decode of
 * these files by themselves; all of them decode one frame as a still.
 */
export class MovingPictureReader {
  private readonly context: OffscreenCanvasRenderingContext2D;
  private readonly starts: readonly number[];
  private shown = -1;
  private sample: VideoSample | null = null;
  /** What was there before a frame that is taken away again. */
  private behind: ImageData | null = null;

  private constructor(
    readonly picture: MovingPicture,
    private readonly mime: string,
  ) {
    this.context = softwareContext(picture.width, picture.height);
    let start = 0;
    this.starts = picture.frames.map(({ seconds }) => (start += seconds) - seconds);
  }

  /** @throws Error where the file is damaged or cut off */
  static async open(
    extension: string,
    read: ReadFile,
    bytes: number,
  ): Promise<MovingPictureReader> {
    const { mime, read: look } = KINDS[extension];
    return new MovingPictureReader(await look(read, bytes), mime);
  }

  /** Seconds it takes to run once. */
  get duration(): number {
    return this.picture.frames.reduce((sum, { seconds }) => sum + seconds, 0);
  }

  /** The frame on show at some seconds, straight RGBA; it stays open until the next call. */
  async at(seconds: number): Promise<VideoSample | null> {
    const next = this.starts.findIndex((start) => start > seconds + ROUNDING);
    const index = next === -1 ? this.starts.length - 1 : Math.max(0, next - 1);
    if (index !== this.shown || !this.sample) await this.show(index);
    return this.sample;
  }

  close(): void {
    this.sample?.close();
    this.sample = null;
  }

  private async show(index: number): Promise<void> {
    let first = index;
    while (!standsAlone(this.picture, first)) first--;
    if (this.shown < first || this.shown >= index) this.begin(first);
    while (this.shown < index) await this.step();
    const { width, height } = this.picture;
    this.sample?.close();
    this.sample = new VideoSample(this.context.getImageData(0, 0, width, height).data, {
      format: 'RGBA',
      codedWidth: width,
      codedHeight: height,
      timestamp: this.starts[index],
      duration: this.picture.frames[index].seconds,
    });
  }

  private begin(first: number): void {
    this.clear({ x: 0, y: 0, width: this.picture.width, height: this.picture.height });
    this.shown = first - 1;
    this.behind = null;
  }

  private async step(): Promise<void> {
    const { frames } = this.picture;
    if (frames[this.shown]) this.settle(frames[this.shown]);
    const index = this.shown + 1;
    const { box, over, after } = frames[index];
    const { x, y, width, height } = box;
    this.behind = after === 'as before' ? this.context.getImageData(x, y, width, height) : null;
    if (!over) this.clear(box);
    const still = (await this.picture.still(index)) as Uint8Array<ArrayBuffer>;
    const bitmap = await createImageBitmap(new Blob([still], { type: this.mime }));
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
