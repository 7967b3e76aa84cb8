import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { nanoid } from '@reduxjs/toolkit';
import { MIRROR_BUCKET } from '@/core/buckets';
import { inTurn } from '@/core/inTurn';
import { onStorage } from '@/core/onStorage';

type Storage = ReturnType<typeof createAsyncStorage>;

/** Texts by key in IndexedDB, through AsyncStorage. Whatever fails rejects with a MoonError in plain words. */
const storage = createAsyncStorage('moonpatch-kit');

/**
 * The same in a storage bucket of its own, where the browser has buckets. A browser may throw away all that a bucket
 * holds once a write to it found no room (seen in Chromium 156), so nothing is written here that did not go through
 * there.
 */
const mirror = createAsyncStorage('moonpatch-kit', MIRROR_BUCKET);

const hasMirror = (): boolean => 'storageBuckets' in navigator;

/** The record without which there is nothing: it names the kit that is open. */
export const INDEX = 'index';

/** What says which change was made last, so that a mirror that is behind is known. */
const SERIAL = 'serial';

export type Texts = Readonly<Record<string, string>>;

export const readRecord = (key: string): Promise<string | null> =>
  onStorage(() => storage.getItem(key));

/** Those of some keys that are there. */
export const readRecords = (keys: readonly string[]): Promise<Texts> => readFrom(storage, keys);

async function readFrom(from: Storage, keys: readonly string[]): Promise<Texts> {
  if (keys.length === 0) return {};
  const found = await onStorage(() => from.getMany([...keys]));
  return Object.fromEntries(
    Object.entries(found).filter((entry): entry is [string, string] => entry[1] !== null),
  );
}

/** In one transaction: all of it or nothing. */
export const writeRecords = (texts: Texts): Promise<void> =>
  changeBoth((place, serial) => place.setMany({ ...texts, [SERIAL]: serial }));

export const removeRecords = (keys: readonly string[]): Promise<void> =>
  changeBoth(async (place, serial) => {
    await place.setMany({ [SERIAL]: serial });
    await place.removeMany([...keys]);
  });

const turn = inTurn();

/** The serial that both have after the last change of this page; null where that is not known. */
let shared: string | null = null;

/** One after the other, and neither where the other has no room: so that one of them is whole at any moment. */
const changeBoth = (change: (place: Storage, serial: string) => Promise<void>): Promise<void> =>
  turn(async () => {
    if (hasMirror()) shared ??= await renewedMirror();
    const serial = nanoid();
    await onStorage(() => change(storage, serial));
    if (shared !== null) shared = await mirrored(shared, serial, change);
  });

/**
 * Makes a change in the mirror, or makes all of it anew where it is not as this page left it. Where the records were
 * thrown away meanwhile, it is all that there is and is let alone.
 * @returns the serial that it has then; null where it could not be made
 */
async function mirrored(
  before: string,
  serial: string,
  change: (place: Storage, serial: string) => Promise<void>,
): Promise<string | null> {
  try {
    if ((await readRecord(INDEX)) === null) return null;
    const found = await onStorage(() => mirror.getItem(SERIAL));
    await onStorage(() => ((found ?? '') === before ? change(mirror, serial) : copyToMirror()));
    return serial;
  } catch {
    // It is made anew with the next change.
    return null;
  }
}

/**
 * Makes the mirror anew where it is behind.
 * @returns the serial that both have then; null where the browser gives no mirror, which need not keep changes from
 * being saved
 * @throws MoonError 'storage-full' | 'storage-away' where it cannot be written: a full disk is not always told as such,
 * and would end the records as it ended the mirror
 */
async function renewedMirror(): Promise<string | null> {
  const found = await onStorage(() => mirror.getItem(SERIAL)).catch(() => undefined);
  if (found === undefined) return null;
  const serial = await readRecord(SERIAL);
  if (found === null || found !== serial) await onStorage(copyToMirror);
  return serial ?? '';
}

/** What is newest is written last: until then the serial says that it is behind. */
async function copyToMirror(): Promise<void> {
  const all = await readFrom(storage, await storage.getAllKeys());
  // Records that were thrown away meanwhile are brought back from here.
  if (!(INDEX in all)) return;
  const { [SERIAL]: serial = '', ...texts } = all;
  await mirror.setMany({ ...texts });
  const old = (await mirror.getAllKeys()).filter((key) => !(key in texts));
  await mirror.removeMany(old);
  await mirror.setMany({ [SERIAL]: serial });
}

/**
 * Brings back what the mirror has, all or nothing, where the records were thrown away; to be called before they are
 * read.
 * @throws MoonError 'storage-full' | 'storage-away'
 */
export async function recallRecords(): Promise<void> {
  if (!hasMirror() || (await readRecord(INDEX)) !== null) return;
  const texts = await readFrom(mirror, await onStorage(() => mirror.getAllKeys()));
  if (INDEX in texts) await onStorage(() => storage.setMany({ ...texts }));
}

export const recordKeys = (prefix = ''): Promise<readonly string[]> =>
  onStorage(() => storage.getAllKeys()).then((keys) =>
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
