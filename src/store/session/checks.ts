import { createAction, type UnknownAction } from '@reduxjs/toolkit';
import type { Bundle } from '@/core/document';
import type { Looked } from '@/engine/engine';

/** What was measured of an overlay, and what it was measured of. */
export interface Look {
  readonly looked: Looked;
  readonly bundle: Bundle;
  /** The landing it was judged in; null for none. */
  readonly around: Bundle | null;
}

type Looks = Readonly<Record<string, Look>>;

export const lookSet = createAction<Look>('checks/lookSet');

/** What was measured last of each overlay. Without `createSlice`, which would freeze all of the documents. */
export const checksReducer = (looks: Looks = {}, action: UnknownAction): Looks =>
  lookSet.match(action) ? { ...looks, [action.payload.bundle.document.id]: action.payload } : looks;
