import type { Bundle } from '@/core/document';
import { readCube, type ColourTable } from '@/core/colour/cube';
import { readMedia } from './mediaStore';

/** By content: a file that takes the place of another has its id. */
const tables = new Map<string, ColourTable>();

/** Tables kept ready, besides those in use. */
const KEPT = 4;

/** Gets a bundle's tables of colours ready. @returns the table of an id; null for one that was deleted */
export async function loadLuts({ luts }: Bundle): Promise<(id: string) => ColourTable | null> {
  const missing = luts.filter(({ media }) => !tables.has(media.hash));
  await Promise.all(
    missing.map(async ({ name, media }) => {
      const bytes = await readMedia(media.hash, 0, media.bytes);
      tables.set(media.hash, readCube(new TextDecoder().decode(bytes), name));
    }),
  );
  const used = new Map(luts.map(({ id, media }) => [id, tables.get(media.hash)!]));
  const hashes = new Set(luts.map(({ media }) => media.hash));
  const unused = [...tables.keys()].filter((hash) => !hashes.has(hash));
  unused.slice(0, Math.max(0, unused.length - KEPT)).forEach((hash) => tables.delete(hash));
  return (id) => used.get(id) ?? null;
}
