/** A list with an entry put in, or taken out when it was there. */
export const toggled = (ids: readonly string[], id: string): readonly string[] =>
  ids.includes(id) ? ids.filter((entry) => entry !== id) : [...ids, id];
