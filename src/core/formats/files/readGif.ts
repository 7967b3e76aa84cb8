import { concat, readLittle } from './growing';
import {
  readAll,
  windowed,
  type MovingPicture,
  type ReadFile,
  type ByteRange,
} from './movingPicture';

const EXTENSION = 0x21;
const IMAGE = 0x2c;
const TRAILER = 0x3b;
const CONTROL = 0xf9;

/** Bytes of a table of colours that a packed field announces; 0 where there is none. */
const tableBytes = (packed: number): number => (packed & 0x80 ? 3 << ((packed & 7) + 1) : 0);

/**
 * Looks through a GIF (GIF89a) whose frames are whole.
 * @throws Error where it is none, or cut off
 */
export async function readGif(read: ReadFile, bytes: number): Promise<MovingPicture> {
  const piece = windowed(read, bytes);
  const screen = await piece(0, 13);
  if (String.fromCharCode(...screen.subarray(0, 3)) !== 'GIF') throw new Error('This is no GIF.');
  const head: ByteRange = { from: 0, to: 13 + tableBytes(screen[10]) };
  const frames: (readonly ByteRange[])[] = [];
  let control: readonly ByteRange[] = [];
  let at = head.to;
  for (;;) {
    const [kind, label] = await piece(at, at + 2).catch(() => piece(at, at + 1));
    if (kind === TRAILER) break;
    if (kind === EXTENSION) {
      const end = await blocksEnd(piece, at + 2);
      if (label === CONTROL) control = [{ from: at, to: end }];
      at = end;
    } else if (kind === IMAGE) {
      const packed = (await piece(at + 9, at + 10))[0];
      const end = await blocksEnd(piece, at + 11 + tableBytes(packed));
      frames.push([...control, { from: at, to: end }]);
      at = end;
    } else throw new Error('This GIF is damaged.');
  }
  return {
    frames: frames.length,
    still: async (index) =>
      concat(...(await readAll(read, [head, ...frames[index]])), Uint8Array.of(TRAILER)),
  };
}

/** The end of a run of blocks of up to 255 bytes, each with its length before it. */
async function blocksEnd(piece: ReadFile, from: number): Promise<number> {
  let at = from;
  for (;;) {
    const length = readLittle(await piece(at, at + 1), 0, 1);
    at += 1 + length;
    if (length === 0) return at;
  }
}
