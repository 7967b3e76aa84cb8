import { MoonError } from '@/core/errors';
import type { EncodeTarget, Encoder } from './types';

/** Frames per request: fewer round trips, still little memory. */
const BATCH = 4;

/** Requests under way at once, so that painting goes on while the server encodes. */
const IN_FLIGHT = 2;

export interface ServerHealth {
  readonly formats: readonly string[];
}

/** What the encode server can make; null when it is not there. */
export async function serverHealth(): Promise<ServerHealth | null> {
  try {
    const response = await fetch('/api/health', { cache: 'no-store' });
    return response.ok ? ((await response.json()) as ServerHealth) : null;
  } catch {
    return null;
  }
}

/** Sends frames as PNG to the encode server, in order, and fetches the file it makes. */
export async function serverEncoder(target: EncodeTarget, format: string): Promise<Encoder> {
  const { width, height, rate, frames } = target;
  const created = await request('/api/encodes', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ format, width, height, rate, frames }),
  });
  const { id } = (await created.json()) as { id: string };
  const base = `/api/encodes/${id}`;
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
      await request(`${base}/frames/${from}?count=${frames.length}`, { method: 'POST', body });
    });
    // Every request's failure is met by whoever awaits the tail.
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
      return (await request(`${base}/finish`, { method: 'POST' })).blob();
    },
    cancel: async () => {
      await fetch(base, { method: 'DELETE' }).catch(() => undefined);
    },
  };
}

/** @throws MoonError 'server-away' | 'encode-failed' */
async function request(path: string, init: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(path, init);
  } catch {
    throw serverAway();
  }
  if (response.ok) return response;
  if (response.status === 502 || response.status === 504) throw serverAway();
  const { error } = (await response.json().catch(() => ({}))) as { error?: string };
  throw new MoonError('encode-failed', error ?? `The encode server answered ${response.status}.`);
}

const serverAway = (): MoonError =>
  new MoonError(
    'server-away',
    'The encode server went away before the file was done. Your work is kept. Start it again with “npm run demo”, then press Send again.',
  );
