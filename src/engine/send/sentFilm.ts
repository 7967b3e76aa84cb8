import { BlobSource, VideoSampleSink, type InputVideoTrack, type VideoSample } from 'mediabunny';
import type { ColourCoding } from '@/core/colour/coding';
import { framesToSeconds } from '@/core/time';
import { TIMES_ROUNDED_BY } from '../frame';
import { framePixels } from '../framePixels';
import { codingOf, openInput } from '../frameReader';
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
    const { packetCount } = await track.computePacketStats();
    const first = await track.getFirstTimestamp();
    const coding = await codingOf(track);
    const size = { width: track.displayWidth, height: track.displayHeight };
    return {
      ...size,
      frames: packetCount,
      frameAt: (indices, rate) => {
        const time = (index: number) => first + framesToSeconds(index, rate) + TIMES_ROUNDED_BY;
        return frames({ track, coding, size }, indices.map(time));
      },
      close: () => input.dispose(),
    };
  };

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
