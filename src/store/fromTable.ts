import { overlayFromRow, type PlannedOverlay } from '@/core/document';
import { stamp } from './actions';
import { mayChange } from './mayChange';
import { putEntry } from './putEntry';
import { selectOverlay } from './selectors';
import { noticed } from './session';
import type { AppThunk } from './store';

/** Makes the overlays that were planned from a table, after one of the kit. */
export const addFromTable =
  (id: string, planned: readonly PlannedOverlay[]): AppThunk =>
  (dispatch, getState) => {
    const overlay = selectOverlay(getState(), id);
    if (!overlay || !dispatch(mayChange())) return;
    const made = planned.filter((plan) =>
      dispatch(putEntry(overlayFromRow(overlay, plan, stamp()))),
    );
    dispatch(noticed(`${made.length} overlays were made from the table.`));
  };
