import { Zip, ZipPassThrough } from 'fflate';
import { MoonError } from '@/core/errors';
import { joinedWrites } from './joinedWrites';
import { openScratchFile, type ScratchUse } from './scratchFile';

/** What a zip without its 64-bit extension can hold. */
export const ZIP_MOST = { bytes: 0xffff_ffff, entries: 0xffff } as const;

/** A zip that is written as its files come; they are stored as they are. */
export interface ZipFile {
  /** @returns where the file's bytes lie in the zip @throws MoonError 'encode-failed' once it is full */
  readonly add: (
    name: string,
    pieces: AsyncIterable<Uint8Array> | Iterable<Uint8Array>,
  ) => Promise<{ readonly from: number; readonly to: number }>;
  readonly finish: () => Promise<Blob>;
  readonly discard: () => Promise<void>;
}

export async function openZip(use: ScratchUse): Promise<ZipFile> {
  const scratch = await openScratchFile(use);
  const { add, flush } = joinedWrites((joined) => scratch.writable.write(joined));
  let bytes = 0;
  let entries = 0;
  let writing = Promise.resolve();
  const zip = new Zip((error, data) => {
    if (error) throw error;
    bytes += data.length;
    writing = writing.then(() => add(data));
  });
  return {
    add: async (name, pieces) => {
      if (++entries > ZIP_MOST.entries) throw full();
      const entry = new ZipPassThrough(name);
      zip.add(entry);
      const from = bytes;
      for await (const piece of pieces) {
        entry.push(piece);
        if (bytes > ZIP_MOST.bytes) throw full();
        await writing;
      }
      const to = bytes;
      entry.push(new Uint8Array(), true);
      await writing;
      return { from, to };
    },
    finish: async () => {
      zip.end();
      await writing;
      await flush();
      await scratch.writable.close();
      return scratch.file();
    },
    discard: scratch.discard,
  };
}

const PIECE = 4 * 1024 * 1024;

/** A file piece by piece. */
export async function* piecesOf(file: Blob): AsyncGenerator<Uint8Array> {
  for (let from = 0; from < file.size; from += PIECE) {
    yield new Uint8Array(await file.slice(from, from + PIECE).arrayBuffer());
  }
}

const full = (): MoonError =>
  new MoonError(
    'encode-failed',
    'This is more than one zip can hold (4 GB, 65,535 files). Send it in parts, by From and To, or smaller.',
  );
