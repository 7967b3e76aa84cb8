import { Reader, Uint8ArrayWriter, ZipReader, type Entry, type FileEntry } from '@zip.js/zip.js';
import type { ReadFile } from './movingPicture';

/** The bytes of a zip that is read in pieces. */
class PieceReader extends Reader<ReadFile> {
  constructor(
    private readonly read: ReadFile,
    public override size: number,
  ) {
    super(read);
  }

  override readUint8Array(from: number, length: number): Promise<Uint8Array> {
    return this.read(from, Math.min(this.size, from + length));
  }
}

const isFile = (entry: Entry): entry is FileEntry => !entry.directory;

/**
 * The files in a zip, in the order of its directory, each read when it is asked for and held against its checksum.
 * @param bytes of the whole zip
 * @throws Error where it is no zip, or cut off
 */
export async function readZippedPictures(
  read: ReadFile,
  bytes: number,
): Promise<{ readonly count: number; readonly still: (index: number) => Promise<Uint8Array> }> {
  const entries = (await new ZipReader(new PieceReader(read, bytes)).getEntries()).filter(isFile);
  return {
    count: entries.length,
    still: (index) => entries[index].getData(new Uint8ArrayWriter(), { checkSignature: true }),
  };
}
