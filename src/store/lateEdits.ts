import { MoonError } from '@/core/errors';
import { quoted } from '@/core/quoted';
import { sameList } from '@/core/sameList';
import { mayChange } from './mayChange';
import { editStack, type StackEdit } from './editing';
import type { Editable } from './kit';
import { selectDocument } from './selectors';
import { noticed } from './session';
import type { AppThunk } from './store';

/** Work on a document that takes a while, and what comes of it. */
export interface LateWork<T> {
  /** What the work is about, and what its result would replace: where any of it is another by then, it is void. */
  readonly about: (document: Editable) => readonly unknown[];
  readonly work: () => Promise<T>;
}

export interface LateEdit<T> extends LateWork<T> {
  /** Puts what was found into the document as it is by then. */
  readonly merge: (found: T) => StackEdit;
}

/**
 * Does work on a document, and uses what came of it only if it still holds: the screen that asked was not left, the
 * document is there, and what the work was about is as it was.
 * @param use called in the same turn as that is looked at: nothing can come between
 * @returns null where it does not hold any more; that something changed is told
 * @throws what the work throws
 */
export const whenDone =
  <T>(
    id: string,
    { about, work }: LateWork<T>,
    use: (found: T) => void,
    signal: AbortSignal,
  ): AppThunk<Promise<T | null>> =>
  async (dispatch, getState) => {
    const before = selectDocument(getState(), id);
    if (!before || !dispatch(mayChange())) return null;
    const found = await work().catch((error: unknown) => {
      // Nobody waits for it any more.
      if (signal.aborted) throw new MoonError('stopped', 'Stopped.');
      throw error;
    });
    const now = selectDocument(getState(), id);
    if (signal.aborted || !now) return null;
    if (sameList(about(before), about(now))) {
      use(found);
      return found;
    }
    dispatch(
      noticed(
        `${quoted(now.name)} was changed meanwhile, so that what was found was left out. Ask for it again.`,
      ),
    );
    return null;
  };

/** The same, with an edit of what came of it: the one way in which work that takes a while changes a document. */
export const editWhenDone =
  <T>(id: string, late: LateEdit<T>, signal: AbortSignal): AppThunk<Promise<T | null>> =>
  (dispatch) => {
    const use = (found: T) => dispatch(editStack(id, late.merge(found)));
    return dispatch(whenDone(id, late, use, signal));
  };
