import type { Stagger, StaggerOrder } from '../document/layers';
import { seededRandom } from '../random';

/** Rank of each of `count` units: which starts first, second, … for an order. */
export function staggerRanks(order: StaggerOrder, count: number, seed: number): readonly number[] {
  const units = Array.from({ length: count }, (_, i) => i);
  switch (order) {
    case 'forward':
      return units;
    case 'backward':
      return units.map((i) => count - 1 - i);
    case 'centre':
      return units.map((i) => Math.floor(Math.abs(i - (count - 1) / 2)));
    case 'edges':
      return units.map((i) => Math.min(i, count - 1 - i));
    case 'shuffled':
      return shuffled(units, seed);
  }
}

/** Frames from the first unit's start to the last unit's start, rounded up. */
export function staggerLength(stagger: Stagger, count: number): number {
  if (stagger.over === 'whole' || count < 2) return 0;
  return Math.ceil(Math.max(...staggerRanks(stagger.order, count, stagger.seed)) * stagger.gap);
}

/** Fisher and Yates, with a seeded source, so that a saved shuffle stays the same. */
function shuffled(units: readonly number[], seed: number): readonly number[] {
  const ranks = [...units];
  const random = seededRandom(seed);
  for (let i = ranks.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [ranks[i], ranks[j]] = [ranks[j], ranks[i]];
  }
  return ranks;
}
