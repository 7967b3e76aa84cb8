import type { Bundle } from '@/core/document';
import { readCube, type ColourTable } from '@/core/colour/cube';
import { readMedia } from './mediaStore';

const tables = new Map<string, ColourTable>();

/** Tables kept ready, besides those in use. */
const KEPT = 4;

/** Gets a bundle's tables of colours ready. @returns the table of an id; null for one that was deleted */
export async function loadLuts({ luts }: Bundle): Promise<(id: string) => ColourTable | null> {
  const missing = luts.filter(({ id }) => !tables.has(id));
  await Promise.all(
    missing.map(async ({ id, name, media }) => {
      const bytes = await readMedia(media.hash, 0, media.bytes);
      tables.set(id, readCube(new TextDecoder().decode(bytes), name));
    }),
  );
  const used = new Set(luts.map(({ id }) => id));
  const unused = [...tables.keys()].filter((id) => !used.has(id));
  unused.slice(0, Math.max(0, unused.length - KEPT)).forEach((id) => tables.delete(id));
  return (id) => (used.has(id) ? tables.get(id)! : null);
}
