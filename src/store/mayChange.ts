import { noticed } from './session';
import type { AppThunk } from './store';

/** Whether changes are allowed here; says why when they are not. */
export const mayChange = (): AppThunk<boolean> => (dispatch, getState) => {
  if (!getState().session.following) return true;
  dispatch(
    noticed('This kit is open in another tab. Change it there, or close that tab.', 'problem'),
  );
  return false;
};
