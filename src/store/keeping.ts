import { keepingSet } from './session';
import type { AppThunk } from './store';

/** Asks the browser not to clear what is saved here when it needs room. */
export const askToBeKept = (): AppThunk<Promise<void>> => async (dispatch) => {
  const kept = await navigator.storage?.persist?.().catch(() => false);
  dispatch(keepingSet(kept ? 'kept' : 'refused'));
};

/** The same by itself: some browsers put the question to the person, and once is enough. */
export const askToBeKeptOnce = (): AppThunk => (dispatch, getState) => {
  if (getState().session.keeping === 'not asked') void dispatch(askToBeKept());
};

/** What it promised in earlier visits. */
export const recallKept = (): AppThunk<Promise<void>> => async (dispatch) => {
  if (await navigator.storage?.persisted?.().catch(() => false)) dispatch(keepingSet('kept'));
};
