import type { Bundle, Landing } from '@/core/document';
import { addHeard, limit, sampleOfFrame } from '@/core/sound/mix';
import { silence, type Stereo } from '@/core/sound/types';
import { voicesOf, type Voice } from '@/core/sound/voices';
import { readingFailed } from '../readingFailed';
import { SoundReader } from './soundReader';

/** Mixes what is heard in a landing, frame by frame; memory does not grow with its length. */
export class Mixer {
  private readonly readers = new Map<string, Promise<SoundReader | null>>();
  private readonly voices: readonly Voice[];
  private readonly landing: Landing;

  constructor(private readonly bundle: Bundle) {
    this.landing = bundle.document as Landing;
    this.voices = voicesOf(this.landing, (id) => this.footage(id));
  }

  /** The samples of the frames from `from` to `to` − 1. */
  async block(from: number, to: number): Promise<Stereo> {
    const { rate } = this.landing;
    const first = sampleOfFrame(from, rate);
    const block = silence(sampleOfFrame(to, rate) - first);
    for (const voice of this.voices) {
      for (let frame = from; frame < to; frame++) {
        const start = sampleOfFrame(frame, rate) - first;
        const end = sampleOfFrame(frame + 1, rate) - first;
        await this.add(voice, frame, {
          left: block.left.subarray(start, end),
          right: block.right.subarray(start, end),
        });
      }
    }
    limit(block);
    return block;
  }

  close(): void {
    for (const reader of this.readers.values()) void reader.then((open) => open?.close());
    this.readers.clear();
  }

  private async add(voice: Voice, frame: number, block: Stereo): Promise<void> {
    for (const heard of voice.at(frame)) {
      const [from, to] = [Math.min(heard.from, heard.to), Math.max(heard.from, heard.to)];
      try {
        const reader = await this.reader(voice, heard.round);
        if (reader) addHeard(block, heard, await reader.read(from, to));
      } catch (error) {
        throw readingFailed(error, this.footage(voice.footage)!, from);
      }
    }
  }

  /** Rounds that follow one another are mixed in a seam: with a reader each, neither has to seek for the other. */
  private reader({ id, footage }: Voice, round: number): Promise<SoundReader | null> {
    const key = `${id}/${round % 2}`;
    const known = this.readers.get(key);
    if (known) return known;
    const opened = SoundReader.open(this.footage(footage)!.media);
    this.readers.set(key, opened);
    return opened;
  }

  private footage(id: string) {
    return this.bundle.footage.find((entry) => entry.id === id);
  }
}
