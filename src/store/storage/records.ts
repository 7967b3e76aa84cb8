import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { onStorage } from '@/core/onStorage';
import { renewLog } from '@/core/renewLog';

/** Texts by key in IndexedDB, through AsyncStorage. Whatever fails rejects with a MoonError in plain words. */
const storage = createAsyncStorage('moonpatch-kit');
const filler = createAsyncStorage('moonpatch-filler');

export type Texts = Readonly<Record<string, string>>;

export const readRecord = (key: string): Promise<string | null> =>
  onStorage(() => storage.getItem(key));

/** Those of some keys that are there. */
export async function readRecords(keys: readonly string[]): Promise<Texts> {
  if (keys.length === 0) return {};
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

/** To be called once a write of records may have been cut off. @throws MoonError 'storage-full' | 'storage-away' */
export const renewRecordsLog = (): Promise<void> => renewLog(filler);

/** Removes what a tab that was killed while it renewed the log has left. */
export const removeFiller = (): Promise<void> => onStorage(() => filler.clear());

/** Null where it is no JSON: nothing that could be read. */
export function parsed(text: string | null): unknown {
  try {
    return JSON.parse(text ?? 'null');
  } catch {
    return null;
  }
}
