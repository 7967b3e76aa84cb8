import { createAction, type UnknownAction } from '@reduxjs/toolkit';
import type { Landing, Overlay } from '@/core/document';
import type { Delivery, SendJob, SendState, Sent } from '../work';

/** A file that was made in this visit, and what it was made of. */
export interface Past {
  readonly sent: Sent;
  readonly job: SendJob;
}

/** A send that goes on, on whatever screen one is. */
export interface UnderWay {
  readonly document: Overlay | Landing;
  readonly state: SendState;
  readonly done: number;
  readonly total: number;
  /** `performance.now()` when it began. */
  readonly startedAt: number;
}

/** What came of a send, by the document it was begun from; neither where it was stopped. */
export interface LastDelivery {
  readonly document: string;
  readonly delivery: Delivery | null;
  readonly problem: string | null;
}

interface Deliveries {
  readonly underWay: UnderWay | null;
  readonly last: LastDelivery | null;
  /** Of all documents, the newest first. */
  readonly past: readonly Past[];
}

export const deliveryBegun = createAction<UnderWay>('delivery/begun');
export const deliveryGoesOn = createAction<Partial<UnderWay>>('delivery/goesOn');
export const deliveryMade = createAction<readonly Past[]>('delivery/made');
export const deliveryOver = createAction<LastDelivery>('delivery/over');

const NONE: Deliveries = { underWay: null, last: null, past: [] };

/** One send at a time. Without `createSlice`, which would freeze all of the documents. */
export function deliveryReducer(state: Deliveries = NONE, action: UnknownAction): Deliveries {
  if (deliveryBegun.match(action)) return { ...state, underWay: action.payload, last: null };
  if (deliveryGoesOn.match(action)) {
    return state.underWay
      ? { ...state, underWay: { ...state.underWay, ...action.payload } }
      : state;
  }
  if (deliveryMade.match(action)) return { ...state, past: [...action.payload, ...state.past] };
  if (deliveryOver.match(action)) return { ...state, underWay: null, last: action.payload };
  return state;
}
