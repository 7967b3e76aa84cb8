import { nanoid } from '@reduxjs/toolkit';
import {
  kitWithoutCircles,
  readDocument,
  readEntry,
  type LeftOut,
  type Read,
} from '@/core/document/reading';
import type { Kit, KitEntry } from '@/core/document/types';
import { plainWords } from '@/core/errors';
import { quoted } from '@/core/quoted';
import { INDEX, type Texts } from './copy';
import { changedPages, inPages, joined, pageNames, type Pages } from './pages';
import {
  parsed,
  readRecord,
  readRecords,
  recordKeys,
  removeRecords,
  replaceRecords,
  writeRecords,
} from './records';

/**
 * A kit is a generation of records: one for each document, and a head. The index names the generation that is open.
 * Another kit is written beside it and opened by writing the index, all in one transaction; the one before stays as
 * a copy for a while.
 */
export interface Index {
  readonly name: string;
  readonly generation: string;
}

const HEAD = 'head';
const DOCUMENT = 'document/';

/** Kits of before there were generations lie without a prefix. */
const prefixOf = (generation: string): string => (generation === '' ? '' : `kit/${generation}/`);

const HEAD_KEY = /^(?:kit\/([^/]+)\/)?head$/;

/** How many entries of each kind a kit has. */
export type Counts = Readonly<Record<KitEntry['kind'], number>>;

/** What is said of a generation. */
interface Head {
  readonly name: string;
  /** When it was opened, replaced or copied, in milliseconds since 1970. */
  readonly at: number;
  readonly why: 'open' | 'daily' | 'replaced';
  readonly counts: Counts;
}

/** The documents of a kit as they were; media are not part of it. */
export interface SafetyCopy extends Omit<Head, 'why'> {
  readonly why: 'daily' | 'replaced';
  readonly generation: string;
}

/** Something that could not be read, as it lies in storage. */
export interface Unread {
  readonly key: string;
  /** What it is, or what it was part of. */
  readonly name: string;
}

/** A generation as far as it could be read. */
export interface ReadGeneration extends Read<Kit> {
  /** Ids of documents that are not as they were saved. */
  readonly changed: ReadonlySet<string>;
  /** Documents that could not be read at all; they stay where they are. */
  readonly unread: readonly Unread[];
}

export interface LoadedKit extends ReadGeneration {
  readonly index: Index;
  /** The index was missing or damaged, and was made anew from what is there. */
  readonly rebuilt: boolean;
}

/** Null when nothing was ever saved here. */
export async function loadKit(): Promise<LoadedKit | null> {
  const found = await findIndex();
  if (!found) return null;
  const { index, rebuilt } = found;
  const read = await readGeneration(index);
  const told = rebuilt ? [REBUILT, ...read.told] : read.told;
  return { ...read, told, index, rebuilt };
}

const REBUILT = 'The list of your kit was damaged. It was made anew from what is there.';

export async function readGeneration({ name, generation }: Index): Promise<ReadGeneration> {
  const pages = await readRecords(await recordKeys(prefixOf(generation) + PAGE));
  const records = Object.entries(await documentTexts(generation)).map(([key, text]) => {
    const head = parsed(text);
    return { key, head, ...joined(head, (name) => pages[pageKey(generation, idAt(key), name)]) };
  });
  const values = records.map(({ value }) => value);
  const changed = new Set<string>();
  const told: string[] = [];
  const leftOut: LeftOut[] = [];
  const unread: Unread[] = [];
  const entries = records.flatMap(({ key, head, value, damaged, lost }): KitEntry[] => {
    try {
      const read = readEntry(value, values);
      const { document } = read;
      const isPaged = inPages(document).pages.size === pageNames(head).length;
      if (read.told.length > 0 || lost > 0 || !isPaged) changed.add(document.id);
      if (lost > 0) told.push(strokesLost(document.name));
      leftOut.push(...damaged.map((text) => ({ from: document.name, value: text })));
      told.push(...read.told);
      leftOut.push(...read.leftOut);
      return [read.document];
    } catch (error) {
      unread.push({ key, name: nameIn(value) });
      told.push(`${nameIn(value)} could not be read and was left alone: ${plainWords(error)}`);
      return [];
    }
  });
  const sound = kitWithoutCircles(kitOf(name, entries));
  const mended = new Set(sound.document.overlays);
  for (const entry of entries) {
    if (entry.kind === 'overlay' && !mended.has(entry)) changed.add(entry.id);
  }
  return {
    document: sound.document,
    changed,
    told: [...told, ...sound.told],
    leftOut: [...leftOut, ...sound.leftOut],
    unread,
  };
}

