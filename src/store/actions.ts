import { nanoid } from '@reduxjs/toolkit';
// Not by the index of documents, which has all of their code: the kit's own screen needs these alone.
import { createLanding, createOverlay } from '@/core/document/create';
import { EMPTY_KIT } from '@/core/document/emptyKit';
import { nameWithinLimits } from '@/core/document/withinLimits';
import { DOCUMENT_VERSION } from '@/core/document/stamp';
import type { Footage, KitEntry, Landing, Overlay } from '@/core/document/types';
import type { SendSettings } from '@/core/document/sendSettings';
import { putEntry } from './putEntry';
import { mayChange } from './mayChange';
import { kitNamed, removed } from './kit';
import { selectBelongingById, selectDocument, selectFootageById } from './selectors';
import { noticed } from './session';
import type { AppThunk, RootState } from './store';
import { quoted } from '@/core/quoted';

export const newId = (): string => nanoid(12);

export const stamp = () => ({ id: newId(), created: Date.now() });

/** @returns the new overlay's id; null when nothing may be changed here */
export const newOverlay =
  (change: (overlay: Overlay) => Overlay = (overlay) => overlay): AppThunk<Overlay | null> =>
  (dispatch) => {
    if (!dispatch(mayChange())) return null;
    const overlay = change(createOverlay(stamp(), 'New overlay'));
    return dispatch(putEntry(overlay)) ? overlay : null;
  };

export const addOverlay =
  (change?: (overlay: Overlay) => Overlay): AppThunk<string | null> =>
  (dispatch) =>
    dispatch(newOverlay(change))?.id ?? null;

export const addLanding =
  (
    base: Footage | null,
    change: (landing: Landing) => Landing = (landing) => landing,
  ): AppThunk<string | null> =>
  (dispatch) => {
    if (!dispatch(mayChange())) return null;
    const landing = change(createLanding(stamp(), 'New landing', base));
    return dispatch(putEntry(landing)) ? landing.id : null;
  };

export const rename =
  (id: string, name: string): AppThunk =>
  (dispatch, getState) => {
    if (!dispatch(mayChange())) return;
    const entry = selectDocument(getState(), id) ?? selectFootageById(getState(), id);
    if (entry) dispatch(putEntry({ ...entry, name }));
  };

export const duplicate =
  (id: string): AppThunk =>
  (dispatch, getState) => {
    const document = selectDocument(getState(), id);
    if (!document || !dispatch(mayChange())) return;
    dispatch(
      putEntry({ ...document, ...stamp(), name: nameWithinLimits(`${document.name} copy`) }),
    );
  };

/** What was deleted or replaced. */
interface Gone {
  readonly entry: KitEntry;
  /** What took its place; null where it was deleted. */
  readonly successor: KitEntry | null;
}

/** What went in this visit, each by a name of its own, so that Undo can bring it back. */
const bin = new Map<string, Gone>();

/** Whatever of the kit has an id. */
const selectEntry = (state: RootState, id: string): KitEntry | undefined =>
  selectDocument(state, id) ?? selectFootageById(state, id) ?? selectBelongingById(state, id);

export const remove =
  (id: string): AppThunk =>
  (dispatch, getState) => {
    const gone = selectEntry(getState(), id);
    if (!gone || !dispatch(mayChange())) return;
    dispatch(removed(id));
    dispatch(noticedGone(gone, `${quoted(gone.name)} was deleted.`));
  };

/** Keeps what is about to go, and says so with a way back. @param successor what took its place */
export const noticedGone =
  (entry: KitEntry, text: string, successor: KitEntry | null = null): AppThunk =>
  (dispatch) => {
    const name = newId();
    bin.set(name, { entry, successor });
    dispatch(noticed(text, 'note', name));
  };

/** Brings back what a notice was about, unless something was done with it since. */
export const restore =
  (name: string): AppThunk =>
  (dispatch, getState) => {
    const gone = bin.get(name);
    if (!gone || !dispatch(mayChange())) return;
    const { entry, successor } = gone;
    const now = selectEntry(getState(), entry.id);
    if (successor && !now) {
      const text = `${quoted(entry.name)} was deleted since. Bring it back first, then undo this.`;
      dispatch(noticed(text, 'problem', name));
      return;
    }
    bin.delete(name);
    if (!now) dispatch(putEntry(entry));
    else if (!successor) dispatch(noticed(`${quoted(entry.name)} is in the kit already.`));
    else if (isOf(now, successor)) dispatch(putEntry({ ...entry, name: now.name }));
    else dispatch(noticed(`${quoted(entry.name)} has another file since, and keeps it.`));
  };

/** Whether two have the same file. */
const isOf = (a: KitEntry, b: KitEntry): boolean =>
  a.kind === 'footage' && b.kind === 'footage' && a.media.hash === b.media.hash;

/** Remembers how something is sent. @param document the one it is for; null for the whole kit */
export const addRecipe =
  (name: string, document: string | null, settings: SendSettings): AppThunk =>
  (dispatch) => {
    if (!dispatch(mayChange())) return;
    const version = DOCUMENT_VERSION;
    dispatch(putEntry({ ...stamp(), kind: 'recipe', version, name, document, settings }));
  };

export const renameKit =
  (name: string): AppThunk =>
  (dispatch) => {
    if (dispatch(mayChange())) dispatch(kitNamed(nameWithinLimits(name)));
  };

export const startEmptyKit = (): AppThunk => (dispatch) => {
  if (dispatch(mayChange())) dispatch(kitNamed(EMPTY_KIT.name));
};
