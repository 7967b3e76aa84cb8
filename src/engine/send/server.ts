import { toInt16 } from '@/core/sound/mix';
import { stopIfAborted } from '../progress';
import { askServer, dropWork } from '../server';
import type { EncodeTarget, Encoder } from './types';

/** Frames per request: fewer round trips, still little memory. */
const BATCH = 4;

/** Requests under way at once, so that painting goes on while the server encodes. */
const IN_FLIGHT = 2;

/** Frames whose sound is sent at once: half a minute at 30 a second, 6 MB. */
const HEARD_AT_ONCE = 900;

/** Milliseconds between two looks at how many are before this one. */
const LOOK_AGAIN = 500;

/**
 * Sends sound and then frames, as PNG, to the encode server in order; fetches the file it makes.
 * @param onWait is told how many encodes of others come first, each time it is looked at
 */
export async function serverEncoder(
  target: EncodeTarget,
  format: string,
  onWait: (ahead: number) => void,
  signal: AbortSignal,
): Promise<Encoder> {
  const { width, height, rate, frames, sound } = target;
  const created = await askServer('/api/encodes', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ format, width, height, rate, frames, sound: sound !== null }),
  });
  const { id } = (await created.json()) as { id: string };
  const base = `/api/encodes/${id}`;
  const cancel = () => dropWork(base);
  try {
    await waitForTurn(base, onWait, signal);
    if (sound) await sendSound(`${base}/sound`, frames, sound);
  } catch (error) {
    await cancel();
    throw error;
  }
  let batch: Promise<Blob>[] = [];
  let first = 0;
  let queue: Promise<unknown>[] = [];
  let tail: Promise<unknown> = Promise.resolve();

  const flush = (): void => {
    const [frames, from] = [batch, first];
    first += frames.length;
    batch = [];
    tail = tail.then(async () => {
      const body = new Blob(await Promise.all(frames));
      await askServer(`${base}/frames/${from}?count=${frames.length}`, { method: 'POST', body });
    });
    // A failed request is handled where the tail is awaited.
    tail.catch(() => undefined);
    queue.push(tail);
  };

  return {
    add: async (context) => {
      batch.push(context.canvas.convertToBlob({ type: 'image/png' }));
      await batch.at(-1);
      if (batch.length < BATCH) return;
      flush();
      if (queue.length >= IN_FLIGHT) await queue.shift();
    },
    finish: async () => {
      if (batch.length > 0) flush();
      await tail;
      queue = [];
      return (await askServer(`${base}/finish`, { method: 'POST' })).blob();
    },
    cancel,
  };
}

async function waitForTurn(
  path: string,
  onWait: (ahead: number) => void,
  signal: AbortSignal,
): Promise<void> {
  for (;;) {
    const { place } = (await (await askServer(path, {})).json()) as { place: number };
    onWait(place);
    if (place === 0) return;
    await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN));
    stopIfAborted(signal);
  }
}

async function sendSound(
  path: string,
  frames: number,
  sound: NonNullable<EncodeTarget['sound']>,
): Promise<void> {
  for (let from = 0; from < frames; from += HEARD_AT_ONCE) {
    const blocks: Int16Array<ArrayBuffer>[] = [];
    for (let frame = from; frame < Math.min(frames, from + HEARD_AT_ONCE); frame++) {
      blocks.push(toInt16(await sound(frame)));
    }
    await askServer(path, { method: 'POST', body: new Blob(blocks) });
  }
}
