import { readLittle } from '@/core/bytes';
import { addStored, zipWriter, type Pieces } from '@/core/zip';
import { joinedWrites } from './joinedWrites';
import { openScratchFile } from './scratchFile';

/** A zip that is written as its files come; they are stored as they are. */
export interface ZipFile {
  /**
   * @param bytes how long the file is
   * @returns where the file's bytes lie in the zip
   */
  readonly add: (
    name: string,
    pieces: Pieces,
    bytes: number,
  ) => Promise<{ readonly from: number; readonly to: number }>;
  readonly finish: () => Promise<Blob>;
  readonly discard: () => Promise<void>;
}

/** An entry's own head: its length without the name and the extra field, whose lengths stand in it. */
const HEAD = { bytes: 30, name: 26, extra: 28 } as const;

const headLength = (head: Uint8Array): number =>
  HEAD.bytes + readLittle(head, HEAD.name, 2) + readLittle(head, HEAD.extra, 2);

export async function openZip(): Promise<ZipFile> {
  const scratch = await openScratchFile();
  const { add, flush } = joinedWrites((joined) => scratch.writable.write(joined));
  let head: Uint8Array | null = null;
  const zip = zipWriter(
    new WritableStream({
      write: (piece) => {
        head ??= piece.slice(0, HEAD.bytes);
        return add(piece.slice());
      },
    }),
  );
  return {
    add: async (name, pieces, bytes) => {
      head = null;
      const { offset, compressedSize } = await addStored(zip, name, pieces, bytes);
      const from = offset + headLength(head!);
      return { from, to: from + compressedSize };
    },
    finish: async () => {
      await zip.close();
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
