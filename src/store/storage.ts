import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { readDocument, readEntry, type Kit, type KitEntry, type LeftOut } from '@/core/document';
import { plainWords } from '@/core/errors';

/** The kit in IndexedDB, through AsyncStorage: one key a document and a small index. */
const storage = createAsyncStorage('moonpatch-kit');

const INDEX = 'index';
const SETTINGS = 'settings';
const PREFIX = 'document/';
const ASIDE = 'aside/';

interface Index {
  readonly name: string;
}

/** Something that could not be read, as it lies in storage. */
export interface Unread {
  readonly key: string;
  /** What it is, or what it was part of. */
  readonly name: string;
}

export interface LoadedKit {
  /** Null when nothing was ever saved here. */
  readonly kit: Kit | null;
  /** Ids of documents that are not as they were saved. */
  readonly changed: ReadonlySet<string>;
  /** In plain words, what is not as it was saved. */
  readonly told: readonly string[];
  /** Parts of documents that could not be read. */
  readonly leftOut: readonly LeftOut[];
  /** Documents that could not be read at all; they stay where they are. */
  readonly unread: readonly Unread[];
}

export async function loadKit(): Promise<LoadedKit> {
  const index = await storage.getItem(INDEX);
  if (index === null) return { kit: null, changed: new Set(), told: [], leftOut: [], unread: [] };
  const keys = (await storage.getAllKeys()).filter((key) => key.startsWith(PREFIX));
  const records = Object.entries(await storage.getMany(keys)).map(([key, text]) => ({
    key,
    value: parsed(text),
  }));
  const values = records.map(({ value }) => value);
  const changed = new Set<string>();
  const told: string[] = [];
  const leftOut: LeftOut[] = [];
  const unread: Unread[] = [];
  const documents = records.flatMap(({ key, value }): KitEntry[] => {
    try {
      const read = readEntry(value, values);
      if (read.told.length > 0) changed.add(read.document.id);
      told.push(...read.told);
      leftOut.push(...read.leftOut);
      return [read.document];
    } catch (error) {
      unread.push({ key, name: nameIn(value) });
      told.push(`${nameIn(value)} could not be read and was left alone: ${plainWords(error)}`);
      return [];
    }
  });
  const only = <K extends KitEntry['kind']>(kind: K) =>
    documents.filter((entry): entry is Extract<KitEntry, { kind: K }> => entry.kind === kind);
  const { name } = JSON.parse(index) as Index;
  return {
    kit: {
      name,
      overlays: only('overlay'),
      landings: only('landing'),
      footage: only('footage'),
      fonts: only('font'),
      luts: only('lut'),
      recipes: only('recipe'),
    },
    changed,
    told,
    leftOut,
    unread,
  };
}

/** Null where it is no JSON: nothing that could be read. */
function parsed(text: string | null): unknown {
  try {
    return JSON.parse(text ?? 'null');
  } catch {
    return null;
  }
}

const nameIn = (value: unknown): string => {
  const name = (value as { name?: unknown } | null)?.name;
  return typeof name === 'string' && name !== '' ? `“${name}”` : 'A document';
};

/** Keeps a part that could not be read beside the kit, as it was. @returns its key */
export async function saveAside(id: string, part: LeftOut): Promise<string> {
  await storage.setItem(ASIDE + id, JSON.stringify(part));
  return ASIDE + id;
}

/** What was put aside in earlier visits. */
export async function loadAside(): Promise<readonly Unread[]> {
  const keys = (await storage.getAllKeys()).filter((key) => key.startsWith(ASIDE));
  const texts = await storage.getMany(keys);
  return keys.map((key) => ({ key, name: partOf(parsed(texts[key])) }));
}

const partOf = (value: unknown): string => `Part of “${(value as LeftOut | null)?.from ?? ''}”`;

/** What lies under a key as it is; null where there is nothing. */
export const loadText = (key: string): Promise<string | null> => storage.getItem(key);

export const forgetText = (key: string): Promise<void> => storage.removeItem(key);

export async function loadDocument(id: string): Promise<KitEntry | null> {
  const text = await storage.getItem(PREFIX + id);
  return text === null ? null : readDocument(JSON.parse(text));
}

export const saveDocument = (document: KitEntry): Promise<void> =>
  storage.setItem(PREFIX + document.id, JSON.stringify(document));

export const saveIndex = (name: string): Promise<void> =>
  storage.setItem(INDEX, JSON.stringify({ name } satisfies Index));

export const forgetDocument = (id: string): Promise<void> => storage.removeItem(PREFIX + id);

/** What a person chose for the app itself. */
export interface Settings {
  readonly theme: 'system' | 'light' | 'dark';
}

export const saveSettings = (settings: Settings): Promise<void> =>
  storage.setItem(SETTINGS, JSON.stringify(settings));

/** Null when nothing was chosen yet. */
export async function loadSettings(): Promise<Settings | null> {
  const text = await storage.getItem(SETTINGS);
  return text === null ? null : (JSON.parse(text) as Settings);
}
