/** Numbers in 0…1 from a seed, the same on every machine (mulberry32 by Tommy Ettinger, public domain). */
export function seededRandom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A number in −1…1 that depends on nothing but a seed, a unit and a salt. */
export const scattered = (seed: number, unit: number, salt: number): number =>
  seededRandom(seed + Math.imul(unit + 1, 0x9e3779b1) + Math.imul(salt, 0x85ebca6b))() * 2 - 1;
