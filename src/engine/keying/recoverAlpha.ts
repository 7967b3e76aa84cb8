import type { Footage } from '@/core/document';
import { MoonError } from '@/core/errors';
import { pairBackdrops, type BackdropPair } from '@/core/matte/backdropPair';
import { borderColour, type KeyFrame } from '@/core/matte/findKey';
import { twoBackdrops } from '@/core/matte/twoBackdrops';
import { framesToSeconds, sameRate, secondsToFrames } from '@/core/time';
import { softwareContext } from '@/paint/browserTools';
import { framePixels } from '../media/framePixels';
import { openFrames, type FrameSource } from '../media/frameSource';
import { importMedia } from '../media/importMedia';
import type { Size } from '../kernels/keying';
import { stopIfAborted, unwatched, type Progress } from '../progress';
import { letGo } from '../send/scratchFile';
import { vp9Encoder } from '../send/video';

/** Size and number of frames by which clips are lined up, and how far they may be apart. */
const WIDTH = 96;
const HEIGHT = 54;
const SAMPLES = 6;
const MOST_APART = 15;

/**
 * Recovers the alpha of an animation that was exported twice, over two colours, as a new clip.
 * @throws MoonError 'not-a-pair' | 'stopped'
 */
export async function recoverAlpha(
  first: Footage,
  second: Footage,
  stamp: { id: string; created: number },
  progress: Progress,
  signal: AbortSignal,
): Promise<{ readonly footage: Footage; readonly pair: BackdropPair }> {
  const rate = sharedRate(first, second);
  const pair = await lineUp(first, second, signal);
  const { offset } = pair;
  const count = Math.min(
    secondsToFrames(first.duration, rate) - Math.max(0, -offset),
    secondsToFrames(second.duration, rate) - Math.max(0, offset),
  );
  const [a, b] = [await open(first), await open(second)];
  const { width, height } = first;
  const target = { width, height, rate, frames: count, sound: null };
  const encoder = await vp9Encoder(target, true);
  const context = softwareContext(width, height);
  try {
    for (let frame = 0; frame < count; frame++) {
      stopIfAborted(signal);
      const at = frame + Math.max(0, -offset);
      const one = await pixelsAt(a, framesToSeconds(at, rate), { width, height });
      const other = await pixelsAt(b, framesToSeconds(at + offset, rate), { width, height });
      const clear = twoBackdrops(one.data, other.data, pair.ground1, pair.ground2);
      const data = new ImageData(clear as Uint8ClampedArray<ArrayBuffer>, width, height);
      context.putImageData(data, 0, 0);
      await encoder.add(context, frame, false);
      progress(frame + 1, count);
    }
    const file = await encoder.finish();
    try {
      const clear = new File([file], `${first.name}, clear.webm`);
      const kept = await importMedia(clear, stamp, unwatched);
      return { footage: kept as Footage, pair };
    } finally {
      await letGo(file);
    }
  } catch (error) {
    await encoder.cancel();
    throw error;
  } finally {
    a.close();
    b.close();
  }
}

const open = ({ media }: Footage) => openFrames(media);

function sharedRate(first: Footage, second: Footage) {
  const same = first.width === second.width && first.height === second.height;
  if (first.rate && second.rate && same && sameRate(first.rate, second.rate)) return first.rate;
  throw new MoonError(
    'not-a-pair',
    'Both clips must have the same size and frame rate, as two exports of one animation have.',
  );
}

async function lineUp(first: Footage, second: Footage, signal: AbortSignal): Promise<BackdropPair> {
  const step = framesToSeconds(1, first.rate!);
  const length = Math.min(first.duration, second.duration);
  const places = Array.from({ length: SAMPLES }, (_, i) => ((i + 0.5) / SAMPLES) * length);
  const [a, b] = [await open(first), await open(second)];
  try {
    const ours = await smallFrames(a, places, 0);
    const theirs = new Map<number, KeyFrame[]>();
    for (let offset = -MOST_APART; offset <= MOST_APART; offset++) theirs.set(offset, []);
    // Place by place, so that the second clip is read in order as well.
    for (const place of places) {
      for (const [offset, frames] of theirs) {
        stopIfAborted(signal);
        frames.push(...(await smallFrames(b, [place], offset * step)));
      }
    }
    const ground = (frames: readonly KeyFrame[]) => borderColour(frames).colour;
    return pairBackdrops(ours, theirs, ground(ours), ground(theirs.get(0)!));
  } finally {
    a.close();
    b.close();
  }
}

async function smallFrames(
  reader: FrameSource,
  places: readonly number[],
  shift: number,
): Promise<KeyFrame[]> {
  const frames: KeyFrame[] = [];
  for (const place of places) {
    const seconds = Math.max(0, place + shift);
    frames.push(await pixelsAt(reader, seconds, { width: WIDTH, height: HEIGHT }));
  }
  return frames;
}

async function pixelsAt(reader: FrameSource, seconds: number, size: Size): Promise<ImageData> {
  const frame = await reader.at(seconds);
  return frame ? framePixels(frame, size) : new ImageData(size.width, size.height);
}
