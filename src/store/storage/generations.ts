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
import { INDEX, type Texts } from './copy';
import {
  parsed,
  readRecord,
  readRecords,
  recordKeys,
  removeRecords,
  writeRecords,
} from './records';
import { quoted } from '@/core/quoted';

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
  const records = Object.entries(await documentTexts(generation)).map(([key, text]) => ({
    key,
    value: parsed(text),
  }));
  const values = records.map(({ value }) => value);
  const changed = new Set<string>();
  const told: string[] = [];
  const leftOut: LeftOut[] = [];
  const unread: Unread[] = [];
  const entries = records.flatMap(({ key, value }): KitEntry[] => {
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

/** Every document of a generation, as text by key. */
const documentTexts = async (generation: string): Promise<Texts> =>
  readRecords(await recordKeys(prefixOf(generation) + DOCUMENT));

/** The same by id. */
export async function generationTexts(generation: string): Promise<Texts> {
  const start = documentKey(generation, '').length;
  const texts = Object.entries(await documentTexts(generation));
  return Object.fromEntries(texts.map(([key, text]) => [key.slice(start), text]));
}

export async function loadDocument({ generation }: Index, id: string): Promise<KitEntry | null> {
  const text = await readRecord(documentKey(generation, id));
  return text === null ? null : readDocument(JSON.parse(text));
}

export const saveDocument = ({ generation }: Index, document: KitEntry): Promise<void> =>
  writeRecords({ [documentKey(generation, document.id)]: JSON.stringify(document) });

export const forgetDocument = ({ generation }: Index, id: string): Promise<void> =>
  removeRecords([documentKey(generation, id)]);

export const textsOf = (kit: Kit): Texts => {
  const { name: _name, ...lists } = kit;
  return Object.fromEntries(
    Object.values(lists)
      .flat()
      .map((entry: KitEntry) => [entry.id, JSON.stringify(entry)]),
  );
};

/** Opens a kit by its name alone, for its documents to be saved one by one. */
export async function beginKit(name: string, generation = nanoid(12)): Promise<Index> {
  const index = { name, generation };
  const counts = countsOf({});
  await writeRecords({
    [INDEX]: JSON.stringify(index),
    [prefixOf(generation) + HEAD]: textOf({ name, at: Date.now(), why: 'open', counts }),
  });
  return index;
}

/**
 * Writes a kit beside the one that is open and opens it, all or nothing; the one before stays as a copy.
 * @param texts its documents by id
 */
export async function switchKit(before: Index | null, name: string, texts: Texts): Promise<Index> {
  const at = Date.now();
  const index = { name, generation: nanoid(12) };
  await writeRecords({
    ...generationRecords(index, texts, { name, at, why: 'open', counts: countsOf(texts) }),
    ...(before ? await replacedHead(before, at) : {}),
    [INDEX]: JSON.stringify(index),
  });
  return index;
}

async function replacedHead({ name, generation }: Index, at: number): Promise<Texts> {
  const counts = countsOf(await documentTexts(generation));
  return { [prefixOf(generation) + HEAD]: textOf({ name, at, why: 'replaced', counts }) };
}

const generationRecords = ({ generation }: Index, texts: Texts, head: Head): Texts => ({
  ...Object.fromEntries(
    Object.entries(texts).map(([id, text]) => [documentKey(generation, id), text]),
  ),
  [prefixOf(generation) + HEAD]: textOf(head),
});

const textOf = (head: Head): string => JSON.stringify(head);

function countsOf(texts: Texts): Counts {
  const counts = { overlay: 0, landing: 0, footage: 0, font: 0, lut: 0, recipe: 0 };
  for (const text of Object.values(texts)) {
    const kind = (parsed(text) as { kind?: KitEntry['kind'] } | null)?.kind;
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
  const texts = await generationTexts(index.generation);
  if (Object.keys(texts).length > 0) {
    const { name } = index;
    const head: Head = { name, at: now, why: 'daily', counts: countsOf(texts) };
    await writeRecords(generationRecords({ name, generation: nanoid(12) }, texts, head));
  }
  await dropOldCopies(index, now);
}

async function dropOldCopies(index: Index, now: number): Promise<void> {
  const copies = await loadCopies(index);
  const old = copies.slice(COPIES).filter(({ why, at }) => why === 'daily' || now - at > KEPT_FOR);
  for (const { generation } of old) {
    const prefix = prefixOf(generation);
    const keys = await recordKeys(prefix + DOCUMENT);
    await removeRecords([...keys, prefix + HEAD]);
  }
}
