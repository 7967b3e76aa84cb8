import { alphaBounds } from '@/core/matte/alphaBounds';
import { quantize } from 'gifenc';
import { luma, toHex, type Rgb } from '@/core/colour';
import type { Bundle, Footage } from '@/core/document';
import { MoonError } from '@/core/errors';
import {
  findFirstChange,
  findFlash,
  strongestHit,
  type ClipEvent,
  type EventKind,
  type FrameMeasure,
} from '@/core/footage/events';
import { findLoop, type LoopPoints } from '@/core/footage/loops';
import { quietMap, type QuietMap } from '@/core/footage/quiet';
import { frameDifference, meanLuma, type SmallFrame } from '@/core/footage/smallFrames';
import { layerAlone, type Box } from '@/core/scene';
import { perSecond } from '@/core/time';
import { softwareContext } from '@/paint/browserTools';
import { Artist } from './artist';
import { framePixels } from './framePixels';
import { openFrames, type FrameSource } from './frameSource';
import { stopIfAborted, type Progress } from './progress';
import { measureSound, MOST_SECONDS as MOST_SOUND_SECONDS } from './sound/measureSound';
import { decodeStill } from './still';
import { quoted } from '@/core/quoted';

/** Size at which frames are looked at. */
const WIDTH = 96;
const HEIGHT = 54;

/** Longer clips are looked through up to here. */
const MOST_SECONDS = 60;
const MOST_LOOP_FRAMES = 600;

/** Least seconds of a loop. */
const SHORTEST_LOOP = 1;

const CALM_SAMPLES = 8;

/** Goes through a clip's frames in order, each far smaller. */
async function* smallFrames(
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

async function smallFrame(reader: FrameSource, seconds: number): Promise<SmallFrame> {
  const frame = await reader.at(seconds);
  const size = { width: WIDTH, height: HEIGHT };
  return frame ? framePixels(frame, size) : new ImageData(WIDTH, HEIGHT);
}

function rateOf({ type, rate, name }: Footage): number {
  if (type === 'video' && rate) return perSecond(rate);
  throw new MoonError('media-unreadable', `${quoted(name)} is no moving footage.`);
}

/**
 * When something happens in a clip that another one can be lined up by.
 * @throws MoonError 'not-found' where nothing of that kind happens
 */
export async function findEvent(
  footage: Footage,
  kind: EventKind,
  progress: Progress,
  signal: AbortSignal,
): Promise<ClipEvent> {
  const found =
    kind === 'hit'
      ? strongestHit((await measureSound(footage)).hits)
      : await pictureEvent(footage, kind, progress, signal);
  if (found) return found;
  const looked = kind === 'hit' ? MOST_SOUND_SECONDS : MOST_SECONDS;
  const where = footage.duration > looked ? `the first ${looked} s of ` : '';
  throw new MoonError('not-found', `There is no ${kind} in ${where}${quoted(footage.name)}.`);
}

async function pictureEvent(
  footage: Footage,
  kind: Exclude<EventKind, 'hit'>,
  progress: Progress,
  signal: AbortSignal,
): Promise<ClipEvent | null> {
  const measures: FrameMeasure[] = [];
  let before: SmallFrame | null = null;
  for await (const frame of smallFrames(footage, progress, signal)) {
    const change = before ? frameDifference(before, frame) : 0;
    measures.push({ luma: meanLuma(frame), change });
    before = frame;
  }
  const found = kind === 'flash' ? findFlash(measures) : findFirstChange(measures);
  return found && { seconds: found.frame / rateOf(footage), certainty: found.certainty };
}

/** A loop in seconds of the source. */
export interface FoundLoop {
  readonly in: number;
  readonly out: number;
  readonly seam: LoopPoints['seam'];
}

/** The best loop in a clip. @throws MoonError 'not-found' where it is too short for one */
export async function findLoopIn(
  footage: Footage,
  progress: Progress,
  signal: AbortSignal,
): Promise<FoundLoop> {
  const rate = rateOf(footage);
  const frames: SmallFrame[] = [];
  for await (const frame of smallFrames(footage, progress, signal)) {
    frames.push(frame);
    if (frames.length === MOST_LOOP_FRAMES) break;
  }
  const loop = findLoop(frames, Math.round(SHORTEST_LOOP * rate));
  if (!loop) throw new MoonError('not-found', `${quoted(footage.name)} is too short for a loop.`);
  return { in: loop.from / rate, out: loop.to / rate, seam: loop.seam };
}

/** Colours of a palette, and frames they are taken from. */
const PALETTE = 6;
const PALETTE_SAMPLES = 5;

/** The colours a picture or clip is made of, dark ones first, as `#rrggbb`. */
export async function findPalette(footage: Footage): Promise<readonly string[]> {
  const frames = await someFrames(footage, PALETTE_SAMPLES);
  const pixels = new Uint8ClampedArray(frames.reduce((sum, { data }) => sum + data.length, 0));
  frames.forEach(({ data }, i) => pixels.set(data, i * data.length));
  return quantize(pixels, PALETTE, { format: 'rgb565' })
    .map(([r, g, b]): Rgb => [r, g, b])
    .sort((a, b) => luma(...a) - luma(...b))
    .map(toHex);
}

async function someFrames(footage: Footage, count: number): Promise<readonly SmallFrame[]> {
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

async function stillFrame({ media }: Footage): Promise<SmallFrame> {
  const bitmap = await decodeStill(media);
  const context = softwareContext(WIDTH, HEIGHT);
  context.drawImage(bitmap, 0, 0, WIDTH, HEIGHT);
  bitmap.close();
  return context.getImageData(0, 0, WIDTH, HEIGHT);
}

/** Longest side at which a layer's artwork is measured. */
const ARTWORK = 320;

/** Alpha from which on a pixel is artwork, 0…255. */
const VISIBLE = 8;

/**
 * The box round what a layer shows at a frame, in shares of the canvas: an overlay's artwork may be
 * far smaller than its own canvas. Null where it shows nothing then.
 */
export async function artworkBox(
  bundle: Bundle,
  layer: string,
  frame: number,
): Promise<Box | null> {
  const { document } = bundle;
  const scale = ARTWORK / Math.max(document.width, document.height);
  const context = softwareContext(
    Math.max(1, Math.round(document.width * scale)),
    Math.max(1, Math.round(document.height * scale)),
  );
  const artist = new Artist();
  try {
    await artist.paintFrame(context, { ...bundle, document: layerAlone(document, layer) }, frame);
  } finally {
    artist.close();
  }
  const { width, height } = context.canvas;
  const { data } = context.getImageData(0, 0, width, height);
  const box = alphaBounds(data, width, height, VISIBLE);
  if (!box) return null;
  return {
    left: box.left / width,
    top: box.top / height,
    right: box.right / width,
    bottom: box.bottom / height,
  };
}

/** How busy footage is, cell by cell, from one of its seconds to another. */
export async function findQuiet(footage: Footage, from: number, to: number): Promise<QuietMap> {
  if (footage.type === 'still') {
    const frame = await stillFrame(footage);
    return quietMap([[frame, frame]]);
  }
  const step = 1 / rateOf(footage);
  const reader = await openFrames(footage.media);
  try {
    const pairs: [SmallFrame, SmallFrame][] = [];
    for (let i = 0; i < CALM_SAMPLES; i++) {
      const seconds = from + ((i + 0.5) / CALM_SAMPLES) * Math.max(step, to - from);
      pairs.push([await smallFrame(reader, seconds), await smallFrame(reader, seconds + step)]);
    }
    return quietMap(pairs);
  } finally {
    reader.close();
  }
}
