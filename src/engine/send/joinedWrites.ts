import { concat } from '@/core/bytes';

/** Bytes that are written together. */
const AT_ONCE = 2 * 1024 * 1024;

/** Takes pieces of a file one after the other. */
export interface JoinedWrites {
  readonly add: (piece: Uint8Array) => Promise<void>;
  /** Writes what still waits. */
  readonly flush: () => Promise<void>;
}

/**
 * Writes small pieces together: each write of a browser takes some milliseconds.
 * @param write is called with one piece after the other
 * @param atOnce bytes that are gathered first
 */
export function joinedWrites(
  write: (bytes: Uint8Array<ArrayBuffer>) => Promise<void>,
  atOnce = AT_ONCE,
): JoinedWrites {
  let waiting: Uint8Array[] = [];
  let bytes = 0;
  const flush = async () => {
    if (bytes === 0) return;
    const joined = concat(...waiting) as Uint8Array<ArrayBuffer>;
    waiting = [];
    bytes = 0;
    await write(joined);
  };
  return {
    add: async (piece) => {
      waiting.push(piece);
      bytes += piece.length;
      if (bytes >= atOnce) await flush();
    },
    flush,
  };
}
