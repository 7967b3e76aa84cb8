import type { Footage } from '@/core/document';
import { MoonError } from '@/core/errors';
import type { SmallFrame } from '@/core/footage/smallFrames';
import { quoted } from '@/core/quoted';
import { perSecond } from '@/core/time';
import { softwareContext } from '@/paint/browserTools';
import { framePixels } from '../media/framePixels';
import { openFrames, type FrameSource } from '../media/frameSource';
import { decodeStill } from '../media/still';
import { stopIfAborted, type Progress } from '../progress';

/** Size at which frames are looked at. */
const WIDTH = 96;
const HEIGHT = 54;

/** Seconds up to which longer clips are looked through. */
export const MOST_SECONDS = 60;

/** Goes through a clip's frames in order, each far smaller. */
export async function* smallFrames(
  footage: Footage,
  progress: Progress,
  signal: AbortSignal,
): AsyncGenerator<SmallFrame> {
  const rate = rateOf(footage);
  const count = Math.max(1, Math.floor(Math.min(footage.duration, MOST_SECONDS) * rate + 1e-6));
  const reader = await openFrames(footage.media);
  try {
    for (let frame = 0; frame < count; frame++) {
      stopIfAborted(signal);
      yield await smallFrame(reader, frame / rate);
      progress(frame + 1, count);
    }
  } finally {
    reader.close();
  }
}

/** The frame on show at some seconds; clear where there is none. */
export async function smallFrame(reader: FrameSource, seconds: number): Promise<SmallFrame> {
  const frame = await reader.at(seconds);
  const size = { width: WIDTH, height: HEIGHT };
  return frame ? framePixels(frame, size) : new ImageData(WIDTH, HEIGHT);
}

/** Frames a second. @throws MoonError 'media-unreadable' where it does not move */
export function rateOf({ type, rate, name }: Footage): number {
  if (type === 'video' && rate) return perSecond(rate);
  throw new MoonError('media-unreadable', `${quoted(name)} is no moving footage.`);
}

/** Some frames, spread evenly; the one of a still. */
export async function someFrames(footage: Footage, count: number): Promise<readonly SmallFrame[]> {
  if (footage.type === 'still') return [await stillFrame(footage)];
  const reader = await openFrames(footage.media);
  const frames: SmallFrame[] = [];
  try {
    for (let i = 0; i < count; i++) {
      frames.push(await smallFrame(reader, ((i + 0.5) / count) * footage.duration));
    }
  } finally {
    reader.close();
  }
  return frames;
}

/** A still, made as small as frames are looked at. */
export async function stillFrame({ media }: Footage): Promise<SmallFrame> {
  const bitmap = await decodeStill(media);
  const context = softwareContext(WIDTH, HEIGHT);
  context.drawImage(bitmap, 0, 0, WIDTH, HEIGHT);
  bitmap.close();
  return context.getImageData(0, 0, WIDTH, HEIGHT);
}
