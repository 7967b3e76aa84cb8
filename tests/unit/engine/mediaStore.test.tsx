import { createHash, webcrypto } from 'node:crypto';
import { dropMedia, hashOf, keepMedia, readMedia, sweepMedia } from '@/engine/mediaStore';

Object.defineProperty(globalThis, 'crypto', { value: webcrypto });

/** Larger than two chunks, and no two places alike. */
const bytes = Uint8Array.from({ length: 1_700_000 }, (_, i) => (i * 31 + (i >> 9)) & 255);

describe('kept media', () => {
  it('are known by the SHA-256 of their bytes', async () => {
    expect(await hashOf(bytes)).toBe(createHash('sha256').update(bytes).digest('hex'));
  });

  it('come back byte for byte, whole and in parts across chunks', async () => {
    await keepMedia('whole', bytes);
    const chunk = 768 * 1024;
    for (const [start, end] of [
      [0, bytes.length],
      [0, 1],
      [chunk - 2, chunk + 2],
      [chunk - 1, 2 * chunk + 1],
      [bytes.length - 3, bytes.length],
    ]) {
      const part = await readMedia('whole', start, end);
      expect(Buffer.compare(Buffer.from(part), Buffer.from(bytes.slice(start, end)))).toBe(0);
    }
  });

  it('are kept once, whatever comes again under the same hash', async () => {
    await keepMedia('once', bytes.slice(0, 10));
    await keepMedia('once', bytes.slice(5, 15));
    expect([...(await readMedia('once', 0, 10))]).toEqual([...bytes.slice(0, 10)]);
  });

  it('say so when they are gone', async () => {
    await keepMedia('gone', bytes.slice(0, 10));
    await dropMedia('gone');
    await expect(readMedia('gone', 0, 10)).rejects.toMatchObject({ code: 'media-missing' });
  });

  it('are swept when nothing uses them, and only then', async () => {
    await keepMedia('used', bytes.slice(0, 10));
    await keepMedia('unused', bytes.slice(0, 10));
    await sweepMedia(['used']);
    expect(await readMedia('used', 0, 10)).toHaveLength(10);
    await expect(readMedia('unused', 0, 10)).rejects.toThrow(/no longer in this browser/);
  });
});
