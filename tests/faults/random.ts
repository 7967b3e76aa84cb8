/** Numbers from 0 to 1 that follow from a seed alone (mulberry32). */
export type Random = () => number;

export function seeded(seed: number): Random {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}

export const between = (random: Random, from: number, to: number): number =>
  from + Math.floor(random() * (to - from + 1));

export const oneOf = <T>(random: Random, list: readonly T[]): T =>
  list[Math.floor(random() * list.length)];
