import { readBig } from '../../bytes';
import { atomIn } from './moov';

/** The codec id that QuickTime's Animation codec has in movies. */
export const RUN_LENGTH = 'rle ';

/** Bits of a pixel that are read: 5 for each colour, 8 for each, 8 for each and alpha before them. */
type Depth = 16 | 24 | 32;

/** How the pixels of a run-length movie are coded; null of pictures with a palette. */
export function runLengthDepth(moov: Uint8Array): Depth | null {
  const depth = readBig(moov, atomIn(moov, RUN_LENGTH) + 74, 2);
  return depth === 16 || depth === 24 || depth === 32 ? depth : null;
}

/** Bytes of a packet's head where only some lines change, and where all may. */
const HEAD = { some: 14, all: 6 } as const;
/** The flag that says that lines are told. */
const SOME_LINES = 8;

const LINE_ENDS = -1;
const SKIPS = 0;

/**
 * Lays a frame of QuickTime's Animation codec on the one before it. Each line is a list of pixels to skip, pixels that
 * are told one by one, and a pixel that is told once for many (QuickTime File Format, "Animation" compressor).
 * @param packet one frame
 * @param onto straight RGBA of the frame before; clear black before a key frame
 * @throws Error where it is damaged or cut off
 */
export function readRunLength(
  packet: Uint8Array,
  onto: Uint8ClampedArray,
  { width, height }: { readonly width: number; readonly height: number },
  depth: Depth,
): void {
  // A frame like the one before it.
  if (packet.length < HEAD.all + 2) return;
  const some = (readBig(packet, 4, 2) & SOME_LINES) !== 0;
  const first = some ? readBig(packet, 6, 2) : 0;
  const lines = some ? readBig(packet, 10, 2) : height;
  if (first + lines > height) throw damaged();
  const { byte, pixel } = reading(packet, some ? HEAD.some : HEAD.all, depth);
  for (let y = first; y < first + lines; y++) {
    let x = byte() - 1;
    // Nothing more is told of this frame.
    if (x < 0) return;
    for (let code = signed(byte()); code !== LINE_ENDS; code = signed(byte())) {
      if (code === SKIPS) {
        x += byte() - 1;
        continue;
      }
      const count = code < 0 ? -code : code;
      if (x + count > width) throw damaged();
      const start = (y * width + x) * 4;
      for (let i = 0; i < count; i++) {
        if (code > 0 || i === 0) pixel(onto, start + i * 4);
        else onto.copyWithin(start + i * 4, start, start + 4);
      }
      x += count;
    }
  }
}

const damaged = (): Error => new Error('This frame is damaged or cut off.');

const signed = (byte: number): number => (byte << 24) >> 24;

/** Five bits as eight. */
const wide = (five: number): number => (five << 3) | (five >> 2);

/** Reads a packet from `at` on: a byte, or a pixel into straight RGBA. */
function reading(packet: Uint8Array, at: number, depth: Depth) {
  const take = (count: number): number => {
    at += count;
    if (at > packet.length) throw damaged();
    return at - count;
  };
  const pixel = (onto: Uint8ClampedArray, to: number): void => {
    const from = take(depth / 8);
    if (depth === 16) {
      const bits = (packet[from] << 8) | packet[from + 1];
      onto[to] = wide((bits >> 10) & 31);
      onto[to + 1] = wide((bits >> 5) & 31);
      onto[to + 2] = wide(bits & 31);
    } else {
      const colours = from + (depth === 32 ? 1 : 0);
      for (let channel = 0; channel < 3; channel++) onto[to + channel] = packet[colours + channel];
    }
    onto[to + 3] = depth === 32 ? packet[from] : 255;
  };
  return { byte: () => packet[take(1)], pixel };
}
