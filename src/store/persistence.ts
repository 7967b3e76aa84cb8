import { MEDIA_BUCKET, MIRROR_BUCKET } from '@/core/buckets';
import { persistenceSet } from './session';
import type { AppThunk } from './store';

/** All that holds documents or media. */
async function holders(): Promise<readonly (StorageManager | StorageBucket)[]> {
  const { storage, storageBuckets } = navigator;
  if (!storageBuckets) return [storage];
  const names = [MEDIA_BUCKET, MIRROR_BUCKET];
  return [storage, ...(await Promise.all(names.map((name) => storageBuckets.open(name))))];
}

/** Whether each says so; no where it cannot be asked. */
async function eachSays(promised: 'persist' | 'persisted'): Promise<boolean> {
  try {
    const answers = await Promise.all((await holders()).map((holder) => holder[promised]()));
    return answers.every(Boolean);
  } catch {
    return false;
  }
}

/** Asks the browser not to clear what is saved here when it needs room. */
export const askForPersistence = (): AppThunk<Promise<void>> => async (dispatch) => {
  dispatch(persistenceSet((await eachSays('persist')) ? 'kept' : 'refused'));
};

/** The same by itself: some browsers put the question to the person, and once is enough. */
export const askForPersistenceOnce = (): AppThunk => (dispatch, getState) => {
  if (getState().session.persistence === 'not asked') void dispatch(askForPersistence());
};

/** What it promised in earlier visits. */
export const recallPersistence = (): AppThunk<Promise<void>> => async (dispatch) => {
  if (await eachSays('persisted')) dispatch(persistenceSet('kept'));
};
