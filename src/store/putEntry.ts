import { withinLimits, type WithinLimits } from '@/core/document/withinLimits';
import { withoutCircle } from '@/core/document/reading/circles';
import type { KitEntry } from '@/core/document/types';
import { belongingSet, documentAdded, documentChanged, footageSet } from './kit';
import { mayChange } from './mayChange';
import { selectDocument, selectOverlay } from './selectors';
import { noticed, tell } from './session';
import type { AppThunk } from './store';

/**
 * Puts something into the kit, in the place of what has its id. It is held to the limits it will be read by; what
 * does not fit is told, and what cannot be made to fit is refused.
 * @returns whether it is in the kit
 */
export const putEntry =
  (entry: KitEntry, gesture: string | null = null): AppThunk<boolean> =>
  (dispatch) => {
    // Asked here too: another tab may have taken the kit since the work began whose result this is.
    if (!dispatch(mayChange())) return false;
    try {
      dispatch(putFitting(withinLimits(entry), gesture));
      return true;
    } catch (error) {
      dispatch(tell(error));
      return false;
    }
  };

/** The same with what is known to be within its limits. */
export const putFitting =
  ({ entry, told }: WithinLimits<KitEntry>, gesture: string | null): AppThunk =>
  (dispatch, getState) => {
    if (entry.kind === 'footage') dispatch(footageSet(entry));
    else if (entry.kind !== 'overlay' && entry.kind !== 'landing') dispatch(belongingSet(entry));
    else if (selectDocument(getState(), entry.id)) {
      dispatch(documentChanged({ document: entry, gesture }));
    } else if (entry.kind === 'overlay') {
      // What was deleted may meanwhile lie in what it contains.
      const sound = withoutCircle(entry, (id) => selectOverlay(getState(), id));
      dispatch(documentAdded(sound.document));
      for (const text of sound.told) dispatch(noticed(text, 'problem'));
    } else dispatch(documentAdded(entry));
    for (const text of told) dispatch(noticed(text, 'problem'));
  };
