import { createHash } from 'node:crypto';
import {
  dropMedia,
  keepFile,
  keepMedia,
  keptMedia,
  piecesOfMedia,
  readMedia,
} from '@/engine/media/mediaStore';

/** Larger than two chunks, and no two places alike. */
const bytes = Uint8Array.from({ length: 1_700_000 }, (_, i) => (i * 31 + (i >> 9)) & 255);
const hashOf = (part: Uint8Array) => createHash('sha256').update(part).digest('hex');

async function* inPieces(whole: Uint8Array, size = 300_001) {
  for (let from = 0; from < whole.length; from += size) yield whole.subarray(from, from + size);
}

/** The made-up page's blobs cannot be read; this is what is asked of a file. */
const fileOf = (whole: Uint8Array) =>
  ({
    size: whole.length,
    slice: (from: number, to: number) => ({
      arrayBuffer: async () => whole.slice(from, to).buffer,
    }),
  }) as unknown as Blob;

const keep = async (part: Uint8Array) => {
  await keepMedia(hashOf(part), inPieces(part));
  return hashOf(part);
};

describe('kept media', () => {
  it('are known by the SHA-256 of their bytes, and tell how far they are', async () => {
    const told: [number, number][] = [];
    const hash = await keepFile(fileOf(bytes.slice(1)), (...step) => told.push(step));
    expect(hash).toBe(hashOf(bytes.slice(1)));
    expect(told.at(-1)).toEqual([bytes.length - 1, bytes.length - 1]);
    expect(told.length).toBe(6);
  });

  it('come back byte for byte, whole and in parts across chunks, whatever pieces they came in', async () => {
    const hash = await keep(bytes);
    const chunk = 768 * 1024;
    for (const [start, end] of [
      [0, bytes.length],
      [0, 1],
      [chunk - 2, chunk + 2],
      [chunk - 1, 2 * chunk + 1],
      [bytes.length - 3, bytes.length],
    ]) {
      const part = await readMedia(hash, start, end);
      expect(Buffer.compare(Buffer.from(part), Buffer.from(bytes.slice(start, end)))).toBe(0);
    }
    const pieces: Uint8Array[] = [];
    for await (const piece of piecesOfMedia(hash, bytes.length)) pieces.push(piece);
    expect(hashOf(Buffer.concat(pieces))).toBe(hash);
  });

  it('are refused where the bytes are not those of the hash, and nothing of them stays', async () => {
    const hash = hashOf(bytes.slice(5));
    await expect(keepMedia(hash, inPieces(bytes))).rejects.toMatchObject({ code: 'media-damaged' });
    expect((await keptMedia()).map((kept) => kept.hash)).not.toContain(hash);
  });

  it('say so when they are gone', async () => {
    const hash = await keep(bytes.slice(0, 10));
    expect(await keptMedia()).toContainEqual({ hash, bytes: 10 });
    await dropMedia([hash]);
    await expect(readMedia(hash, 0, 10)).rejects.toMatchObject({ code: 'media-missing' });
    expect((await keptMedia()).map((kept) => kept.hash)).not.toContain(hash);
  });
});
