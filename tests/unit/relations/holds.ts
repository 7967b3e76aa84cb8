import fc, { type Arbitrary } from 'fast-check';

/** How many cases a relation is tried on; more on asking, where a run may take its time. */
const CASES = process.env.SEED === 'new' ? 100 : 12;

/** Milliseconds after which no simpler case is sought for one that failed: a picture takes some. */
const SHRINKING = 20_000;

/** Demands that something holds for any of some values. */
export function holds<T extends readonly unknown[]>(
  ...given: readonly [...{ [K in keyof T]: Arbitrary<T[K]> }, (...values: T) => void]
): void {
  const arbitraries = given.slice(0, -1) as unknown as [Arbitrary<unknown>];
  const check = given.at(-1) as unknown as (...values: unknown[]) => void;
  fc.assert(fc.property(...arbitraries, check), {
    numRuns: CASES,
    interruptAfterTimeLimit: SHRINKING,
  });
}
