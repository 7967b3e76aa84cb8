import { nanoid } from '@reduxjs/toolkit';
// Not by the index of documents, which has all of their code: the kit's own screen needs these alone.
import { createLanding, createOverlay } from '@/core/document/create';
import { EMPTY_KIT } from '@/core/document/emptyKit';
import { heldName } from '@/core/document/held';
import { DOCUMENT_VERSION } from '@/core/document/stamp';
import type { Footage, KitEntry, Landing, Overlay } from '@/core/document/types';
import type { SendSettings } from '@/core/document/sendSettings';
import { keep } from './keep';
import { kitNamed, removed } from './kit';
import { selectBelongingById, selectDocument, selectFootageById } from './selectors';
import { noticed } from './session';
import type { AppThunk } from './store';
import { quoted } from '@/core/quoted';

export const newId = (): string => nanoid(12);

export const stamp = () => ({ id: newId(), created: Date.now() });

/** Whether changes are allowed here; says why when they are not. */
export const mayChange = (): AppThunk<boolean> => (dispatch, getState) => {
  if (!getState().session.following) return true;
  dispatch(
    noticed('This kit is open in another tab. Change it there, or close that tab.', 'problem'),
  );
  return false;
};

/** @returns the new overlay's id; null when nothing may be changed here */
export const newOverlay =
  (change: (overlay: Overlay) => Overlay = (overlay) => overlay): AppThunk<Overlay | null> =>
  (dispatch) => {
    if (!dispatch(mayChange())) return null;
    const overlay = change(createOverlay(stamp(), 'New overlay'));
    return dispatch(keep(overlay)) ? overlay : null;
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
    return dispatch(keep(landing)) ? landing.id : null;
  };

export const rename =
  (id: string, name: string): AppThunk =>
  (dispatch, getState) => {
    if (!dispatch(mayChange())) return;
    const entry = selectDocument(getState(), id) ?? selectFootageById(getState(), id);
    if (entry) dispatch(keep({ ...entry, name }));
  };

export const duplicate =
  (id: string): AppThunk =>
  (dispatch, getState) => {
    const document = selectDocument(getState(), id);
    if (!document || !dispatch(mayChange())) return;
    dispatch(keep({ ...document, ...stamp(), name: heldName(`${document.name} copy`) }));
  };

/** What was deleted or replaced in this visit, so that Undo can bring it back. */
const bin = new Map<string, KitEntry>();

export const remove =
  (id: string): AppThunk =>
  (dispatch, getState) => {
    const state = getState();
    const gone =
      selectDocument(state, id) ?? selectFootageById(state, id) ?? selectBelongingById(state, id);
    if (!gone || !dispatch(mayChange())) return;
    dispatch(removed(id));
    dispatch(noticedGone(gone, `${quoted(gone.name)} was deleted.`));
  };

/** Keeps what is about to go, and says so with a way back. */
export const noticedGone =
  (gone: KitEntry, text: string): AppThunk =>
  (dispatch) => {
    bin.set(gone.id, gone);
    dispatch(noticed(text, 'note', gone.id));
  };

export const restore =
  (id: string): AppThunk =>
  (dispatch) => {
    const kept = bin.get(id);
    if (!kept || !dispatch(mayChange())) return;
    bin.delete(id);
    dispatch(keep(kept));
  };

/** Remembers how something is sent. @param document the one it is for; null for the whole kit */
export const addRecipe =
  (name: string, document: string | null, settings: SendSettings): AppThunk =>
  (dispatch) => {
    if (!dispatch(mayChange())) return;
    const version = DOCUMENT_VERSION;
    dispatch(keep({ ...stamp(), kind: 'recipe', version, name, document, settings }));
  };

export const renameKit =
  (name: string): AppThunk =>
  (dispatch) => {
    if (dispatch(mayChange())) dispatch(kitNamed(heldName(name)));
  };

export const startEmptyKit = (): AppThunk => (dispatch) => {
  if (dispatch(mayChange())) dispatch(kitNamed(EMPTY_KIT.name));
};
