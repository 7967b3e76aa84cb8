import { EncodedPacketSink, VideoSample, type EncodedPacket } from 'mediabunny';
import type { ColourCoding } from '@/core/colour/coding';
import { planarRgba, type PlanarPicture } from '@/core/colour/planarRgba';
import { planarFrame } from '../keying/planarFrame';
import { bytesOfPlanes, planesIn, type PlaneKind } from '../media/planes';
import { pairs } from './pairs';
import { differs } from './sentFile';
import { browserFrames, type Film, type FilmFrames } from './sentFilm';

/**
 * Frames of VP9. Its alpha is a second film beside the first: both are decoded by themselves, and only frames that are
 * asked for are put together, where the library puts together all of them.
 */
export const vp9Frames: FilmFrames = async function* (film, times) {
  const sink = new EncodedPacketSink(film.track);
  if (!(await sink.getFirstPacket())?.sideData.alpha) {
    yield* browserFrames(film, times);
    return;
  }
  const starts: number[] = [];
  for (const time of times) {
    const packet = await sink.getPacket(time, { metadataOnly: true });
    if (packet) starts.push(packet.timestamp);
  }
  const both = pairs(
    framesAt(film, starts, (packet) => packet.toEncodedVideoChunk()),
    framesAt(film, starts, (packet) => packet.alphaToEncodedVideoChunk()),
  );
  let done = 0;
  for await (const [colour, alpha] of both) {
    const frame = await together(colour, alpha, film.coding);
    if (!frame) break;
    for (const start = starts[done]; starts[done] === start; done++) yield frame;
  }
  // Frames that come in other shapes than planes are left to the library.
  if (done < times.length) yield* browserFrames(film, times.slice(done));
};

/** Encoded frames that a decoder may hold before one comes: some start only when they have many. */
const HELD = 40;

/**
 * Decodes a film from its start to the last of some frames, and lets go of all others.
 * @param starts seconds at which these begin
 * @param chunkOf what of a packet is decoded
 * @throws MoonError 'read-back-differs' where the browser cannot decode it
 */
async function* framesAt(
  { track }: Film,
  starts: readonly number[],
  chunkOf: (packet: EncodedPacket) => EncodedVideoChunk,
): AsyncGenerator<VideoFrame> {
  const frames: VideoFrame[] = [];
  const isWanted: boolean[] = [];
  let came = 0;
  let failed = false;
  let wake = (): void => undefined;
  const decoder = new VideoDecoder({
    output: (frame) => {
      if (isWanted[came++]) frames.push(frame);
      else frame.close();
      wake();
    },
    error: () => {
      failed = true;
      wake();
    },
  });
  const last = starts.at(-1)!;
  const wanted = new Set(starts);
  const isFull = () => isWanted.length - came >= HELD && frames.length === 0 && !failed;
  try {
    decoder.configure((await track.getDecoderConfig())!);
    for await (const packet of new EncodedPacketSink(track).packets()) {
      while (isFull()) await new Promise<void>((resolve) => (wake = resolve));
      if (failed) throw differs('a picture in it cannot be read');
      isWanted.push(wanted.has(packet.timestamp));
      decoder.decode(chunkOf(packet));
      while (frames.length > 0) yield frames.shift()!;
      if (packet.timestamp === last) break;
    }
    await decoder.flush().catch(() => {
      throw differs('a picture in it cannot be read');
    });
    while (frames.length > 0) yield frames.shift()!;
  } finally {
    if (decoder.state !== 'closed') decoder.close();
    for (const frame of frames) frame.close();
  }
}

const EIGHT_BIT: PlaneKind = { sampling: 420, alpha: false, depth: 8 };

/** Straight RGBA of a frame whose alpha is the luma of another; both are closed. */
async function together(
  colour: VideoFrame,
  alpha: VideoFrame,
  coding: ColourCoding | null,
): Promise<ImageData | null> {
  const samples = [colour, alpha].map((frame) => new VideoSample(frame));
  try {
    const [planes, covering] = await Promise.all(samples.map((sample) => planesOf(sample, coding)));
    if (!coding || !planes || !covering) return null;
    const rgba = planarRgba({ ...planes, a: covering.y }, coding);
    return new ImageData(rgba as Uint8ClampedArray<ArrayBuffer>, planes.width);
  } finally {
    for (const sample of samples) sample.close();
  }
}

async function planesOf(
  sample: VideoSample,
  coding: ColourCoding | null,
): Promise<PlanarPicture | null> {
  const frame = planarFrame({ sample, coding });
  if (!frame) return null;
  const bytes = new Uint8Array(bytesOfPlanes(EIGHT_BIT, frame));
  const planes = planesIn(bytes, EIGHT_BIT, frame);
  await frame.copyTo(
    bytes,
    [planes.y, planes.u, planes.v].map(({ byteOffset }) => byteOffset),
  );
  return planes;
}
