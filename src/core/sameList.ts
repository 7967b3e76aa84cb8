/** Whether two lists hold the very same things in the same order. */
export const sameList = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((entry, i) => entry === b[i]);
