import { ascii, readBig } from '../../bytes';
import type { ReadFile } from './movingPicture';

/**
 * The part of a QuickTime movie that describes its tracks.
 * @param bytes of the whole file
 * @throws Error where it is another kind of file
 */
export async function readMoov(read: ReadFile, bytes: number): Promise<Uint8Array> {
  for (let at = 0; at + 16 <= bytes;) {
    const head = await read(at, at + 16);
    const type = String.fromCharCode(...head.subarray(4, 8));
    const length = readBig(head, 0, 4) === 1 ? readBig(head, 8, 8) : readBig(head, 0, 4);
    if (length < 8) break;
    if (type === 'moov') return read(at, at + length);
    at += length;
  }
  throw new Error('This is no QuickTime movie.');
}

/** Where the content of the first atom of a type begins. @throws Error where there is none */
export function atomIn(moov: Uint8Array, type: string): number {
  const wanted = ascii(type);
  const at = moov.findIndex((_, i) => wanted.every((byte, k) => moov[i + k] === byte));
  if (at < 0) throw new Error(`This movie has no ${type}.`);
  return at + 4;
}
