import {
  ALL_FORMATS,
  CustomSource,
  EncodedPacketSink,
  Input,
  VideoSampleSink,
  type InputVideoTrack,
  type Source,
  type VideoSample,
} from 'mediabunny';
import { colourCoding, type ColourCoding } from '@/core/colour/coding';
import type { Media } from '@/core/document';
import { MoonError } from '@/core/errors';
import { TIMES_ROUNDED_BY, type Frame } from './frame';
import { readMedia } from './mediaStore';
import { registerProresDecoder } from './proresDecoder';

registerProresDecoder();

/** Nearer than this, it is not asked whether seeking would be shorter than reading on. */
const NEAR_SECONDS = 0.5;

/** A kept media file as a source that is read piece by piece, never whole. */
export const mediaSource = (media: Media): Source =>
  new CustomSource({
    getSize: () => media.bytes,
    read: (start, end) => readMedia(media.hash, start, end),
    prefetchProfile: 'network',
  });

export const openInput = (source: Source): Input => new Input({ source, formats: ALL_FORMATS });

/** How a film's codes are read, by what its file or its stream says. */
export async function codingOf(track: InputVideoTrack): Promise<ColourCoding | null> {
  const size = { width: await track.getCodedWidth(), height: await track.getCodedHeight() };
  return colourCoding(await track.getColorSpace(), size);
}

/** Reads one video's frames in order, cheaply, and seeks when asked to jump. */
export class FrameReader {
  private iterator: AsyncGenerator<VideoSample, void, unknown> | null = null;
  private current: VideoSample | null = null;
  private next: VideoSample | null = null;
  private closed = false;

  private constructor(
    private readonly input: Input,
    private readonly sink: VideoSampleSink,
    private readonly packets: EncodedPacketSink,
    private readonly first: number,
    private readonly coding: ColourCoding | null,
  ) {}

  static async open(input: Input): Promise<FrameReader> {
    const track = await input.getPrimaryVideoTrack();
    if (!track) throw new MoonError('media-unreadable', 'The file holds no video.');
    return new FrameReader(
      input,
      new VideoSampleSink(track),
      new EncodedPacketSink(track),
      await track.getFirstTimestamp(),
      await codingOf(track),
    );
  }

  /** The frame on show at `seconds` from the file's first frame; it stays open until the next call. */
  async at(seconds: number): Promise<Frame | null> {
    const time = this.first + seconds + TIMES_ROUNDED_BY;
    if (!this.current || (await this.shouldSeek(time, this.current))) await this.seek(time);
    while (this.next && this.next.timestamp <= time) {
      this.current?.close();
      this.current = this.next;
      this.next = await this.pull();
    }
    return this.current && { sample: this.current, coding: this.coding };
  }

  close(): void {
    this.closed = true;
    this.drop();
    this.input.dispose();
  }

  /**
   * Going on decodes every frame in between, seeking every frame from the key frame before `time`:
   * where that one lies behind already, seeking would decode more.
   */
  private async shouldSeek(time: number, { timestamp }: VideoSample): Promise<boolean> {
    if (time < timestamp) return true;
    if (time < timestamp + NEAR_SECONDS) return false;
    const key = await this.packets.getKeyPacket(time, { metadataOnly: true });
    return key !== null && key.timestamp > timestamp;
  }

  private async seek(time: number): Promise<void> {
    this.drop();
    this.iterator = this.sink.samples(time);
    this.current = await this.pull();
    this.next = this.current && (await this.pull());
  }

  private async pull(): Promise<VideoSample | null> {
    const result = await this.iterator!.next();
    if (result.done) return null;
    // The reader may have been closed meanwhile, after which nobody closes what comes.
    if (!this.closed) return result.value;
    result.value.close();
    return null;
  }

  private drop(): void {
    void this.iterator?.return();
    this.current?.close();
    this.next?.close();
    this.iterator = this.current = this.next = null;
  }
}
