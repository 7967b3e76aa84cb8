import { sameList } from '@/core/sameList';
import { isLong, withStrokeLists } from '@/core/document/strokeLists';
import type { KitEntry } from '@/core/document/types';
import { parsed } from './records';

/**
 * Long lists of strokes lie in records of their own, a page each, so that a further stroke has one of them written and
 * not all. Where a page ends follows from the ids of its strokes: one that is taken out in the middle changes its own
 * page alone.
 */
export interface Pages {
  /** The document with the names of pages in the place of such lists. */
  readonly head: KitEntry;
  /** By name. */
  readonly pages: ReadonlyMap<string, readonly Stroke[]>;
}

interface Stroke {
  readonly id: string;
}

/** One of this many strokes is the last of its page, and a page has four times as many at the most. */
const STROKES = 16;
const MOST = 4 * STROKES;

export function inPages(entry: KitEntry): Pages {
  const pages = new Map<string, readonly Stroke[]>();
  const head = withStrokeLists(entry, (strokes, { layer, drawing }) => {
    if (!isLong(strokes)) return strokes;
    return pagesOf(strokes as readonly Stroke[]).map((page) => {
      const name = freeName(`${layer}/${drawing}/${page[0].id}`, pages);
      pages.set(name, page);
      return name;
    });
  });
  return { head, pages };
}

function pagesOf(strokes: readonly Stroke[]): readonly (readonly Stroke[])[] {
  const pages: Stroke[][] = [[]];
  for (const stroke of strokes) {
    const page = pages[pages.length - 1];
    page.push(stroke);
    if (endsPage(stroke) || page.length === MOST) pages.push([]);
  }
  return pages.filter((page) => page.length > 0);
}

function endsPage({ id }: Stroke): boolean {
  let sum = 7;
  for (let i = 0; i < id.length; i++) sum = (sum * 31 + id.charCodeAt(i)) % 65_521;
  return sum % STROKES === 0;
}

/** Copies of a stroke keep its id. */
function freeName(name: string, taken: ReadonlyMap<string, unknown>): string {
  let free = name;
  for (let n = 2; taken.has(free); n++) free = `${name}~${n}`;
  return free;
}

/** Pages that are not as those of what was written before. */
export const changedPages = (now: Pages, before: Pages | null): Pages['pages'] =>
  new Map(
    [...now.pages].filter(([name, page]) => {
      const known = before?.pages.get(name);
      return !known || !sameList(page, known);
    }),
  );

/** A document as it was before it was written in pages. */
export interface Joined {
  readonly value: unknown;
  /** Texts of pages that are there and cannot be read. */
  readonly damaged: readonly string[];
  /** How many pages are not there, or cannot be read. */
  readonly lost: number;
}

/** Names of the pages of a document, as it was read. */
export function pageNames(head: unknown): readonly string[] {
  const names: string[] = [];
  withStrokeLists(head, (strokes) => {
    if (isNames(strokes)) names.push(...strokes);
    return strokes;
  });
  return names;
}

const isNames = (strokes: unknown): strokes is readonly string[] =>
  Array.isArray(strokes) && typeof strokes[0] === 'string';

/** @param page the text of a page by its name */
export function joined(head: unknown, page: (name: string) => string | undefined): Joined {
  const damaged: string[] = [];
  let lost = 0;
  const value = withStrokeLists(head, (strokes) => {
    if (!isNames(strokes)) return strokes;
    return strokes.flatMap((name) => {
      const text = page(name);
      const read = parsed(text ?? null);
      if (Array.isArray(read)) return read as unknown[];
      lost++;
      if (text !== undefined) damaged.push(text);
      return [];
    });
  });
  return { value, damaged, lost };
}
