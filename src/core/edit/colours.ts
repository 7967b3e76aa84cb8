import type { Stack } from '../document/types';

/** Where a layer has colours that are seen. */
const SEEN = ['fill', 'border', 'shadow', 'glow', 'wall', 'letters'];

const HEX = /"(#[0-9a-f]{6})"/g;

/** Colours offered at most. */
const MOST = 8;

/** What is offered besides: loud, warm, cool, dark and light. */
const OTHERS = ['#e9a23b', '#d9482b', '#2a9d8f', '#4b2e73', '#231c35', '#fffaf0'];

/** Colours to take by one tap, `#rrggbb`: those that the layers of a document have, the commonest first, then others. */
export function coloursToTake({ layers }: Pick<Stack, 'layers'>): readonly string[] {
  const counts = new Map<string, number>();
  for (const [, colour] of JSON.stringify(layers.map(seen)).matchAll(HEX)) {
    counts.set(colour, (counts.get(colour) ?? 0) + 1);
  }
  const own = [...counts.entries()].sort(([, a], [, b]) => b - a).map(([colour]) => colour);
  return [...new Set([...own, ...OTHERS])].slice(0, MOST);
}

const seen = (layer: object): object =>
  Object.fromEntries(Object.entries(layer).filter(([name]) => SEEN.includes(name)));
