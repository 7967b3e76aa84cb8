import { AudioSampleSink, type AudioSample, type Input, type InputAudioTrack } from 'mediabunny';
import type { Media } from '@/core/document';
import type { Decoded } from '@/core/sound/mix';
import { mixDown } from '@/core/sound/mixDown';
import { mediaSource, openInput } from '../media/frameReader';
import { mayMove } from '../media/movingPictures';

/**
 * Samples an MP3 begins with that were never in the sound: its encoder's delay of 576 and the
 * decoder's of 529.
 */
const MP3_DELAY = 1105;

/** Seconds beside what is asked for, so that curves through samples find their neighbours. */
const MARGIN = 0.01;

/** Farther than this ahead, seeking beats decoding all in between. */
const READ_AHEAD = 2;

interface Piece {
  readonly start: number;
  readonly end: number;
  readonly left: Float32Array;
  readonly right: Float32Array;
}

/** Reads one file's sound: in order cheaply, and anywhere when asked to jump. */
export class SoundReader {
  private iterator: AsyncGenerator<AudioSample, void, unknown> | null = null;
  private pieces: Piece[] = [];
  private over = false;

  private constructor(
    private readonly input: Input,
    private readonly sink: AudioSampleSink,
    private readonly sampleRate: number,
    /** Seconds by which the file's own times are late. */
    private readonly late: number,
  ) {}

  /** Null where the file holds no sound. */
  static async open(media: Media): Promise<SoundReader | null> {
    if (mayMove(media.extension)) return null;
    const input = openInput(mediaSource(media));
    const track = await input.getPrimaryAudioTrack();
    if (!track || !(await track.canDecode())) {
      input.dispose();
      return null;
    }
    const late = await lateness(track, input);
    return new SoundReader(input, new AudioSampleSink(track), track.sampleRate, late);
  }

  /** What is decoded from `from` to `to`, seconds of the sound, and a little beside it. */
  async read(from: number, to: number): Promise<Decoded> {
    const [begin, end] = [from - MARGIN, to + MARGIN];
    const known = this.pieces[0]?.start ?? Infinity;
    const reached = this.pieces.at(-1)?.end ?? 0;
    if (!this.iterator || begin < known - MARGIN || begin > reached + READ_AHEAD) {
      await this.seek(Math.max(0, begin));
    }
    while (!this.over && (this.pieces.at(-1)?.end ?? -Infinity) < end) await this.pull();
    while (this.pieces.length > 1 && this.pieces[0].end < begin) this.pieces.shift();
    return joined(this.pieces, this.sampleRate, begin);
  }

  close(): void {
    void this.iterator?.return();
    this.input.dispose();
  }

  private async seek(seconds: number): Promise<void> {
    void this.iterator?.return();
    this.iterator = this.sink.samples(Math.max(0, seconds + this.late - 0.1));
    this.pieces = [];
    this.over = false;
    await this.pull();
  }

  private async pull(): Promise<void> {
    const result = await this.iterator!.next();
    if (result.done) {
      this.over = true;
      return;
    }
    const sample = result.value;
    const start = sample.timestamp - this.late;
    const heard = mixDown(planesOf(sample));
    this.pieces.push({ start, end: start + heard.left.length / this.sampleRate, ...heard });
    sample.close();
  }
}

const planesOf = (sample: AudioSample): readonly Float32Array[] =>
  Array.from({ length: sample.numberOfChannels }, (_, planeIndex) => {
    const values = new Float32Array(sample.numberOfFrames);
    sample.copyTo(values, { planeIndex, format: 'f32-planar' });
    return values;
  });

/** MP3 files are late by what their coder adds in front; others tell their times rightly. */
async function lateness(track: InputAudioTrack, input: Input): Promise<number> {
  const first = await track.getFirstTimestamp();
  const isMp3File = (await input.getFormat()).name === 'MP3';
  return isMp3File ? MP3_DELAY / track.sampleRate + Math.min(0, first) : 0;
}

/** Pieces as one run of samples that begins with the first of them. */
function joined(pieces: readonly Piece[], sampleRate: number, from: number): Decoded {
  if (pieces.length === 0) {
    const none = new Float32Array(0);
    return { left: none, right: none, start: from, sampleRate };
  }
  const { start } = pieces[0];
  const length = pieces.reduce((sum, { left }) => sum + left.length, 0);
  const [left, right] = [new Float32Array(length), new Float32Array(length)];
  for (const piece of pieces) {
    const at = Math.min(length - piece.left.length, Math.round((piece.start - start) * sampleRate));
    left.set(piece.left, Math.max(0, at));
    right.set(piece.right, Math.max(0, at));
  }
  return { left, right, start, sampleRate };
}
