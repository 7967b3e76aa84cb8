import { VideoSample } from 'mediabunny';
import { shownAt, type Frame } from './frame';
import type { Size } from '../kernels/keying';

/** Frames of a file that are drawn one over another. */
export interface DrawnFrames {
  readonly size: Size;
  /** Seconds at which each comes on show, from the first. */
  readonly starts: readonly number[];
  /** Seconds it takes to run once. */
  readonly duration: number;
  /** Whether a frame shows nothing of those before it. */
  standsAlone(index: number): boolean;
  /** Forgets what was drawn: the frame that is drawn next stands alone. */
  begin(): void;
  /** Draws a frame over the one before it. */
  draw(index: number): Promise<void>;
  /** What is there now, straight RGBA, as a copy. */
  pixels(): Uint8ClampedArray<ArrayBuffer>;
}

/** Reads such frames by time, each from the nearest one before it that stands alone. */
export class DrawnReader {
  private shown = -1;
  private sample: VideoSample | null = null;

  /** @param release called when the reader is closed */
  constructor(
    readonly frames: DrawnFrames,
    private readonly release: () => void = () => undefined,
  ) {}

  /** The frame on show at some seconds, straight RGBA; it stays open until the next call. */
  async at(seconds: number): Promise<Frame | null> {
    const index = shownAt(this.frames.starts, seconds);
    if (index !== this.shown || !this.sample) await this.show(index);
    return this.sample && { sample: this.sample, coding: null };
  }

  close(): void {
    this.sample?.close();
    this.sample = null;
    this.release();
  }

  private async show(index: number): Promise<void> {
    const { size, starts } = this.frames;
    let first = index;
    while (!this.frames.standsAlone(first)) first--;
    if (this.shown < first || this.shown >= index) {
      this.frames.begin();
      this.shown = first - 1;
    }
    while (this.shown < index) {
      await this.frames.draw(this.shown + 1);
      this.shown++;
    }
    this.sample?.close();
    this.sample = new VideoSample(this.frames.pixels(), {
      format: 'RGBA',
      codedWidth: size.width,
      codedHeight: size.height,
      timestamp: starts[index],
    });
  }
}
