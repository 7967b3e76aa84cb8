import { EncodedPacketSink, type Input, type InputVideoTrack } from 'mediabunny';
import { readApng } from '@/core/formats/files/apng';
import type { MovingFrame, MovingPicture, ReadFile } from '@/core/formats/files/movingPicture';
import { readGif } from '@/core/formats/files/readGif';
import { readWebp } from '@/core/formats/files/webp';

interface Kind {
  readonly read: (read: ReadFile, bytes: number) => Promise<MovingPicture>;
  readonly mime: string;
}

/** Files of pictures that may move, by their endings. */
const KINDS: Readonly<Record<string, Kind>> = {
  gif: { read: readGif, mime: 'image/gif' },
  webp: { read: readWebp, mime: 'image/webp' },
  png: { read: readApng, mime: 'image/png' },
};

/** Codecs of QuickTime films whose packets are whole picture files, and what these are. */
const CODECS: Readonly<Record<string, string>> = { 'png ': 'image/png', jpeg: 'image/jpeg' };

/** A moving picture, and what each of its frames is as a file. */
export interface Pictures {
  readonly picture: MovingPicture;
  readonly mime: string;
}

/** Reads a file that is at hand. */
export const readingOf =
  (file: Blob): ReadFile =>
  async (from, to) =>
    new Uint8Array(await file.slice(from, to).arrayBuffer());

/** Whether files of some ending hold pictures, several of them perhaps. */
export const mayMove = (extension: string): boolean =>
  extension === 'avif' || Object.hasOwn(KINDS, extension);

/**
 * The pictures of a file whose ending says that it may move; null where it stands still.
 * @throws Error where it is damaged or cut off
 */
export async function picturesInFile(
  extension: string,
  read: ReadFile,
  bytes: number,
): Promise<Pictures | null> {
  const { read: look, mime } = KINDS[extension];
  const picture = await look(read, bytes);
  return picture.frames.length < 2 ? null : { picture, mime };
}

/** The pictures of a film that is made of picture files, which no decoder of video reads; null of any other. */
export async function picturesInFilm(input: Input): Promise<Pictures | null> {
  const track = await input.getPrimaryVideoTrack();
  const codec = await track?.getInternalCodecId();
  if (!track || typeof codec !== 'string' || !Object.hasOwn(CODECS, codec)) return null;
  return { picture: await moving(track), mime: CODECS[codec] };
}

async function moving(track: InputVideoTrack): Promise<MovingPicture> {
  const sink = new EncodedPacketSink(track);
  const [width, height] = [track.displayWidth, track.displayHeight];
  const box = { x: 0, y: 0, width, height };
  const frames: MovingFrame[] = [];
  const times: number[] = [];
  for await (const { timestamp, duration } of sink.packets(undefined, undefined, {
    metadataOnly: true,
  })) {
    frames.push({ seconds: duration, box, over: false, after: 'kept' });
    times.push(timestamp);
  }
  return {
    ...{ width, height, plays: 1, frames },
    still: async (index) => (await sink.getPacket(times[index]))!.data,
  };
}
