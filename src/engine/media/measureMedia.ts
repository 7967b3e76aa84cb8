import { imageSize } from 'image-size';
import {
  AudioSampleSink,
  BlobSource,
  EncodedPacketSink,
  VideoSampleSink,
  type InputAudioTrack,
  type InputVideoTrack,
} from 'mediabunny';
import type { Footage } from '@/core/document';
import { LIMITS } from '@/core/document/fields';
import { MoonError } from '@/core/errors';
import { isMovingAvif } from '@/core/footage/sniff';
import { rateNear } from '@/core/time';
import { AnimationReader, readsAnimations } from './animationReader';
import { DrawnReader, type DrawnFrames } from './drawnReader';
import { ownSize } from './frame';
import { framePixels } from './framePixels';
import { openInput } from './frameReader';
import type { FrameSource } from './frameSource';
import { MovingPictureFrames } from './movingPictureFrames';
import {
  mayMove,
  picturesInFile,
  picturesInFilm,
  readingOf,
  type Pictures,
} from './movingPictures';
import { RunLengthFrames } from './runLengthFrames';
import { quoted } from '@/core/quoted';

/** What Chromium's canvas takes on one side; also what still decodes on a phone. */
export const MOST_SIDE = 16_384;
const MOST_PIXELS = 100_000_000;

/** What a file holds, before it gets an id and a place in the kit. */
export type Measured = Pick<
  Footage,
  'type' | 'width' | 'height' | 'duration' | 'rate' | 'alpha' | 'plays'
>;

/** @throws MoonError in plain words where it cannot be read to its end */
export async function measurePicture(file: File, extension: string): Promise<Measured> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  if (extension === 'avif' && isMovingAvif(bytes)) return measureAvif(bytes, file.name);
  requireDrawable(sizeOf(bytes, file.name), file.name);
  return (await measureMoving(file, extension)) ?? measureStill(file);
}

/** Every frame is drawn, so that what comes in can be read to its end; null for a picture that stands still. */
async function measureMoving(file: File, extension: string): Promise<Measured | null> {
  if (extension === 'avif' || !mayMove(extension)) return null;
  const pictures = await picturesInFile(extension, readingOf(file), file.size).catch(() => {
    throw unreadable(file.name, 'is damaged or cut off');
  });
  return pictures && measurePictures(pictures, file.name);
}

async function measureAvif(bytes: Uint8Array<ArrayBuffer>, name: string): Promise<Measured> {
  if (!(await readsAnimations())) {
    const what = 'is an AVIF that moves, which this browser cannot read; save it as WebP or APNG';
    throw noCodec(name, what);
  }
  try {
    return await measureAnimation(await AnimationReader.open(bytes), name);
  } catch (error) {
    if (error instanceof MoonError) throw error;
    throw unreadable(name, 'is damaged or cut off');
  }
}

async function measureAnimation(reader: AnimationReader, name: string): Promise<Measured> {
  try {
    const { width, height } = ownSize((await reader.at(0))!);
    requireDrawable({ width, height }, name);
    const ends = await reader.times();
    const duration = ends[ends.length - 1];
    const alpha = await provenClear(reader, [0, ...ends.slice(0, -1)]);
    const plays = Math.min(reader.plays, LIMITS.plays);
    const rate = rateNear(reader.count, duration, COARSENESS);
    return { type: 'video', width, height, duration, rate, alpha, plays };
  } finally {
    reader.close();
  }
}

/** Seconds by which the length of a moving picture may be off: GIF tells its delays in hundredths. */
const COARSENESS = 0.005;

/** Reads every frame, and tells whether a pixel of one of them is not wholly opaque. */
async function provenClear(reader: FrameSource, starts: readonly number[]): Promise<boolean> {
  let clear = false;
  for (const start of starts) {
    const frame = (await reader.at(start))!;
    if (clear) continue;
    const { data } = await framePixels(frame, ownSize(frame));
    clear = data.some((value, at) => at % 4 === 3 && value < 255);
  }
  return clear;
}

async function measurePictures(pictures: Pictures, name: string): Promise<Measured> {
  const { width, height, plays } = pictures.picture;
  requireDrawable({ width, height }, name);
  const measured = await measureFrames(new MovingPictureFrames(pictures), name);
  return { ...measured, plays: Math.min(plays, LIMITS.plays) };
}

/** Reads all of the frames. */
async function measureFrames(frames: DrawnFrames, name: string): Promise<Measured> {
  const reader = new DrawnReader(frames);
  try {
    const { starts, duration } = frames;
    const { width, height } = ownSize((await reader.at(0))!);
    const alpha = await provenClear(reader, starts);
    const rate = rateNear(starts.length, duration, COARSENESS);
    return { type: 'video', width, height, duration, rate, alpha, plays: null };
  } catch {
    throw unreadable(name, 'is damaged or cut off');
  } finally {
    reader.close();
  }
}

/** @throws MoonError 'media-too-large' */
function requireDrawable(
  { width, height }: { readonly width: number; readonly height: number },
  name: string,
): void {
  if (width <= MOST_SIDE && height <= MOST_SIDE && width * height <= MOST_PIXELS) return;
  throw new MoonError(
    'media-too-large',
    `${quoted(name)} is ${width} × ${height} pixels; at most ${MOST_SIDE} on a side and 100 million in all can be used. Make it smaller, then bring it in.`,
  );
}

