import type { Landing, Overlay } from '@/core/document';
import { MoonError, plainWords } from '@/core/errors';
import { quoted } from '@/core/quoted';
import { keepAwake } from './awake';
import {
  deliveryBegun,
  deliveryGoesOn,
  deliveryMade,
  deliveryOver,
  noticed,
  type UnderWay,
  tell,
} from './session';
import type { AppThunk } from './store';
import { work, type Delivery, type SendJob, type SendState } from './work';

type Source = Overlay | Landing;

let controller: AbortController | null = null;

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
  async (dispatch, getState) => {
    if (getState().session.delivery.underWay) return;
    if (jobs.length === 0) {
      dispatch(
        noticed('None of these is in the kit any more, so there is nothing to send.', 'problem'),
      );
      return;
    }
    const own = new AbortController();
    controller = own;
    const goesOn = (change: Partial<UnderWay>) => {
      // A report may still be on its way from the worker when all is over.
      if (controller === own) dispatch(deliveryGoesOn(change));
    };
    const over = (delivery: Delivery | null, problem: string | null) => {
      controller = null;
      dispatch(deliveryOver({ document: document.id, delivery, problem }));
    };
    const state: SendState = { stage: 'making', file: 1, files: jobs.length };
    const startedAt = performance.now();
    dispatch(deliveryBegun({ document, state, done: 0, total: 0, startedAt }));
    try {
      const delivery = await keepAwake(
        work.send(
          jobs,
          (next) => goesOn({ state: next }),
          (done, total) => goesOn({ done, total }),
          own.signal,
        ),
      );
      dispatch(deliveryMade(delivery.sentFiles.map((sent) => ({ sent, job: jobs[sent.job] }))));
      taken(delivery);
      over(delivery, null);
      if (!isSeen(document)) {
        dispatch(noticed(`${quoted(document.name)} was sent as ${delivery.name}.`));
      }
    } catch (error) {
      const stopped = error instanceof MoonError && error.code === 'stopped';
      over(null, stopped ? null : plainWords(error));
      if (!stopped && !isSeen(document)) dispatch(tell(error));
    }
  };
