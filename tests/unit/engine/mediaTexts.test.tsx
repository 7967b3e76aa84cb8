import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { createHash } from 'node:crypto';
import { IDBFactory } from 'fake-indexeddb';
import { dropMedia, keepMedia, keptMedia, readMedia } from '@/engine/media/mediaStore';
import { renewMediaLog, settleMedia } from '@/engine/media/mediaTexts';

const bucket = new IDBFactory();
Object.assign(navigator, {
  storageBuckets: {
    open: async (name: string) => ({ indexedDB: name === 'media' ? bucket : null }),
  },
});

/** Where media lay before they had a bucket, and where they lie. */
const shared = createAsyncStorage('moonpatch-media');
const own = createAsyncStorage('moonpatch-media', 'media');
const placed = async (hash: string) => {
  const keys = await Promise.all([shared.getAllKeys(), own.getAllKeys()]);
  return keys.map((all) => all.filter((key) => key.startsWith(hash)).length);
};

const CHUNK = 768 * 1024;
const file = (seed: number) =>
  Uint8Array.from({ length: CHUNK + 1000 }, (_, i) => (i * 31 + (i >> 9) + seed) & 255);
const hashOf = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');

/** As it was kept before there were buckets. */
async function keepShared(bytes: Uint8Array): Promise<string> {
  const hash = hashOf(bytes);
  await shared.setMany({
    [`${hash}/0`]: Buffer.from(bytes.subarray(0, CHUNK)).toString('base64'),
    [`${hash}/1`]: Buffer.from(bytes.subarray(CHUNK)).toString('base64'),
    [`${hash}/head`]: String(bytes.length),
  });
  return hash;
}

const isWhole = async (hash: string) => hashOf(await readMedia(hash, 0, CHUNK + 1000)) === hash;

describe('media', () => {
  it('lie in a storage bucket of their own', async () => {
    const bytes = file(1);
    const hash = hashOf(bytes);
    await keepMedia(
      hash,
      (async function* () {
        yield bytes;
      })(),
    );
    expect(await placed(hash)).toEqual([0, 3]);
    expect(await isWhole(hash)).toBe(true);
    await dropMedia([hash]);
    expect(await placed(hash)).toEqual([0, 0]);
  });

  it('are read, known and dropped where they lay before', async () => {
    const hash = await keepShared(file(2));
    expect(await isWhole(hash)).toBe(true);
    expect(await keptMedia()).toContainEqual({ hash, bytes: CHUNK + 1000 });
    await dropMedia([hash]);
    expect(await placed(hash)).toEqual([0, 0]);
  });

  it('are moved from there, and can be read at every moment of it', async () => {
    const hashes = [await keepShared(file(3)), await keepShared(file(4))];
    let moving = true;
    const moved = settleMedia().finally(() => (moving = false));
    while (moving) expect(await isWhole(hashes[1])).toBe(true);
    await moved;
    for (const hash of hashes) {
      expect(await placed(hash)).toEqual([0, 3]);
      expect(await isWhole(hash)).toBe(true);
    }
  });

  it('go on being moved where that was cut off', async () => {
    const hash = await keepShared(file(5));
    await own.setItem(`${hash}/0`, (await shared.getItem(`${hash}/0`))!);
    await settleMedia();
    expect(await placed(hash)).toEqual([0, 3]);
    expect(await isWhole(hash)).toBe(true);
  });

  it('have the log of their bucket renewed by more than two logs hold, of which nothing stays', async () => {
    const filler = createAsyncStorage('moonpatch-filler', 'media');
    const put = IDBObjectStore.prototype.put;
    let letters = 0;
    jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (
      this: IDBObjectStore,
      value: unknown,
      at?: IDBValidKey,
    ) {
      letters += String(value).length;
      return put.call(this, value, at);
    });
    await renewMediaLog();
    jest.restoreAllMocks();
    expect(letters).toBeGreaterThan(2 * 4 * 1024 ** 2);
    expect(await filler.getAllKeys()).toEqual([]);
    await filler.setItem('7', 'left by a page that was closed');
    await settleMedia();
    expect(await filler.getAllKeys()).toEqual([]);
  });
});