async function measureStill(file: File): Promise<Measured> {
  const bitmap = await createImageBitmap(file).catch(() => {
    throw unreadable(file.name, 'is damaged or cut off');
  });
  const context = new OffscreenCanvas(
    Math.min(256, bitmap.width),
    Math.min(256, bitmap.height),
  ).getContext('2d')!;
  context.drawImage(bitmap, 0, 0, context.canvas.width, context.canvas.height);
  // As shown: a photograph may be stored on its side.
  const shown = { width: bitmap.width, height: bitmap.height };
  bitmap.close();
  const { data } = context.getImageData(0, 0, context.canvas.width, context.canvas.height);
  const alpha = data.some((value, i) => i % 4 === 3 && value < 255);
  return { type: 'still', ...shown, duration: 0, rate: null, alpha, plays: null };
}

function sizeOf(bytes: Uint8Array, name: string): { width: number; height: number } {
  try {
    return imageSize(bytes);
  } catch {
    throw unreadable(name, 'is damaged or cut off');
  }
}

/** @throws MoonError in plain words where it cannot be read to its end */
export async function measureTimed(file: File): Promise<Measured> {
  const input = openInput(new BlobSource(file));
  try {
    const pictures = await picturesInFilm(input);
    if (pictures) return { ...(await measurePictures(pictures, file.name)), plays: null };
    const runs = await RunLengthFrames.open(input, readingOf(file), file.size);
    if (runs) {
      requireDrawable(runs.size, file.name);
      return await measureFrames(runs, file.name);
    }
    const audio = await input.getPrimaryAudioTrack();
    if (await audio?.canDecode()) await proveSound(audio!, file.name);
    const video = await input.getPrimaryVideoTrack();
    if (video) return await measureVideo(video, file.name);
    if (!audio) throw unreadable(file.name, 'is cut off, or holds neither video nor sound');
    if (!(await audio.canDecode()))
      throw noCodec(file.name, 'holds sound of a kind this browser cannot play');
    const duration = await audio.computeDuration();
    return { type: 'sound', width: 0, height: 0, duration, rate: null, alpha: false, plays: null };
  } catch (error) {
    if (error instanceof MoonError) throw error;
    throw unreadable(file.name, 'is damaged or cut off');
  } finally {
    input.dispose();
  }
}

async function measureVideo(track: InputVideoTrack, name: string): Promise<Measured> {
  if (!(await track.canDecode())) {
    const codec = track.codec ?? 'unknown codec';
    throw noCodec(name, `holds video this browser cannot read (${codec})`);
  }
  const { packetCount, averagePacketRate } = await track.computePacketStats();
  const end = await track.computeDuration();
  const start = await track.getFirstTimestamp();
  await proveWhole(track, name);
  await proveVideo(track, name);
  if (packetCount === 0) throw unreadable(name, 'holds no frames');
  return {
    type: 'video',
    width: track.displayWidth,
    height: track.displayHeight,
    duration: end - start,
    rate: rateNear(averagePacketRate, 1),
    alpha: await track.canBeTransparent(),
    plays: null,
  };
}

/** Reads the very last frame, and holds the file against the length it claims. */
async function proveWhole(track: InputVideoTrack, name: string): Promise<void> {
  const cutOff = unreadable(name, 'is cut off: it ends before its last frame');
  const last = await new EncodedPacketSink(track).getPacket(Infinity).catch(() => null);
  const sample = await new VideoSampleSink(track).getSample(last?.timestamp ?? 0).catch(() => null);
  if (!last || !sample) throw cutOff;
  sample.close();
  const claimed = await track.getDurationFromMetadata().catch(() => null);
  if (claimed !== null && last.timestamp + last.duration < claimed * 0.98 - 0.1) throw cutOff;
}

/** Places spread over the length, at which a file is proven to be readable. */
const PLACES = 12;
const places = (start: number, end: number): readonly number[] =>
  Array.from({ length: PLACES }, (_, i) => start + ((end - start) * i) / PLACES);

/** Decodes frames that stand alone: damage in the middle would else be met when it is sent. */
async function proveVideo(track: InputVideoTrack, name: string): Promise<void> {
  const packets = new EncodedPacketSink(track);
  const frames = new VideoSampleSink(track);
  for (const time of places(await track.getFirstTimestamp(), await track.computeDuration())) {
    const key = await packets.getKeyPacket(time, { metadataOnly: true }).catch(() => null);
    const sample = key && (await frames.getSample(key.timestamp).catch(() => null));
    if (!sample) throw damagedAt(name, time);
    sample.close();
  }
}

async function proveSound(track: InputAudioTrack, name: string): Promise<void> {
  const sounds = new AudioSampleSink(track);
  for (const time of places(await track.getFirstTimestamp(), await track.computeDuration())) {
    // The first packets of some codecs hold no sound, which is no damage.
    const sample = await sounds.getSample(time).catch(() => {
      throw damagedAt(name, time);
    });
    sample?.close();
  }
}

const damagedAt = (name: string, seconds: number): MoonError =>
  unreadable(name, `is damaged: it cannot be read at ${seconds.toFixed(1)} s`);

/** The file is sound; only this browser cannot read it. */
export const noCodec = (name: string, what: string): MoonError =>
  new MoonError('codec-unreadable', `${quoted(name)} was not brought in: it ${what}.`);

export const unreadable = (name: string, what: string): MoonError =>
  new MoonError('media-unreadable', `${quoted(name)} was not brought in: it ${what}.`);
