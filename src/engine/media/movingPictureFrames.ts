import {
  placeOf,
  standsAlone,
  type FrameBox,
  type MovingFrame,
} from '@/core/formats/files/movingPicture';
import { softwareContext } from '@/paint/browserTools';
import type { DrawnFrames } from './drawnReader';
import type { Size } from '../kernels/keying';
import type { Pictures } from './movingPictures';

/**
 * The frames of a moving picture, each as the whole canvas looks then. Engines differ in what they decode of these
 * files by themselves; all of them decode one frame as a still.
 */
export class MovingPictureFrames implements DrawnFrames {
  private readonly context: OffscreenCanvasRenderingContext2D;
  readonly starts: readonly number[];
  /** The frame that was drawn last, and what was there before one that is taken away again. */
  private last: MovingFrame | null = null;
  private behind: ImageData | null = null;

  constructor(private readonly pictures: Pictures) {
    const { width, height, frames } = pictures.picture;
    this.context = softwareContext(width, height);
    let start = 0;
    this.starts = frames.map(({ seconds }) => (start += seconds) - seconds);
  }

  get size(): Size {
    return this.pictures.picture;
  }

  get duration(): number {
    return this.pictures.picture.frames.reduce((sum, { seconds }) => sum + seconds, 0);
  }

  standsAlone(index: number): boolean {
    return standsAlone(this.pictures.picture, index);
  }

  begin(): void {
    const { width, height } = this.size;
    this.clear({ x: 0, y: 0, width, height });
    this.last = null;
    this.behind = null;
  }

  async draw(index: number): Promise<void> {
    if (this.last) this.settle(this.last);
    const frame = this.pictures.picture.frames[index];
    const { x, y, width, height } = frame.box;
    this.behind =
      frame.after === 'as before' ? this.context.getImageData(x, y, width, height) : null;
    if (!frame.over) this.clear(frame.box);
    const still = (await this.pictures.picture.still(index)) as Uint8Array<ArrayBuffer>;
    const bitmap = await createImageBitmap(new Blob([still], { type: this.pictures.mime }));
    const at = placeOf(frame.box, bitmap);
    this.context.drawImage(bitmap, at.x, at.y);
    bitmap.close();
    this.last = frame;
  }

  pixels(): Uint8ClampedArray<ArrayBuffer> {
    return this.context.getImageData(0, 0, this.size.width, this.size.height).data;
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
