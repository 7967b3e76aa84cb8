import { MoonError } from './errors';

/** What engines say when there is no room, in a quota or on the disk. */
const FULL = /quota|full|no space|out of space|exceeded/i;

/**
 * Does something with the browser's storage; once more where its connection was lost, which the next try opens anew.
 * @throws MoonError 'storage-full' | 'storage-away'
 */
export async function withStorage<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (first) {
    if (FULL.test(String(first))) throw problemOf(first);
  }
  try {
    return await work();
  } catch (second) {
    throw problemOf(second);
  }
}

const problemOf = (error: unknown): MoonError =>
  FULL.test(String(error))
    ? new MoonError('storage-full', 'The browser has no room left to save in.')
    : new MoonError('storage-away', 'The browser does not let this page use its storage just now.');
