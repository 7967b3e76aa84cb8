import { createCRC32, type IHasher } from 'hash-wasm';
import type { Rate } from '../../time';
import { frameDelay } from './delays';
import { ascii, big, concat, readBig } from '../../bytes';
import type { GrowingFile } from './growing';
import {
  readAll,
  windowed,
  shownFor,
  type MovingFrame,
  type MovingPicture,
  type ReadFile,
  type ByteRange,
} from './movingPicture';

const SIGNATURE = Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a);

/** Bytes of the header's chunk. */
const HEADER = 25;

interface Chunk {
  readonly type: string;
  readonly data: Uint8Array;
}

/**
 * An animated PNG (PNG specification, third edition, 11.3.6): whole frames, each in the place of the
 * one before.
 * @param count frames that will be added
 * @param plays how often it runs; 0 for good
 */
export async function apngFile(count: number, rate: Rate, plays = 0): Promise<GrowingFile> {
  const chunk = chunksWith(await createCRC32());
  let sequence = 0;
  let header: Uint8Array | null = null;
  let frames = 0;
  const control = (size: Uint8Array): Uint8Array => {
    const delay = delayOf(frames++, rate);
    return chunk(
      'fcTL',
      concat(big(4, sequence++), size, big(8, 0), big(2, delay.num), big(2, delay.den), big(2, 0)),
    );
  };
  return {
    add: (picture) => {
      const chunks = chunksOf(picture);
      const own = chunks.find(({ type }) => type === 'IHDR')!.data;
      const first = header === null;
      header ??= own;
      if (!own.every((byte, i) => byte === header![i])) {
        throw new Error('All frames of an animated PNG have to be of one size and kind.');
      }
      const data = chunks.filter(({ type }) => type === 'IDAT').map((entry) => entry.data);
      const before = first
        ? [
            ...[SIGNATURE, chunk('IHDR', own), chunk('sRGB', PERCEPTUAL)],
            chunk('acTL', concat(big(4, count), big(4, plays))),
          ]
        : [];
      const head = control(own.subarray(0, 8));
      const body = data.map((bytes) =>
        first ? chunk('IDAT', bytes) : chunk('fdAT', concat(big(4, sequence++), bytes)),
      );
      return concat(...before, head, ...body);
    },
    finish: () => ({ tail: chunk('IEND', new Uint8Array()), patches: [] }),
  };
}

/** The rendering intent that an sRGB chunk tells. */
const PERCEPTUAL = Uint8Array.of(0);

/** Writes chunks, whose ends are the CRC-32 of what is in them. */
const chunksWith =
  (crc: IHasher) =>
  (type: string, data: Uint8Array): Uint8Array => {
    const body = concat(ascii(type), data);
    return concat(big(4, data.length), body, crc.init().update(body).digest('binary'));
  };

/** The chunks of a PNG file, in order. */
function chunksOf(png: Uint8Array): readonly Chunk[] {
  const chunks: Chunk[] = [];
  for (let at = SIGNATURE.length; at + 8 <= png.length;) {
    const length = readBig(png, at, 4);
    const type = String.fromCharCode(...png.subarray(at + 4, at + 8));
    chunks.push({ type, data: png.subarray(at + 8, at + 8 + length) });
    at += length + 12;
  }
  return chunks;
}

/** The largest number that a delay's two parts can be. */
const LARGEST = 0xffff;

/** Parts of a second in which delays are told that are no fraction of two 16-bit numbers. */
const PARTS = 60_000;

/** Seconds a frame shows, as a fraction of two 16-bit numbers. */
function delayOf(frame: number, { num, den }: Rate): { num: number; den: number } {
  if (num <= LARGEST && den <= LARGEST) return { num: den, den: num };
  return { num: Math.min(LARGEST, frameDelay(frame, { num, den }, PARTS)), den: PARTS };
}

/** What becomes of a frame's place, in the order of their numbers. */
const AFTER = ['kept', 'cleared', 'as before'] as const;

/** What a frame's control chunk says, without the number it has in the file. */
function frameOf(control: Uint8Array): MovingFrame {
  const [width, height, x, y] = [4, 8, 12, 16].map((at) => readBig(control, at, 4));
  const [num, den] = [20, 22].map((at) => readBig(control, at, 2));
  return {
    seconds: shownFor(num / (den || 100)),
    box: { x, y, width, height },
    over: control[25] === 1,
    after: AFTER[control[24]] ?? 'kept',
  };
}

/**
 * Looks through an animated PNG; a picture that stands before the first frame is left out. One that does not move
 * has no frames.
 * @throws Error where it is no PNG, or cut off
 */
export async function readApng(read: ReadFile, bytes: number): Promise<MovingPicture> {
  const chunk = chunksWith(await createCRC32());
  const piece = windowed(read, bytes);
  const header = (await piece(SIGNATURE.length, SIGNATURE.length + HEADER)).slice();
  if (String.fromCharCode(...header.subarray(4, 8)) !== 'IHDR') throw new Error('This is no PNG.');
  const frames: MovingFrame[] = [];
  const parts: ByteRange[][] = [];
  // What colours mean stands before the first picture, and is true of all.
  const palette: ByteRange[] = [];
  let plays = 0;
  for (let at = SIGNATURE.length; ;) {
    const head = await piece(at, at + 8);
    const length = readBig(head, 0, 4);
    const type = String.fromCharCode(...head.subarray(4, 8));
    const data = { from: at + 8, to: at + 8 + length };
    if (type === 'acTL') plays = readBig(await piece(data.from + 4, data.to), 0, 4);
    else if (type === 'fcTL') {
      frames.push(frameOf(await piece(data.from, data.to)));
      parts.push([]);
    }
    // The data of all frames but the first have their number before them.
    else if (type === 'IDAT') parts.at(-1)?.push(data);
    else if (type === 'fdAT') parts.at(-1)?.push({ ...data, from: data.from + 4 });
    else if (type === 'PLTE' || type === 'tRNS') palette.push({ from: at, to: data.to + 4 });
    else if (type === 'IEND') break;
    at = data.to + 4;
  }
  return {
    width: readBig(header, 8, 4),
    height: readBig(header, 12, 4),
    plays,
    frames,
    still: async (index) => {
      const { width, height } = frames[index].box;
      const own = concat(big(4, width), big(4, height), header.subarray(16, 21));
      const data = await readAll(read, parts[index]);
      return concat(
        SIGNATURE,
        chunk('IHDR', own),
        ...(await readAll(read, palette)),
        ...data.map((part) => chunk('IDAT', part)),
        chunk('IEND', new Uint8Array()),
      );
    },
  };
}
