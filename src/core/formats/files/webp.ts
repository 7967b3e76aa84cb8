import { srgbProfile } from '../../colour/iccProfile';
import type { Rate } from '../../time';
import { frameDelay } from './delays';
import { ascii, big, concat, little, readLittle } from '../../bytes';
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

/** Flags of the extended header: it moves, it has transparency, and its colours have a profile. */
const FLAGS = 0x02 | 0x10 | 0x20;

/** A frame is not laid over what is there. */
const NO_BLENDING = 0x02;

/** What a frame has shown is cleared before the next one. */
const CLEARED = 0x01;

/** Pixels of the blocks that its coder works in (RFC 6386, 5); places are even. */
export const WEBP_BLOCK = 16;

/** What a still's picture is made of. */
const PICTURE = ['ALPH', 'VP8 ', 'VP8L'];

/** An animated WebP (RFC 9649, 2.7): of each frame the part that shows anything, on nothing. */
export function webpFile(
  { width, height }: { readonly width: number; readonly height: number },
  rate: Rate,
  plays = 0,
): GrowingFile {
  let frame = 0;
  let bytes = 0;
  const head = concat(
    ascii('RIFF'),
    little(4, 0),
    ascii('WEBP'),
    chunk('VP8X', concat(little(4, FLAGS), little(3, width - 1), little(3, height - 1))),
    chunk('ICCP', srgbProfile),
    chunk('ANIM', concat(little(4, 0), little(2, plays))),
  );
  return {
    add: (picture, box) => {
      const data = concat(
        little(3, box.x / 2),
        little(3, box.y / 2),
        little(3, box.width - 1),
        little(3, box.height - 1),
        little(3, frameDelay(frame, rate, 1000)),
        Uint8Array.of(NO_BLENDING | CLEARED),
        ...chunksOf(picture),
      );
      const made = concat(...(frame === 0 ? [head] : []), chunk('ANMF', data));
      frame++;
      bytes += made.length;
      return made;
    },
    finish: () => ({
      tail: new Uint8Array(),
      patches: [{ at: 4, bytes: little(4, bytes - 8) }],
    }),
  };
}

/** Chunks are padded to an even length. */
const chunk = (type: string, data: Uint8Array): Uint8Array =>
  concat(ascii(type), little(4, data.length), data, big(data.length % 2, 0));

/** The chunks of a still WebP that hold its picture, whole. */
function chunksOf(webp: Uint8Array): readonly Uint8Array[] {
  const found: Uint8Array[] = [];
  for (let at = 12; at + 8 <= webp.length;) {
    const length = readLittle(webp, at + 4, 4);
    const end = at + 8 + length + (length % 2);
    const type = String.fromCharCode(...webp.subarray(at, at + 4));
    if (PICTURE.includes(type)) found.push(webp.subarray(at, end));
    at = end;
  }
  return found;
}

/** What a frame says of itself before its picture: place, size, time and flags. */
const FRAME_HEAD = 16;

/** There is transparency. */
const CLEAR = 0x10;

/** Places in an animated WebP are counted in twos, sizes without the first pixel. */
function frameOf(head: Uint8Array): MovingFrame {
  const [x, y] = [0, 3].map((at) => 2 * readLittle(head, at, 3));
  const [width, height] = [6, 9].map((at) => readLittle(head, at, 3) + 1);
  return {
    seconds: shownFor(readLittle(head, 12, 3) / 1000),
    box: { x, y, width, height },
    over: (head[15] & NO_BLENDING) === 0,
    after: head[15] & CLEARED ? 'cleared' : 'kept',
  };
}

/**
 * Looks through an animated WebP; one that does not move has no frames.
 * @throws Error where it is no WebP, or cut off
 */
export async function readWebp(read: ReadFile, bytes: number): Promise<MovingPicture> {
  const piece = windowed(read, bytes);
  const head = await piece(0, 12);
  if (String.fromCharCode(...head.subarray(8)) !== 'WEBP') throw new Error('This is no WebP.');
  let [width, height, plays] = [0, 0, 1];
  const frames: MovingFrame[] = [];
  const parts: ByteRange[] = [];
  for (let at = 12; at < bytes;) {
    const own = await piece(at, at + 8);
    const type = String.fromCharCode(...own.subarray(0, 4));
    const to = at + 8 + readLittle(own, 4, 4);
    if (to > bytes) throw new Error('This WebP is cut off.');
    if (type === 'VP8X') {
      const size = await piece(at + 12, at + 18);
      [width, height] = [0, 3].map((from) => readLittle(size, from, 3) + 1);
    }
    if (type === 'ANIM') plays = readLittle(await piece(at + 12, at + 14), 0, 2);
    if (type === 'ANMF') {
      frames.push(frameOf(await piece(at + 8, at + 8 + FRAME_HEAD)));
      parts.push({ from: at + 8 + FRAME_HEAD, to });
    }
    at = to + ((to - at) % 2);
  }
  return {
    ...{ width, height, plays, frames },
    still: async (index) => {
      const [picture] = await readAll(read, [parts[index]]);
      const { box } = frames[index];
      const size = concat(little(3, box.width - 1), little(3, box.height - 1));
      const whole = concat(ascii('WEBP'), chunk('VP8X', concat(little(4, CLEAR), size)), picture);
      return concat(ascii('RIFF'), little(4, whole.length), whole);
    },
  };
}