function kitOf(name: string, entries: readonly KitEntry[]): Kit {
  const only = <K extends KitEntry['kind']>(kind: K) =>
    entries.filter((entry): entry is Extract<KitEntry, { kind: K }> => entry.kind === kind);
  return {
    name,
    overlays: only('overlay'),
    landings: only('landing'),
    footage: only('footage'),
    fonts: only('font'),
    luts: only('lut'),
    recipes: only('recipe'),
  };
}

const strokesLost = (name: string): string =>
  `Some strokes of a drawing in ${quoted(name)} could not be read and had to be left out.`;

/** The id of a document by the key of its record. */
const idAt = (key: string): string => key.slice(key.lastIndexOf('/') + 1);

const nameIn = (value: unknown): string => {
  const name = (value as { name?: unknown } | null)?.name;
  return typeof name === 'string' && name !== '' ? quoted(name) : 'A document';
};

/** What the index says, or where it is missing or damaged what the records say. */
async function findIndex(): Promise<{ index: Index; rebuilt: boolean } | null> {
  const index = await loadIndex();
  if (index) return { index, rebuilt: false };
  const keys = await recordKeys();
  const newest = Object.entries(await loadHeads(keys))
    .filter(([, { why }]) => why === 'open')
    .sort(([, a], [, b]) => b.at - a.at)[0];
  if (newest) {
    const [generation, { name }] = newest;
    return { index: { name, generation }, rebuilt: true };
  }
  return keys.some((key) => key.startsWith(DOCUMENT))
    ? { index: { name: 'My kit', generation: '' }, rebuilt: true }
    : null;
}

/** Null where there is none that can be read. */
export async function loadIndex(): Promise<Index | null> {
  const { name, generation = '' } = (parsed(await readRecord(INDEX)) ?? {}) as Partial<Index>;
  return typeof name === 'string' && typeof generation === 'string' ? { name, generation } : null;
}

/** @param keys all keys that there are */
async function loadHeads(keys: readonly string[]): Promise<Readonly<Record<string, Head>>> {
  const heads = keys.filter((key) => HEAD_KEY.test(key));
  const texts = await readRecords(heads);
  return Object.fromEntries(
    heads.flatMap((key) => {
      const head = parsed(texts[key] ?? null) as Head | null;
      return typeof head?.at === 'number' ? [[HEAD_KEY.exec(key)![1] ?? '', head]] : [];
    }),
  );
}

const documentKey = (generation: string, id: string): string =>
  prefixOf(generation) + DOCUMENT + id;

const PAGE = 'page/';

const pageKey = (generation: string, id: string, name: string): string =>
  `${prefixOf(generation)}${PAGE}${id}/${name}`;

/** Every document of a generation, as text by key; of what lies in pages, their names. */
const documentTexts = async (generation: string): Promise<Texts> =>
  readRecords(await recordKeys(prefixOf(generation) + DOCUMENT));

/** The same without what pages hold, in no order. */
export const generationTexts = async (generation: string): Promise<readonly string[]> =>
  Object.values(await documentTexts(generation));

export async function loadDocument({ generation }: Index, id: string): Promise<KitEntry | null> {
  const text = await readRecord(documentKey(generation, id));
  if (text === null) return null;
  const head: unknown = JSON.parse(text);
  const keyOf = (name: string) => pageKey(generation, id, name);
  const pages = await readRecords(pageNames(head).map(keyOf));
  return readDocument(joined(head, (name) => pages[keyOf(name)]).value);
}

/**
 * Writes a document, and of what lies in pages those that have changed.
 * @param before what was written last; undefined where that is not known, so that all has to be written
 */
export async function saveDocument(
  { generation }: Index,
  document: KitEntry,
  before: KitEntry | undefined,
): Promise<void> {
  const now = inPages(document);
  const earlier = before ? inPages(before) : null;
  const keyOf = (name: string) => pageKey(generation, document.id, name);
  const there = earlier ? [...earlier.pages.keys()].map(keyOf) : await recordKeys(keyOf(''));
  const needed = new Set([...now.pages.keys()].map(keyOf));
  await replaceRecords(
    recordsOf(generation, document.id, now.head, changedPages(now, earlier)),
    there.filter((key) => !needed.has(key)),
  );
}

