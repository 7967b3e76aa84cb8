import { EncodedPacketSink, type InputVideoTrack } from 'mediabunny';
import type { Decoder, FilledFrame, Frame } from 'turbores';
import type { ColourCoding } from '@/core/colour/coding';
import { planarRgba } from '@/core/colour/planarRgba';
import type { Profile } from '@/core/prores/profile';
import { planeKind, planesIn } from '../media/planes';
import { startProresDecoder, type ProresReading } from '../media/proresDecoder';
import { ahead } from './ahead';
import { sameBytes } from './sameBytes';
import { differs } from './sentFile';
import type { FilmFrames } from './sentFilm';

const started = new Map<Profile['fourCc'], Promise<ProresReading>>();

/** Starts what decodes a file while it is made: a worker takes a tenth of a second to come up. */
export function prepareToOpen({ fourCc }: Profile): void {
  if (started.has(fourCc)) return;
  // Few frames are looked at, and each further worker would have to come up first.
  const starting = startProresDecoder(fourCc, 1);
  // A start that fails is told where the decoder is needed.
  starting.catch(() => undefined);
  started.set(fourCc, starting);
}

function takeStarted(profile: Profile): Promise<ProresReading> {
  prepareToOpen(profile);
  const starting = started.get(profile.fourCc)!;
  started.delete(profile.fourCc);
  return starting;
}

/**
 * Frames of ProRes, decoded one by one, the next while one is used, and turned into colours from where the decoder has
 * them: at 4K a copy of one is 66 MB.
 */
export const proresFrames = (profile: Profile): FilmFrames =>
  async function* ({ track, coding }, times) {
    if (!coding) throw differs('it does not say what its colours are');
    const { decoder, newFrame } = await takeStarted(profile);
    const room = [newFrame(), newFrame()];
    try {
      yield* shown(ahead(decoded(packets(track, times), decoder, room)), coding);
    } finally {
      await decoder.close();
      for (const frame of room) frame.clear();
    }
  };

async function* packets(
  track: InputVideoTrack,
  times: readonly number[],
): AsyncGenerator<Uint8Array | null> {
  const sink = new EncodedPacketSink(track);
  for (const time of times) yield (await sink.getPacket(time))?.data ?? null;
}

/** One that is the same bytes as the one before it is the same object. Each is good until the next but one. */
async function* decoded(
  packets: AsyncIterable<Uint8Array | null>,
  decoder: Decoder,
  room: readonly Frame[],
): AsyncGenerator<FilledFrame | null> {
  let last: { readonly bytes: Uint8Array; readonly frame: FilledFrame } | null = null;
  let decodedSoFar = 0;
  for await (const bytes of packets) {
    if (bytes && !(last && sameBytes(bytes, last.bytes))) {
      const frame = await decoder.decode(bytes, room[decodedSoFar++ % room.length]);
      if (frame instanceof Error) throw differs('a picture in it cannot be read');
      last = { bytes, frame };
    }
    yield bytes && last!.frame;
  }
}

async function* shown(
  frames: AsyncIterable<FilledFrame | null>,
  coding: ColourCoding,
): AsyncGenerator<ImageData | null> {
  let last: FilledFrame | null = null;
  let pixels: ImageData | null = null;
  for await (const frame of frames) {
    if (frame !== last) pixels = frame && pixelsOf(frame, coding);
    last = frame;
    yield pixels;
  }
}

/** A frame's own pixels: it is coded in whole squares of 16, of which those at its right and below may be more. */
function pixelsOf(frame: FilledFrame, coding: ColourCoding): ImageData {
  const { codedWidth, codedHeight, visibleWidth: width, visibleHeight: height } = frame;
  const coded = { width: codedWidth, height: codedHeight };
  const planes = planesIn(frame.frameData, planeKind(frame.pixelFormat)!, coded);
  const rgba = planarRgba({ ...planes, height }, coding);
  if (codedWidth === width) return new ImageData(rgba as Uint8ClampedArray<ArrayBuffer>, width);
  const own = new ImageData(width, height);
  for (let y = 0; y < height; y++) {
    const from = y * codedWidth * 4;
    own.data.set(rgba.subarray(from, from + width * 4), y * width * 4);
  }
  return own;
}
