import { concat, readLittle } from '../../bytes';
import {
  readAll,
  windowed,
  shownFor,
  type MovingFrame,
  type MovingPicture,
  type ReadFile,
  type ByteRange,
} from './movingPicture';

const EXTENSION = 0x21;
const IMAGE = 0x2c;
const TRAILER = 0x3b;
const CONTROL = 0xf9;
const APPLICATION = 0xff;

/** What an application block that tells how often a GIF runs begins with, and where it tells it. */
const LOOPS = 'NETSCAPE2.0';
const LOOPS_AT = 16;

/** A frame's own control: how long it shows and what becomes of it; none is a plain one. */
interface Control {
  readonly seconds: number;
  readonly after: MovingFrame['after'];
}

const PLAIN: Control = { seconds: shownFor(0), after: 'kept' };

const AFTER = ['kept', 'kept', 'cleared', 'as before'] as const;

const controlOf = (block: Uint8Array): Control => ({
  seconds: shownFor(readLittle(block, 4, 2) / 100),
  after: AFTER[(block[3] >> 2) & 7] ?? 'kept',
});

/** Bytes of a table of colours that a packed field announces; 0 where there is none. */
const tableBytes = (packed: number): number => (packed & 0x80 ? 3 << ((packed & 7) + 1) : 0);

/**
 * Looks through a GIF (GIF89a); without a block that tells how often, it runs once.
 * @throws Error where it is none, or cut off
 */
export async function readGif(read: ReadFile, bytes: number): Promise<MovingPicture> {
  const piece = windowed(read, bytes);
  const screen = await piece(0, 13);
  if (String.fromCharCode(...screen.subarray(0, 3)) !== 'GIF') throw new Error('This is no GIF.');
  const head: ByteRange = { from: 0, to: 13 + tableBytes(screen[10]) };
  const [width, height] = [6, 8].map((from) => readLittle(screen, from, 2));
  const frames: MovingFrame[] = [];
  const parts: (readonly ByteRange[])[] = [];
  let control = PLAIN;
  let controlAt: readonly ByteRange[] = [];
  let plays = 1;
  let at = head.to;
  for (;;) {
    const [kind, label] = await piece(at, at + 2).catch(() => piece(at, at + 1));
    if (kind === TRAILER) break;
    if (kind === EXTENSION) {
      const end = await blocksEnd(piece, at + 2);
      if (label === CONTROL) {
        control = controlOf(await piece(at, end));
        controlAt = [{ from: at, to: end }];
      }
      if (label === APPLICATION) plays = playsTold(await piece(at, end)) ?? plays;
      at = end;
    } else if (kind === IMAGE) {
      const own = (await piece(at, at + 10)).slice();
      const end = await blocksEnd(piece, at + 11 + tableBytes(own[9]));
      const [x, y, across, down] = [1, 3, 5, 7].map((from) => readLittle(own, from, 2));
      frames.push({ ...control, box: { x, y, width: across, height: down }, over: true });
      parts.push([...controlAt, { from: at, to: end }]);
      [control, controlAt] = [PLAIN, []];
      at = end;
    } else throw new Error('This GIF is damaged.');
  }
  return {
    ...{ width, height, plays, frames },
    still: async (index) =>
      concat(...(await readAll(read, [head, ...parts[index]])), Uint8Array.of(TRAILER)),
  };
}

/** How often an application's block says that it runs; null where it says something else. */
function playsTold(block: Uint8Array): number | null {
  const name = String.fromCharCode(...block.subarray(3, 3 + LOOPS.length));
  if (name !== LOOPS || block.length < LOOPS_AT + 2) return null;
  const again = readLittle(block, LOOPS_AT, 2);
  return again === 0 ? 0 : again + 1;
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