const recordsOf = (
  generation: string,
  id: string,
  head: KitEntry,
  pages: Pages['pages'],
): Texts => ({
  ...Object.fromEntries(
    [...pages].map(([name, strokes]) => [pageKey(generation, id, name), JSON.stringify(strokes)]),
  ),
  [documentKey(generation, id)]: JSON.stringify(head),
});

export async function forgetDocument({ generation }: Index, id: string): Promise<void> {
  const pages = await recordKeys(pageKey(generation, id, ''));
  await removeRecords([documentKey(generation, id), ...pages]);
}

/** Opens a kit by its name alone, for its documents to be saved one by one. */
export async function beginKit(name: string, generation = nanoid(12)): Promise<Index> {
  const index = { name, generation };
  const counts = countsOf([]);
  await writeRecords({
    [INDEX]: JSON.stringify(index),
    [headKey(generation)]: textOf({ name, at: Date.now(), why: 'open', counts }),
  });
  return index;
}

/**
 * Writes a kit beside the one that is open and opens it, all or nothing; the one before stays as a copy.
 */
export async function switchKit(before: Index | null, { name, ...lists }: Kit): Promise<Index> {
  const at = Date.now();
  const index = { name, generation: nanoid(12) };
  const entries: readonly KitEntry[] = Object.values(lists).flat();
  const records = entries.map((entry) => {
    const { head, pages } = inPages(entry);
    return recordsOf(index.generation, entry.id, head, pages);
  });
  await writeRecords({
    ...Object.assign({}, ...records),
    [headKey(index.generation)]: textOf({ name, at, why: 'open', counts: countsOf(entries) }),
    ...(before ? await replacedHead(before, at) : {}),
    [INDEX]: JSON.stringify(index),
  });
  return index;
}

async function replacedHead({ name, generation }: Index, at: number): Promise<Texts> {
  const counts = countsOf((await generationTexts(generation)).map(parsed));
  return { [headKey(generation)]: textOf({ name, at, why: 'replaced', counts }) };
}

const headKey = (generation: string): string => prefixOf(generation) + HEAD;

/** The keys of all that a generation has, but its head. */
const contentKeys = async (generation: string): Promise<readonly string[]> => [
  ...(await recordKeys(prefixOf(generation) + DOCUMENT)),
  ...(await recordKeys(prefixOf(generation) + PAGE)),
];

const textOf = (head: Head): string => JSON.stringify(head);

function countsOf(entries: readonly unknown[]): Counts {
  const counts = { overlay: 0, landing: 0, footage: 0, font: 0, lut: 0, recipe: 0 };
  for (const entry of entries) {
    const kind = (entry as { kind?: KitEntry['kind'] } | null)?.kind;
    if (kind && Object.hasOwn(counts, kind)) counts[kind]++;
  }
  return counts;
}

const DAY = 24 * 60 * 60 * 1000;

/** How long a replaced kit, and media that nothing names any more, are kept. */
export const KEPT_FOR = 7 * DAY;

/** Copies that are kept; replaced kits are all kept for their time. */
const COPIES = 10;

/** Newest first. */
export async function loadCopies(index: Index): Promise<readonly SafetyCopy[]> {
  return Object.entries(await loadHeads(await recordKeys()))
    .flatMap(([generation, { why, ...head }]) =>
      why === 'open' || generation === index.generation ? [] : [{ ...head, why, generation }],
    )
    .sort((a, b) => b.at - a.at);
}

/** Copies the kit's documents when the last copy is a day old, and drops copies that are too many. */
export async function copyDaily(index: Index): Promise<void> {
  const now = Date.now();
  const [last] = await loadCopies(index);
  if (last && now - last.at <= DAY) return;
  const { name, generation } = index;
  const texts = await readRecords(await contentKeys(generation));
  if (Object.keys(texts).length > 0) {
    const copy = nanoid(12);
    const start = prefixOf(generation).length;
    const counts = countsOf((await generationTexts(generation)).map(parsed));
    await writeRecords({
      ...Object.fromEntries(
        Object.entries(texts).map(([key, text]) => [prefixOf(copy) + key.slice(start), text]),
      ),
      [headKey(copy)]: textOf({ name, at: now, why: 'daily', counts }),
    });
  }
  await dropOldCopies(index, now);
}

async function dropOldCopies(index: Index, now: number): Promise<void> {
  const copies = await loadCopies(index);
  const old = copies.slice(COPIES).filter(({ why, at }) => why === 'daily' || now - at > KEPT_FOR);
  for (const { generation } of old) {
    await removeRecords([...(await contentKeys(generation)), headKey(generation)]);
  }
}
