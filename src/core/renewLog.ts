import { onStorage } from './onStorage';

/** What is asked of a storage that is written to only to be emptied again. */
interface Filler {
  readonly setMany: (texts: Record<string, string>) => Promise<void>;
  readonly clear: () => Promise<void>;
}

/** Texts that are written to be removed again: how many at once, of how many letters, and how often. */
const FILLER = { texts: 80, letters: 60_000, rounds: 3 } as const;

/**
 * Has the browser begin a new log of what is written to a storage bucket. A full disk cuts off a write in the middle of
 * the log; what is written behind it makes the log a damaged one, and all that the bucket holds is thrown away when such
 * a log is read at the browser's next start (seen in Chromium 156). A log ends after 4 MB at most; longer texts than
 * these would be kept in files beside it.
 * @param filler a database of its own in that bucket
 * @throws MoonError 'storage-full' | 'storage-away'
 */
export async function renewLog(filler: Filler): Promise<void> {
  const text = 'x'.repeat(FILLER.letters);
  const texts = Object.fromEntries(Array.from({ length: FILLER.texts }, (_, i) => [i, text]));
  for (let round = 0; round < FILLER.rounds; round++) {
    await onStorage(() => filler.setMany(texts));
  }
  await onStorage(() => filler.clear());
}
