import { readLittle } from './growing';
import type { ReadFile, ByteRange } from './movingPicture';

/** Where an entry's bytes lie in a file. */
export interface EntryAt extends ByteRange {
  readonly name: string;
}

/** The end record, with no comment after it. */
const END = 22;
const LOCAL_HEAD = 30;

/**
 * Where the entries of a zip lie that are stored as they are, in the order of its directory.
 * @param read the bytes of the file from `from` to before `to`
 * @param bytes of the whole file
 * @throws Error where it is no such zip
 */
export async function readStoredZip(read: ReadFile, bytes: number): Promise<readonly EntryAt[]> {
  const end = bytes >= END ? await read(bytes - END, bytes) : new Uint8Array(END);
  if (readLittle(end, 0, 4) !== 0x06054b50) throw new Error('This is no zip.');
  const from = readLittle(end, 16, 4);
  const directory = await read(from, from + readLittle(end, 12, 4));
  const entries: Listed[] = [];
  for (let at = 0; at < directory.length;) {
    if (readLittle(directory, at + 10, 2) !== 0) throw new Error('An entry is compressed.');
    const [name, extra, comment] = [28, 30, 32].map((field) =>
      readLittle(directory, at + field, 2),
    );
    entries.push({
      name: new TextDecoder().decode(directory.subarray(at + 46, at + 46 + name)),
      local: readLittle(directory, at + 42, 4),
      bytes: readLittle(directory, at + 20, 4),
    });
    at += 46 + name + extra + comment;
  }
  return Promise.all(entries.map((entry) => entryAt(read, entry)));
}

/** What the directory says of an entry. */
interface Listed {
  readonly name: string;
  /** Where its own head lies, which may be longer than the directory's. */
  readonly local: number;
  readonly bytes: number;
}

async function entryAt(read: ReadFile, { name, local, bytes }: Listed): Promise<EntryAt> {
  const head = await read(local, local + LOCAL_HEAD);
  const from = local + LOCAL_HEAD + readLittle(head, 26, 2) + readLittle(head, 28, 2);
  return { name, from, to: from + bytes };
}
