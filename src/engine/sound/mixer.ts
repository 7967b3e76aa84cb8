import type { Bundle, Landing } from '@/core/document';
import { addHeard, frameOfSample, limit, sampleOfFrame } from '@/core/sound/mix';
import { silence, type Stereo } from '@/core/sound/types';
import { voicesOf, type Voice } from '@/core/sound/voices';
import { readingFailed } from '../media/readingFailed';
import { SoundReader } from './soundReader';

/** Mixes what is heard in a landing, frame by frame; memory does not grow with its length. */
export class Mixer {
  private readonly readers = new Map<string, Promise<SoundReader | null>>();
  private readonly voices: readonly Voice[];
  private readonly landing: Landing;
  private last: { readonly frame: number; readonly mixed: Stereo } | null = null;

  constructor(private readonly bundle: Bundle) {
    this.landing = bundle.document as Landing;
    this.voices = voicesOf(this.landing, (id) => this.footage(id));
  }

  /** The samples of the landing from number `first` to `end` − 1. */
  async samples(first: number, end: number): Promise<Stereo> {
    const { rate } = this.landing;
    const block = silence(end - first);
    for (let frame = frameOfSample(first, rate); sampleOfFrame(frame, rate) < end; frame++) {
      const start = sampleOfFrame(frame, rate);
      const [from, to] = [Math.max(first, start), Math.min(end, sampleOfFrame(frame + 1, rate))];
      const { left, right } = await this.frame(frame);
      block.left.set(left.subarray(from - start, to - start), from - first);
      block.right.set(right.subarray(from - start, to - start), from - first);
    }
    return block;
  }

  close(): void {
    for (const reader of this.readers.values()) void reader.then((open) => open?.close());
    this.readers.clear();
  }

  /** The samples of one frame; the last one is kept, as what comes after may begin within it. */
  private async frame(frame: number): Promise<Stereo> {
    if (this.last?.frame === frame) return this.last.mixed;
    const { rate } = this.landing;
    const mixed = silence(sampleOfFrame(frame + 1, rate) - sampleOfFrame(frame, rate));
    for (const voice of this.voices) await this.add(voice, frame, mixed);
    limit(mixed);
    this.last = { frame, mixed };
    return mixed;
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
