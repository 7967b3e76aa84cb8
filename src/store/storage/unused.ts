import { hashesIn, type MediaOwner } from '@/core/document/media';
import { generationTexts, KEPT_FOR, type Index } from './generations';
import { parsed, readRecords, recordKeys, removeRecords, writeRecords } from './records';

const UNUSED = 'unused/';

/** A media file that nothing in the kit names any more. */
export interface UnusedRecord {
  /** When that was found, in milliseconds since 1970. */
  readonly since: number;
  /** What had it; null where that is not known. */
  readonly entry: MediaOwner | null;
}

/** By content hash. */
export async function loadUnused(): Promise<ReadonlyMap<string, UnusedRecord>> {
  const texts = await readRecords(await recordKeys(UNUSED));
  return new Map(
    Object.entries(texts).flatMap(([key, text]): [string, UnusedRecord][] => {
      const record = parsed(text) as UnusedRecord | null;
      return typeof record?.since === 'number' ? [[key.slice(UNUSED.length), record]] : [];
    }),
  );
}

export const saveUnused = (hash: string, entry: MediaOwner | null): Promise<void> =>
  writeRecords({
    [UNUSED + hash]: JSON.stringify({ since: Date.now(), entry } satisfies UnusedRecord),
  });

export const forgetUnused = (hashes: readonly string[]): Promise<void> =>
  removeRecords(hashes.map((hash) => UNUSED + hash));

/**
 * Hashes of all media that some record of the kit, or of what was put aside, names, be it readable or not. Those of a
 * kit that was replaced wait as long as it can be had back: both are counted from then on.
 */
export async function namedMedia(index: Index): Promise<ReadonlySet<string>> {
  const texts = [
    ...(await generationTexts(index.generation)),
    ...Object.values(await readRecords(await recordKeys('aside/'))),
  ];
  return new Set(texts.flatMap(hashesIn));
}

/**
 * Notes what is no longer named and forgets what is named again, or gone.
 * @param kept hashes of the media that are there
 */
export async function noteUnnamed(
  kept: readonly string[],
  named: ReadonlySet<string>,
): Promise<void> {
  const known = await loadUnused();
  const there = new Set(kept);
  await forgetUnused([...known.keys()].filter((hash) => named.has(hash) || !there.has(hash)));
  for (const hash of kept) {
    if (!named.has(hash) && !known.has(hash)) await saveUnused(hash, null);
  }
}

/** Hashes of media that were noted so long ago that they may go, and that still nothing names. */
export async function overdueMedia(index: Index): Promise<readonly string[]> {
  const until = Date.now() - KEPT_FOR;
  const old = [...(await loadUnused())].filter(([, { since }]) => since < until);
  if (old.length === 0) return [];
  const named = await namedMedia(index);
  return old.map(([hash]) => hash).filter((hash) => !named.has(hash));
}
