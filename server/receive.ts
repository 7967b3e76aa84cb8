import type { Readable, Writable } from 'node:stream';
import { Refusal } from './refusal';

/**
 * A request's body, piece by piece, as long as it is not too large.
 * @param limit bytes
 * @param check looks at the first piece before it is passed on
 * @throws Refusal 413 when there is more; what `check` throws
 */
export async function* limited(
  body: Readable,
  limit: number,
  check: (head: Buffer) => void = () => undefined,
): AsyncGenerator<Buffer> {
  let bytes = 0;
  // A request that is refused half way still has to be answered.
  for await (const chunk of body.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>) {
    if (bytes === 0) check(chunk);
    bytes += chunk.length;
    if (bytes > limit) throw new Refusal(413, 'That is larger than the server takes.');
    yield chunk;
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
