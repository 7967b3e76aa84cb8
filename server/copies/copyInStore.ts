import { join } from 'node:path';
import { Refusal } from '../refusal';
import { inWorkFolder } from '../workFolder';
import { makeCopy } from './makeCopy';
import type { RunOptions } from './program';
import type { CopyOutcome } from './queue';
import { SOURCE, type Store } from './store';

/**
 * Makes the copy of a source that is in the store, and keeps it there.
 * @param told of how much is done, 0 to 1
 * @throws the signal's reason, or what the store throws
 */
export async function copyInStore(
  id: string,
  store: Store,
  options: RunOptions,
  told: (share: number) => void,
): Promise<CopyOutcome> {
  try {
    const name = await inWorkFolder(async (folder) => {
      const source = await store.fetch(id, SOURCE, folder);
      const made = await makeCopy(source, folder, options, told);
      await store.keep(id, made, join(folder, made));
      return made;
    });
    return { state: 'made', name };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return { state: 'refused', status: error.status, words: error.message };
  }
}
