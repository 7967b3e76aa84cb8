import { VideoSample } from 'mediabunny';
import { colourCoding, type ColourTags } from '@/core/colour/coding';
import { TIMES_ROUNDED_BY, type Frame } from './frame';

/** Microseconds of a frame that says nothing of its time, as in other moving pictures. */
const UNTOLD = 100_000;

/** Whether this browser reads AVIF files that move. */
export const readsAnimations = async (): Promise<boolean> =>
  'ImageDecoder' in globalThis && (await ImageDecoder.isTypeSupported('image/avif')) === true;

/** Reads the frames of an AVIF that moves, which the browser decodes as a whole. */
export class AnimationReader {
  private current: VideoSample | null = null;
  private shown = -1;
  /** Seconds at which each frame ends that was decoded so far. */
  private readonly ends: number[] = [];

  private constructor(
    private readonly decoder: ImageDecoder,
    readonly count: number,
    /** How many times it runs; 0 for ever. */
    readonly plays: number,
  ) {}

  /** @throws Error where it is damaged or cut off */
  static async open(bytes: Uint8Array<ArrayBuffer>): Promise<AnimationReader> {
    const decoder = new ImageDecoder({ data: bytes, type: 'image/avif', preferAnimation: true });
    await decoder.tracks.ready;
    await decoder.completed;
    const { frameCount, repetitionCount } = decoder.tracks.selectedTrack!;
    const plays = Number.isFinite(repetitionCount) ? repetitionCount + 1 : 0;
    return new AnimationReader(decoder, frameCount, plays);
  }

  /** Seconds at which each frame ends. All of them are decoded for it. */
  async times(): Promise<readonly number[]> {
    while (this.ends.length < this.count) await this.show(this.ends.length);
    return this.ends;
  }

  /** The frame on show at some seconds; it stays open until the next call. */
  async at(seconds: number): Promise<Frame | null> {
    let index = this.ends.findIndex((end) => end > seconds + TIMES_ROUNDED_BY);
    while (index < 0 && this.ends.length < this.count) {
      await this.show(this.ends.length);
      const last = this.ends.length - 1;
      if (this.ends[last] > seconds + TIMES_ROUNDED_BY) index = last;
    }
    await this.show(index < 0 ? this.count - 1 : index);
    return this.current && frameOf(this.current);
  }

  close(): void {
    this.current?.close();
    this.current = null;
    this.decoder.close();
  }

  private async show(index: number): Promise<void> {
    if (index === this.shown) return;
    const { image } = await this.decoder.decode({ frameIndex: index });
    this.ends[index] ??= (this.ends[index - 1] ?? 0) + (image.duration || UNTOLD) / 1e6;
    this.current?.close();
    this.current = new VideoSample(image);
    this.shown = index;
  }
}

function frameOf(sample: VideoSample): Frame {
  return { sample, coding: colourCoding(sample.colorSpace as ColourTags, sample.visibleRect) };
}
