import type { Readable, Writable } from 'node:stream';
import { Refusal } from './refusal';

/** Milliseconds for which a body may stand still. */
const STILL = 30_000;

/**
 * A request's body, piece by piece, as long as it is not too large and comes in.
 * @param limit bytes
 * @param check looks at the first piece before it is passed on
 * @param still milliseconds for which nothing may come
 * @throws Refusal 413 when there is more, 408 when it stands still; what `check` throws
 */
export async function* limited(
  body: Readable,
  limit: number,
  check: (head: Buffer) => void = () => undefined,
  still = STILL,
): AsyncGenerator<Buffer> {
  let bytes = 0;
  // A request that is refused half way still has to be answered.
  const pieces = body.iterator({ destroyOnReturn: false }) as AsyncIterableIterator<Buffer>;
  for (;;) {
    const { done, value } = await soonEnough(pieces.next(), still);
    if (done) return;
    if (bytes === 0) check(value);
    bytes += value.length;
    if (bytes > limit) throw new Refusal(413, 'That is larger than the server takes.');
    yield value;
  }
}

async function soonEnough<T>(piece: Promise<T>, limit: number): Promise<T> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<never>((_resolve, reject) => {
    const refuse = () => reject(new Refusal(408, 'The file stopped coming in. Send it again.'));
    timer = setTimeout(refuse, limit);
  });
  try {
    return await Promise.race([piece, late]);
  } finally {
    clearTimeout(timer);
  }
}

/** Writes pieces, as fast as they are taken, into a stream that stays open. @throws Error once it is closed */
export async function feed(pieces: AsyncIterable<Buffer>, into: Writable): Promise<void> {
  for await (const piece of pieces) {
    if (!into.writable) throw new Error('The stream is closed.');
    if (!into.write(piece)) await roomIn(into);
  }
}

/** Resolves once a full stream takes more, or never will. */
function roomIn(stream: Writable): Promise<void> {
  return new Promise((resolve) => {
    const done = () => {
      stream.off('drain', done).off('close', done);
      resolve();
    };
    stream.on('drain', done).on('close', done);
  });
}
