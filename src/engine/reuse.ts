type Loose = Record<string, unknown>;

const isObject = (value: unknown): value is Loose => typeof value === 'object' && value !== null;

/**
 * `next` with every part that is equal to one of `before` replaced by that one. What crosses to a
 * worker arrives as a copy; this way what is kept by identity (layouts, outlines, timings) stays.
 * Entries of lists are matched by their `id` where they have one, else by position.
 */
export function reusing<T>(before: unknown, next: T): T {
  if (Object.is(before, next) || !isObject(before) || !isObject(next)) return next;
  if (Array.isArray(next) || Array.isArray(before)) {
    const lists = Array.isArray(next) && Array.isArray(before);
    return lists ? (reusingList(before, next) as T) : next;
  }
  const keys = Object.keys(next);
  const reused = Object.fromEntries(keys.map((key) => [key, reusing(before[key], next[key])]));
  const same =
    keys.length === Object.keys(before).length &&
    keys.every((key) => key in before && Object.is(before[key], reused[key]));
  return (same ? before : reused) as T;
}

function reusingList(before: readonly unknown[], next: readonly unknown[]): readonly unknown[] {
  const known = new Map(before.map((entry, i) => [keyOf(entry, i), entry]));
  const reused = isObject(next[0])
    ? next.map((entry, i) => reusing(known.get(keyOf(entry, i)), entry))
    : next;
  const same =
    before.length === next.length && before.every((entry, i) => Object.is(entry, reused[i]));
  return same ? before : reused;
}

const keyOf = (entry: unknown, i: number): unknown => (isObject(entry) && entry.id) || i;
