import type { Frames } from '../../time';

/** Entries in order of time with their frames mapped; of those that meet, the last stays. */
export function movedInTime<E extends { readonly frame: Frames }>(
  entries: readonly E[],
  at: (frame: Frames) => Frames,
): readonly E[] {
  const byFrame = new Map(entries.map((entry) => [at(entry.frame), entry]));
  return [...byFrame].sort(([a], [b]) => a - b).map(([frame, entry]) => ({ ...entry, frame }));
}
