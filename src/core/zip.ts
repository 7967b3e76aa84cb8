import { configure, ZipWriter, type EntryMetaData, type ZipWriter as Writer } from '@zip.js/zip.js';

/** Bytes that are read at once: in smaller pieces a file of gigabytes takes minutes. */
const PIECE = 1024 * 1024;

configure({ useWebWorkers: false, chunkSize: PIECE });

/** The bytes of a file in pieces of any size. */
export type Pieces = AsyncIterable<Uint8Array> | Iterable<Uint8Array>;

/** Bytes from which a zip needs its 64-bit extension, with some room for what is around them. */
const ZIP32 = 0xffff_0000;

/** A zip that is written from its start to its end and may be larger than 4 GB. */
export const zipWriter = (writable: WritableStream<Uint8Array>): Writer<unknown> =>
  new ZipWriter(writable, { level: 0, extendedTimestamp: false });

/** Adds a file as it is, without packing it. `bytes` is how long it is. */
export const addStored = (
  zip: Writer<unknown>,
  name: string,
  pieces: Pieces,
  bytes: number,
): Promise<EntryMetaData> => zip.add(name, streamOf(pieces), { zip64: bytes > ZIP32 });

/** Adds a file packed. */
export const addPacked = (
  zip: Writer<unknown>,
  name: string,
  pieces: Pieces,
): Promise<EntryMetaData> => zip.add(name, streamOf(pieces), { level: 6 });

function streamOf(pieces: Pieces): ReadableStream<Uint8Array> {
  const iterator = inTurn(pieces);
  return new ReadableStream({
    pull: async (controller) => {
      const { done, value } = await iterator.next();
      if (done) controller.close();
      else controller.enqueue(value.slice());
    },
    cancel: async () => void (await iterator.return(undefined)),
  });
}

async function* inTurn(pieces: Pieces): AsyncGenerator<Uint8Array, void> {
  yield* pieces;
}
