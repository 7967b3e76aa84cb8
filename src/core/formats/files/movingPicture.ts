/** The bytes of a file from `from` to before `to`. */
export type ReadFile = (from: number, to: number) => Promise<Uint8Array>;

/** A file of many pictures, of which one at a time is held. */
export interface MovingPicture {
  readonly frames: number;
  /** A frame as a picture file of its own. */
  readonly still: (index: number) => Promise<Uint8Array>;
}

/** Where something lies in a file, in bytes. */
export interface ByteRange {
  readonly from: number;
  readonly to: number;
}

/** Bytes that are read at once while a file is looked through. */
const WINDOW = 1 << 20;

/** Reads small pieces, mostly one after the other, out of larger ones. */
export function windowed(read: ReadFile, bytes: number): ReadFile {
  let start = 0;
  let held = new Uint8Array();
  return async (from, to) => {
    if (to > bytes) throw new Error('This file is cut off.');
    if (from < start || to > start + held.length) {
      held = (await read(from, Math.min(bytes, Math.max(to, from + WINDOW)))) as typeof held;
      start = from;
    }
    return held.subarray(from - start, to - start);
  };
}

/** Stretches of a file, read one after the other. */
export const readAll = (read: ReadFile, stretches: readonly ByteRange[]): Promise<Uint8Array[]> =>
  Promise.all(stretches.map(({ from, to }) => read(from, to)));
