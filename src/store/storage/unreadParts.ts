import type { LeftOut } from '@/core/document';
import type { Unread } from './generations';
import { parsed, readRecords, recordKeys, writeRecords } from './records';
import { quoted } from '@/core/quoted';

const ASIDE = 'aside/';

/** Keeps a part that could not be read beside the kit, as it was. @returns its key */
export async function saveAside(id: string, part: LeftOut): Promise<string> {
  await writeRecords({ [ASIDE + id]: JSON.stringify(part) });
  return ASIDE + id;
}

/** What was put aside in earlier visits. */
export async function loadAside(): Promise<readonly Unread[]> {
  const keys = await recordKeys(ASIDE);
  const texts = await readRecords(keys);
  return keys.map((key) => ({ key, name: partOf(parsed(texts[key] ?? null)) }));
}

const partOf = (value: unknown): string =>
  `Part of ${quoted((value as LeftOut | null)?.from ?? '')}`;
