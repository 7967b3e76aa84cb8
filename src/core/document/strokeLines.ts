import { MoonError } from '../errors';
import { isLong, withStrokeLists } from './strokeLists';
import type { Kit, Landing, Overlay } from './types';

/** The strokes of a document's long lists, one after the other. */
export type Strokes = readonly unknown[];

/** A kit with a number of strokes in the place of each long list of them. */
export interface KitApart {
  readonly head: Kit;
  /** By the id of their document, those of all its lists in their order. */
  readonly strokes: ReadonlyMap<string, Strokes>;
}

export function strokesApart(kit: Kit): KitApart {
  const strokes = new Map<string, Strokes>();
  const headOf = <D extends Overlay | Landing>(document: D): D => {
    const own: unknown[] = [];
    const head = withStrokeLists(document, (list) => {
      if (!isLong(list)) return list;
      for (const stroke of list) own.push(stroke);
      return list.length;
    });
    if (own.length > 0) strokes.set(document.id, own);
    return head;
  };
  const { overlays, landings } = kit;
  const head = { ...kit, overlays: overlays.map(headOf), landings: landings.map(headOf) };
  return { head, strokes };
}

/** How many strokes of a document, as it was read, lie apart from it. */
export function strokesMissing(document: unknown): number {
  let count = 0;
  withStrokeLists(document, (list) => {
    if (typeof list === 'number') count += list;
    return list;
  });
  return count;
}

/** A document with strokes in the place of their numbers, in order. */
export function withStrokes<D>(document: D, strokes: Strokes): D {
  let taken = 0;
  return withStrokeLists(document, (list) => {
    if (typeof list !== 'number') return list;
    taken += list;
    return strokes.slice(taken - list, taken);
  });
}

/** Characters of text that are made at once. */
const PIECE = 1 << 18;

/** Strokes as UTF-8 text, one a line (JSON Lines). */
export async function* strokeLines(strokes: Strokes): AsyncGenerator<Uint8Array> {
  const encoder = new TextEncoder();
  let text = '';
  for (const stroke of strokes) {
    text += `${JSON.stringify(stroke)}\n`;
    if (text.length < PIECE) continue;
    yield encoder.encode(text);
    text = '';
  }
  if (text !== '') yield encoder.encode(text);
}

/** Characters of a line at most: the largest stroke has 200,000 points. */
const LONGEST = 64 * 1024 * 1024;

/**
 * Reads as many strokes as there should be.
 * @throws MoonError 'media-damaged' where there are others, or a line is none
 */
export async function readStrokeLines(
  pieces: AsyncIterable<Uint8Array>,
  count: number,
): Promise<Strokes> {
  const decoder = new TextDecoder();
  const strokes: unknown[] = [];
  let rest = '';
  for await (const piece of pieces) {
    const lines = (rest + decoder.decode(piece, { stream: true })).split('\n');
    rest = lines.pop()!;
    for (const line of lines) strokes.push(strokeIn(line));
    if (rest.length > LONGEST || strokes.length > count) throw damaged();
  }
  if (rest !== '' || strokes.length !== count) throw damaged();
  return strokes;
}

function strokeIn(line: string): unknown {
  try {
    return JSON.parse(line);
  } catch {
    throw damaged();
  }
}

const damaged = (): MoonError =>
  new MoonError('media-damaged', 'The strokes of a drawing could not be read.');
