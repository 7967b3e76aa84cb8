import {
  BlobSource,
  EncodedPacketSink,
  VideoSampleSink,
  type InputVideoTrack,
  type VideoSample,
} from 'mediabunny';
import type { ColourCoding } from '@/core/colour/coding';
import { framesToSeconds, type Seconds } from '@/core/time';
import { TIMES_ROUNDED_BY } from '../media/frame';
import { framePixels } from '../media/framePixels';
import { codingOf, openInput } from '../media/frameReader';
import type { Size } from '../kernels/keying';
import { momentsOf } from './sameBytes';
import { differs, type Decoded } from './sentFile';

/** A sent film, and how its codes are read. */
export interface Film {
  readonly track: InputVideoTrack;
  readonly coding: ColourCoding | null;
  readonly size: Size;
}

/**
 * Frames of a film at some times, as straight RGBA; null for one that cannot be read. One that is the same bytes as the
 * one before it is the same object: it is not decoded again.
 * @param times seconds, in order
 */
export type FilmFrames = (film: Film, times: readonly number[]) => AsyncIterable<ImageData | null>;

/**
 * @param frames how they are got
 * @throws MoonError 'read-back-differs' where it cannot be opened
 */
export const openFilm =
  (frames: FilmFrames) =>
  async (file: Blob): Promise<Decoded> => {
    const input = openInput(new BlobSource(file));
    const track = await input.getPrimaryVideoTrack();
    if (!track) throw differs('it holds no video');
    const starts = await startsIn(track);
    const [first = 0] = starts;
    const end = await track.computeDuration();
    const coding = await codingOf(track);
    const size = { width: track.displayWidth, height: track.displayHeight };
    return {
      ...size,
      frames: starts.length,
      shown: starts.map((start, index) => (starts[index + 1] ?? end) - start),
      frameAt: (indices, rate) => {
        const time = (index: number) => first + framesToSeconds(index, rate) + TIMES_ROUNDED_BY;
        return frames({ track, coding, size }, indices.map(time));
      },
      close: () => input.dispose(),
    };
  };

/** When each frame begins, in seconds: packets lie in the order they are decoded in. */
async function startsIn(track: InputVideoTrack): Promise<readonly Seconds[]> {
  const starts: number[] = [];
  const packets = new EncodedPacketSink(track).packets(undefined, undefined, {
    metadataOnly: true,
  });
  for await (const { timestamp } of packets) starts.push(timestamp);
  return starts.sort((a, b) => a - b);
}

/** Frames as the browser decodes them, with those that they need. */
export const browserFrames: FilmFrames = async function* ({ track, coding, size }, times) {
  const read = async (sample: VideoSample) => {
    try {
      return await framePixels({ sample, coding }, size);
    } finally {
      sample.close();
    }
  };
  const moments = await momentsOf(track, times);
  let step = 0;
  const samples = new VideoSampleSink(track).samplesAtTimestamps(moments.map(({ time }) => time));
  for await (const sample of samples) {
    const frame = sample && (await read(sample));
    for (let i = 0; i < moments[step].frames; i++) yield frame;
    step++;
  }
};
