import { EncodedPacketSink, VideoSample, type Input } from 'mediabunny';
import { readMoov } from '@/core/formats/files/moov';
import type { ReadFile } from '@/core/formats/files/movingPicture';
import { readRunLength, RUN_LENGTH, runLengthDepth } from '@/core/formats/files/runLength';
import { shownAt, type Frame } from './frame';
import type { Size } from './kernels/keying';

interface Film {
  readonly size: Size;
  readonly depth: NonNullable<ReturnType<typeof runLengthDepth>>;
  /** Seconds of each frame from the first, and where reading may begin. */
  readonly frames: readonly {
    readonly start: number;
    readonly timestamp: number;
    readonly stands: boolean;
  }[];
  readonly duration: number;
}

/** Reads the frames of a film in QuickTime's Animation codec, which no browser has. */
export class RunLengthReader {
  private canvas = new Uint8ClampedArray();
  private shown = -1;
  private sample: VideoSample | null = null;

  private constructor(
    private readonly film: Film,
    private readonly sink: EncodedPacketSink,
    private readonly release: () => void,
  ) {}

  /**
   * Null where a film is of another codec, or of colours with a palette.
   * @param read the bytes of its file
   * @param release called when the reader is closed
   * @throws Error where it is damaged or cut off
   */
  static async open(
    input: Input,
    read: ReadFile,
    bytes: number,
    release: () => void = () => undefined,
  ): Promise<RunLengthReader | null> {
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
      frames.push({ start: timestamp - first, timestamp, stands: type === 'key' });
      duration = timestamp - first + packet.duration;
    }
    return new RunLengthReader({ size, depth, frames, duration }, sink, release);
  }

  get size(): Size {
    return this.film.size;
  }

  get duration(): number {
    return this.film.duration;
  }

  /** Seconds at which each frame comes on show. */
  get starts(): readonly number[] {
    return this.film.frames.map(({ start }) => start);
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
    const { frames, size, depth } = this.film;
    if (this.shown < 0) this.canvas = new Uint8ClampedArray(size.width * size.height * 4);
    let first = index;
    while (first > 0 && !frames[first].stands) first--;
    if (this.shown < first || this.shown > index) this.shown = first - 1;
    while (this.shown < index) {
      const frame = frames[this.shown + 1];
      if (frame.stands) this.canvas.fill(0);
      const packet = await this.sink.getPacket(frame.timestamp);
      readRunLength(packet!.data, this.canvas, size, depth);
      this.shown++;
    }
    this.sample?.close();
    this.sample = new VideoSample(this.canvas.slice(), {
      format: 'RGBA',
      codedWidth: size.width,
      codedHeight: size.height,
      timestamp: frames[index].start,
    });
  }
}
