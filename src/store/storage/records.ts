import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { nanoid } from '@reduxjs/toolkit';
import { MIRROR_BUCKET } from '@/core/buckets';
import { inTurn } from '@/core/inTurn';
import { withStorage } from '@/core/withStorage';
import { CACHES } from '@/core/site';
import { CachedTexts } from './cachedTexts';
import { apply, Copy, INDEX, readTexts, SERIAL, type Change, type Texts } from './copy';

/** Texts by key in IndexedDB, through AsyncStorage. Whatever fails rejects with a MoonError in plain words. */
const storage = createAsyncStorage('moonpatch-kit');

/**
 * The same in a storage bucket of its own, where the browser has buckets. A browser may throw away all that a bucket
 * holds once a write to it found no room (seen in Chromium 156), so nothing is written here that did not go through
 * there.
 */
const mirror =
  'storageBuckets' in navigator
    ? new Copy(storage, createAsyncStorage('moonpatch-kit', MIRROR_BUCKET))
    : null;

/** And in a cache, as both buckets were seen to be thrown away. It follows a moment later, so that saving need not wait. */
const spare = 'caches' in globalThis ? new Copy(storage, new CachedTexts(CACHES.records)) : null;

const copies = [mirror, spare].filter((copy) => copy !== null);

export const readRecord = (key: string): Promise<string | null> =>
  withStorage(() => storage.getItem(key));

/** Those of some keys that are there. */
export const readRecords = (keys: readonly string[]): Promise<Texts> => readTexts(storage, keys);

/** In one transaction: all of it or nothing. */
export const writeRecords = (set: Texts): Promise<void> => changeAll({ set, removed: [] });

export async function removeRecords(removed: readonly string[]): Promise<void> {
  if (removed.length > 0) await changeAll({ set: {}, removed });
}

/** Writes first, in one transaction, and removes then what is of no use once that is done. */
export const replaceRecords = (set: Texts, removed: readonly string[]): Promise<void> =>
  changeAll({ set, removed });

const turn = inTurn();
/** The spare copy's own, so that changes need not wait for it. */
const spareTurn = inTurn();

/** One place after the other, and none where another has no room: so that one of them is whole at any moment. */
function changeAll(change: Change): Promise<void> {
  const serial = `${Date.now()}-${nanoid()}`;
  const changed = turn(async () => {
    await mirror?.catchUp();
    await readySpare();
    await withStorage(() => apply(storage, change, serial));
    await mirror?.follow(change, serial);
  });
  void spareTurn(() =>
    changed.then(
      () => spare?.follow(change, serial),
      () => undefined,
    ),
  );
  return changed;
}

let compared = false;

/** What it could not follow is copied first; what it has still to follow is not waited for. */
async function readySpare(): Promise<void> {
  if (!compared) await spare?.compare();
  else if (spare?.isCutOff) await spare.catchUp();
  compared = true;
}

/**
 * Brings back what the newest copy has, all or nothing, where the records were thrown away; to be called before they
 * are read.
 * @throws MoonError 'storage-full' | 'storage-away'
 */
export async function recallRecords(): Promise<void> {
  if ((await readRecord(INDEX)) !== null) return;
  const kept = await Promise.all(copies.map((copy) => copy.kept()));
  const [newest] = kept
    .filter((texts) => texts !== null)
    .sort(({ [SERIAL]: a = '' }, { [SERIAL]: b = '' }) => (a < b ? 1 : -1));
  if (newest) await withStorage(() => storage.setMany({ ...newest }));
}

export const recordKeys = (prefix = ''): Promise<readonly string[]> =>
  withStorage(() => storage.getAllKeys()).then((keys) =>
    keys.filter((key) => key.startsWith(prefix)),
  );

/** Null where it is no JSON: nothing that could be read. */
export function parsed(text: string | null): unknown {
  try {
    return JSON.parse(text ?? 'null');
  } catch {
    return null;
  }
}
