import type { Readable } from 'node:stream';
import { Refusal } from './refusal';

/** Milliseconds for which a body may stand still. */
const STILL = 30_000;

/**
 * A request's body, piece by piece, as long as it is not too large and comes in.
 * @param limit bytes
 * @param still milliseconds for which nothing may come
 * @throws Refusal 413 when there is more, 408 when it stands still
 */
export async function* limited(
  body: Readable,
  limit: number,
  still = STILL,
): AsyncGenerator<Buffer> {
  let bytes = 0;
  // A request that is refused half way still has to be answered.
  const pieces = body.iterator({ destroyOnReturn: false }) as AsyncIterableIterator<Buffer>;
  for (;;) {
    const { done, value } = await soonEnough(pieces.next(), still);
    if (done) return;
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
