import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { MEDIA_BUCKET } from '@/core/buckets';
import { withStorage } from '@/core/withStorage';

/**
 * Texts of media in IndexedDB, through AsyncStorage. They lie in a storage bucket of their own, where the browser has
 * buckets: what a full disk does to the bucket in which documents are written all the time does not reach them.
 */
const storage = createAsyncStorage('moonpatch-media', MEDIA_BUCKET);
const filler = createAsyncStorage('moonpatch-filler', MEDIA_BUCKET);

/** Where media lay before they had a bucket. */
const shared = createAsyncStorage('moonpatch-media');

const hasBuckets = (): boolean => 'storageBuckets' in navigator;

/** Every place in which media may lie. */
const places = () => (hasBuckets() ? [storage, shared] : [storage]);

/** What has been moved between two looks is in its own bucket at the third. */
export async function mediaText(key: string): Promise<string | null> {
  for (const place of [...places(), storage]) {
    const text = await withStorage(() => place.getItem(key));
    if (text !== null) return text;
  }
  return null;
}

export const keepMediaText = (key: string, text: string): Promise<void> =>
  withStorage(() => storage.setItem(key, text));

export async function mediaKeys(): Promise<readonly string[]> {
  const keys = await Promise.all(places().map((place) => withStorage(() => place.getAllKeys())));
  return [...new Set(keys.flat())];
}

export async function removeMediaTexts(keys: readonly string[]): Promise<void> {
  for (const place of places()) await withStorage(() => place.removeMany([...keys]));
}

/**
 * Moves media that lie where documents are written, file by file, so that there need not be room for all of them twice;
 * what is not moved is read where it is. Removes what a page that was closed while it renewed the log has left.
 */
export async function settleMedia(): Promise<void> {
  await withStorage(() => filler.clear());
  if (!hasBuckets()) return;
  const keys = await withStorage(() => shared.getAllKeys());
  for (const hash of new Set(keys.map((key) => key.split('/')[0]))) {
    const own = keys.filter((key) => key.startsWith(`${hash}/`));
    for (const key of own) {
      const text = await withStorage(() => shared.getItem(key));
      if (text !== null) await keepMediaText(key, text);
    }
    await withStorage(() => shared.removeMany(own));
  }
}

/** Texts that are written to be removed again: how many at once, of how many letters, and how often. */
const FILLER = { texts: 80, letters: 60_000, rounds: 3 } as const;

/**
 * Has the browser begin a new log of what is written to the bucket of media, to be called once a write may have been cut
 * off: what is written behind it makes the log a damaged one, and all that the bucket holds is thrown away when such a
 * log is read at the next start (seen in Chromium 156). A log ends after 4 MB at most; longer texts than these would be
 * kept in files beside it.
 * @throws MoonError 'storage-full' | 'storage-away'
 */
export async function renewMediaLog(): Promise<void> {
  const text = 'x'.repeat(FILLER.letters);
  const texts = Object.fromEntries(Array.from({ length: FILLER.texts }, (_, i) => [i, text]));
  for (let round = 0; round < FILLER.rounds; round++) {
    await withStorage(() => filler.setMany(texts));
  }
  await withStorage(() => filler.clear());
}
