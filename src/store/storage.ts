import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { readDocument, type Kit, type KitEntry } from '@/core/document';
import { plainWords } from '@/core/errors';

/** The kit in IndexedDB, through AsyncStorage: one key a document and a small index. */
const storage = createAsyncStorage('moonpatch-kit');

const INDEX = 'index';
const SETTINGS = 'settings';
const PREFIX = 'document/';

interface Index {
  readonly name: string;
}

export interface LoadedKit {
  /** Null when nothing was ever saved here. */
  readonly kit: Kit | null;
  /** What could not be read; it stays where it is. */
  readonly problems: readonly string[];
}

export async function loadKit(): Promise<LoadedKit> {
  const index = await storage.getItem(INDEX);
  if (index === null) return { kit: null, problems: [] };
  const keys = (await storage.getAllKeys()).filter((key) => key.startsWith(PREFIX));
  const texts = Object.values(await storage.getMany(keys));
  const problems: string[] = [];
  const values = texts.map(parsed);
  const documents = values.flatMap((value): KitEntry[] => {
    try {
      return [readDocument(value, values)];
    } catch (error) {
      problems.push(plainWords(error));
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
    problems,
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
