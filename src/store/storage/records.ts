import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { onStorage } from '@/core/onStorage';

/** Texts by key in IndexedDB, through AsyncStorage. Whatever fails rejects with a MoonError in plain words. */
const storage = createAsyncStorage('moonpatch-kit');

export type Texts = Readonly<Record<string, string>>;

export const readRecord = (key: string): Promise<string | null> =>
  onStorage(() => storage.getItem(key));

/** Those of some keys that are there. */
export async function readRecords(keys: readonly string[]): Promise<Texts> {
  const found = await onStorage(() => storage.getMany([...keys]));
  return Object.fromEntries(
    Object.entries(found).filter((entry): entry is [string, string] => entry[1] !== null),
  );
}

/** In one transaction: all of it or nothing. */
export const writeRecords = (texts: Texts): Promise<void> =>
  onStorage(() => storage.setMany({ ...texts }));

export const removeRecords = (keys: readonly string[]): Promise<void> =>
  onStorage(() => storage.removeMany([...keys]));

export const recordKeys = (prefix = ''): Promise<readonly string[]> =>
  onStorage(() => storage.getAllKeys()).then((keys) =>
    keys.filter((key) => key.startsWith(prefix)),
  );

/** Texts that are written to be removed again: how many at once, of how many letters, and how often. */
const FILLER = { texts: 80, letters: 60_000, rounds: 3 } as const;
const PREFIX = 'filler/';
const fillerKeys = Array.from({ length: FILLER.texts }, (_, i) => `${PREFIX}${i}`);

/**
 * Has the browser begin a new log of what is written. A full disk cuts off a write in the middle of the log; what is
 * written behind it makes the log a damaged one, and all that a page has stored is thrown away when such a log is read
 * at the browser's next start (seen in Chromium 156). A log ends after 4 MB at most; longer texts than these would be
 * kept in files beside it.
 */
export async function renewLog(): Promise<void> {
  const text = 'x'.repeat(FILLER.letters);
  for (let round = 0; round < FILLER.rounds; round++) {
    await writeRecords(Object.fromEntries(fillerKeys.map((key) => [key, text])));
  }
  await removeRecords(fillerKeys);
}

/** Removes what a tab that was killed while it began a new log has left. */
export const removeFiller = async (): Promise<void> => removeRecords(await recordKeys(PREFIX));

/** Null where it is no JSON: nothing that could be read. */
export function parsed(text: string | null): unknown {
  try {
    return JSON.parse(text ?? 'null');
  } catch {
    return null;
  }
}
