import { EncodedPacketSink, type Input } from 'mediabunny';
import { readMoov } from '@/core/formats/files/moov';
import type { ReadFile } from '@/core/formats/files/movingPicture';
import { readRunLength, RUN_LENGTH, runLengthDepth } from '@/core/formats/files/runLength';
import type { DrawnFrames } from './drawnReader';
import type { Size } from '../kernels/keying';

interface Film {
  readonly size: Size;
  readonly depth: NonNullable<ReturnType<typeof runLengthDepth>>;
  readonly duration: number;
  /** Seconds of each frame, from the first and in the file, and whether it stands alone. */
  readonly frames: readonly {
    readonly start: number;
    readonly timestamp: number;
    readonly isKey: boolean;
  }[];
}

/** The frames of a film in QuickTime's Animation codec, which no browser has. */
export class RunLengthFrames implements DrawnFrames {
  private canvas = new Uint8ClampedArray();
  readonly starts: readonly number[];

  private constructor(
    private readonly film: Film,
    private readonly sink: EncodedPacketSink,
  ) {
    this.starts = film.frames.map(({ start }) => start);
  }

  /**
   * Null where a film is of another codec, or of colours with a palette.
   * @param read the bytes of its file
   * @throws Error where it is damaged or cut off
   */
  static async open(input: Input, read: ReadFile, bytes: number): Promise<RunLengthFrames | null> {
    const track = await input.getPrimaryVideoTrack();
    if (!track || (await track.getInternalCodecId()) !== RUN_LENGTH) return null;
    const depth = runLengthDepth(await readMoov(read, bytes));
    if (!depth) return null;
    const sink = new EncodedPacketSink(track);
    const frames: Film['frames'][number][] = [];
    let duration = 0;
    const first = await track.getFirstTimestamp();
    const size = { width: track.displayWidth, height: track.displayHeight };
    for await (const packet of sink.packets(undefined, undefined, { metadataOnly: true })) {
      const { timestamp, type } = packet;
      frames.push({ start: timestamp - first, timestamp, isKey: type === 'key' });
      duration = timestamp - first + packet.duration;
    }
    return new RunLengthFrames({ size, depth, duration, frames }, sink);
  }

  get size(): Size {
    return this.film.size;
  }

  get duration(): number {
    return this.film.duration;
  }

  standsAlone(index: number): boolean {
    return index === 0 || this.film.frames[index].isKey;
  }

  begin(): void {
    this.canvas = new Uint8ClampedArray(this.size.width * this.size.height * 4);
  }

  async draw(index: number): Promise<void> {
    const { frames, size, depth } = this.film;
    const { isKey, timestamp } = frames[index];
    if (isKey) this.canvas.fill(0);
    const packet = await this.sink.getPacket(timestamp);
    readRunLength(packet!.data, this.canvas, size, depth);
  }

  pixels(): Uint8ClampedArray<ArrayBuffer> {
    return this.canvas.slice();
  }
}
