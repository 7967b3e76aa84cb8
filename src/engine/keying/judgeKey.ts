import { parseHex } from '@/core/colour';
import type { ChromaKey, Footage, KeySettings, LumaKey } from '@/core/document';
import { MoonError } from '@/core/errors';
import { withEdges } from '@/core/matte/edgeSharpness';
import {
  findKey as findKeyIn,
  screenKey as screenKeyIn,
  type KeyFrame,
} from '@/core/matte/findKey';
import { hueChannels } from '@/core/matte/keyConstants';
import { measureMatte, worstFigures, type MatteFigures } from '@/core/matte/measureMatte';
import { softwareContext } from '@/paint/browserTools';
import { framePixels } from '../media/framePixels';
import { openFrames } from '../media/frameSource';
import { keyer } from './keyer';
import { decodeStill } from '../media/still';
import { stopIfAborted } from '../progress';

/** Longest side at which frames are looked at. */
const LONGEST = 640;

const FOUND_IN = 6;
/** Frames of their own size, which take room. */
const EDGES_IN = 2;
const MEASURED = 12;

/** Figures of the frame that is looked at, and the worst of some spread over the clip. */
export interface KeyFigures {
  readonly now: MatteFigures;
  readonly worst: MatteFigures;
}

/**
 * A key that suits all of a clip or still.
 * @throws MoonError 'not-found' where its backdrop has no colour and is neither black nor white
 */
export async function findKey(footage: Footage): Promise<ChromaKey | LumaKey> {
  const key = findKeyIn(await framesOf(footage, spread(footage, FOUND_IN)));
  if (key?.kind === 'luma') {
    return withEdges(key, await framesOf(footage, spread(footage, EDGES_IN), Infinity));
  }
  if (key) return key;
  throw new MoonError(
    'not-found',
    'Its backdrop is a grey that is neither black nor white, so it cannot be told from the rest. Pick a colour, or draw a mask round what stays.',
  );
}

/**
 * The key of a clip that plainly stands before a screen; null for any other.
 * @throws MoonError 'stopped'
 */
export const screenKey = async (footage: Footage, signal: AbortSignal): Promise<ChromaKey | null> =>
  screenKeyIn(await framesOf(footage, spread(footage, FOUND_IN), LONGEST, signal));

/**
 * @param seconds of the source that is looked at now
 * @throws MoonError 'stopped'
 */
export async function measureKey(
  footage: Footage,
  key: KeySettings,
  seconds: number,
  signal: AbortSignal,
): Promise<KeyFigures> {
  const [now] = await figuresOf(footage, key, [seconds], signal);
  const spreadOut = await worstKnown(footage, key, signal);
  return { now, worst: worstFigures([now, spreadOut]) };
}

/** Keys whose worst figures are kept: while one scrubs, and in Send, they are asked for again and again. */
const KEPT = 20;
const worst = new Map<string, MatteFigures>();

async function worstKnown(
  footage: Footage,
  key: KeySettings,
  signal: AbortSignal,
): Promise<MatteFigures> {
  const name = `${footage.media.hash} ${JSON.stringify(key)}`;
  const found =
    worst.get(name) ??
    worstFigures(await figuresOf(footage, key, spread(footage, MEASURED), signal));
  worst.delete(name);
  worst.set(name, found);
  if (worst.size > KEPT) worst.delete(worst.keys().next().value!);
  return found;
}

async function figuresOf(
  footage: Footage,
  key: KeySettings,
  seconds: readonly number[],
  signal: AbortSignal,
): Promise<readonly MatteFigures[]> {
  const frames = await framesOf(footage, seconds);
  const hue = hueOf(key);
  const { keyRgba } = await keyer();
  const figures: MatteFigures[] = [];
  for (const { data, width, height } of frames) {
    stopIfAborted(signal);
    await keyRgba(data, width, height, key, width / footage.width);
    figures.push(measureMatte(data, width, height, hue));
  }
  return figures;
}

const hueOf = (key: KeySettings): readonly boolean[] =>
  key.kind === 'chroma' || key.kind === 'known colours'
    ? hueChannels(parseHex(key.colour))
    : [false, false, false];

const spread = ({ type, duration }: Footage, count: number): readonly number[] =>
  type === 'still' ? [0] : Array.from({ length: count }, (_, i) => ((i + 0.5) / count) * duration);

/**
 * Frames at some seconds of the very pixels that the keyer keys.
 * @param longest side that they are scaled down to
 */
async function framesOf(
  footage: Footage,
  seconds: readonly number[],
  longest = LONGEST,
  signal: AbortSignal | null = null,
): Promise<KeyFrame[]> {
  const scale = Math.min(1, longest / Math.max(footage.width, footage.height));
  const width = Math.max(1, Math.round(footage.width * scale));
  const height = Math.max(1, Math.round(footage.height * scale));
  if (footage.type === 'still') {
    const { data } = await stillPixels(footage, width, height);
    // Each is keyed in place.
    return seconds.map(() => new ImageData(data.slice(), width, height));
  }
  const reader = await openFrames(footage.media);
  const frames: KeyFrame[] = [];
  try {
    for (const second of seconds) {
      if (signal) stopIfAborted(signal);
      const frame = await reader.at(second);
      const size = { width, height };
      frames.push(frame ? await framePixels(frame, size) : new ImageData(width, height));
    }
  } finally {
    reader.close();
  }
  return frames;
}

async function stillPixels({ media }: Footage, width: number, height: number): Promise<ImageData> {
  const context = softwareContext(width, height);
  const bitmap = await decodeStill(media);
  context.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  return context.getImageData(0, 0, width, height);
}
