/** B(cb, cs) = cb + cs − 1, not below 0; in levels of 0…255. */
export const linearBurn = (backdrop: number, source: number): number =>
  Math.max(0, backdrop + source - 255);
