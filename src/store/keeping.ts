import { MEDIA_BUCKET } from '@/core/mediaBucket';
import { keepingSet } from './session';
import type { AppThunk } from './store';

/** What holds documents, and what holds media. */
const holders = async (): Promise<readonly (StorageManager | StorageBucket)[]> => [
  navigator.storage,
  (await navigator.storageBuckets?.open(MEDIA_BUCKET)) ?? navigator.storage,
];

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
export const askToBeKept = (): AppThunk<Promise<void>> => async (dispatch) => {
  dispatch(keepingSet((await eachSays('persist')) ? 'kept' : 'refused'));
};

/** The same by itself: some browsers put the question to the person, and once is enough. */
export const askToBeKeptOnce = (): AppThunk => (dispatch, getState) => {
  if (getState().session.keeping === 'not asked') void dispatch(askToBeKept());
};

/** What it promised in earlier visits. */
export const recallKept = (): AppThunk<Promise<void>> => async (dispatch) => {
  if (await eachSays('persisted')) dispatch(keepingSet('kept'));
};
