import { useSyncExternalStore } from 'react';
import { MoonError, plainWords } from '@/core/errors';
import type { Overlay, Landing } from '@/core/document';
import { keepAwake } from './awake';
import { noticed } from './session';
import type { AppThunk } from './store';
import { work, type Delivery, type SendJob, type SendState, type Sent } from './work';
import { quoted } from '@/core/quoted';

/** A file that was made in this visit, and what it was made of. */
export interface Past {
  readonly sent: Sent;
  readonly job: SendJob;
}

type Source = Overlay | Landing;

/** A send that goes on, on whatever screen one is. */
export interface UnderWay {
  readonly document: Source;
  readonly state: SendState;
  readonly done: number;
  readonly total: number;
  /** `performance.now()` when it began. */
  readonly startedAt: number;
}

interface Deliveries {
  readonly underWay: UnderWay | null;
  /** What came of the last send, by the document it was begun from. */
  readonly last: {
    readonly document: string;
    readonly delivery: Delivery | null;
    readonly problem: string | null;
  } | null;
  /** Of all documents, the newest first. */
  readonly past: readonly Past[];
}

let deliveries: Deliveries = { underWay: null, last: null, past: [] };
let controller: AbortController | null = null;
const listeners = new Set<() => void>();

function set(change: Partial<Deliveries>): void {
  deliveries = { ...deliveries, ...change };
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const useDeliveries = (): Deliveries => useSyncExternalStore(subscribe, () => deliveries);

/** The page on which a document is sent. */
export const sendPath = ({ kind, id }: Pick<Source, 'kind' | 'id'>): string =>
  `/${kind}/${id}/send`;

/** Whether what is told of a send stands on the page that is shown. */
const isSeen = (document: Source): boolean => location.pathname === sendPath(document);

export const stopDelivery = (): void => controller?.abort();

/**
 * Makes files, one send at a time. It goes on while one works elsewhere, and the screen stays awake.
 * @param taken given what was made, before it is told
 */
export const deliver =
  (
    document: Source,
    jobs: readonly SendJob[],
    taken: (delivery: Delivery) => void,
  ): AppThunk<Promise<void>> =>
  async (dispatch) => {
    if (deliveries.underWay) return;
    if (jobs.length === 0) {
      dispatch(
        noticed('None of these is in the kit any more, so there is nothing to send.', 'problem'),
      );
      return;
    }
    const own = new AbortController();
    controller = own;
    const goesOn = (change: Partial<UnderWay>) => {
      const { underWay } = deliveries;
      // A report may still be on its way from the worker when all is over.
      if (underWay && controller === own) set({ underWay: { ...underWay, ...change } });
    };
    const over = (delivery: Delivery | null, problem: string | null) => {
      controller = null;
      set({ underWay: null, last: { document: document.id, delivery, problem } });
    };
    const state: SendState = { stage: 'making', file: 1, files: jobs.length };
    const startedAt = performance.now();
    set({ underWay: { document, state, done: 0, total: 0, startedAt }, last: null });
    try {
      const delivery = await keepAwake(
        work.send(
          jobs,
          (next) => goesOn({ state: next }),
          (done, total) => goesOn({ done, total }),
          own.signal,
        ),
      );
      const made = delivery.sentFiles.map((sent) => ({ sent, job: jobs[sent.job] }));
      set({ past: [...made, ...deliveries.past] });
      taken(delivery);
      over(delivery, null);
      if (!isSeen(document)) {
        dispatch(noticed(`${quoted(document.name)} was sent as ${delivery.name}.`));
      }
    } catch (error) {
      const stopped = error instanceof MoonError && error.code === 'stopped';
      over(null, stopped ? null : plainWords(error));
      if (!stopped && !isSeen(document)) dispatch(noticed(plainWords(error), 'problem'));
    }
  };
