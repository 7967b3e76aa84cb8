import { nanoid } from '@reduxjs/toolkit';
import {
  createLanding,
  createOverlay,
  edited,
  heldName,
  nestedIn,
  nestingCircle,
  overlayFromRow,
  DOCUMENT_VERSION,
  type Footage,
  type KitEntry,
  type Landing,
  type Overlay,
  type PlannedOverlay,
  type Stack,
} from '@/core/document';
import { EMPTY_KIT } from '@/core/document/emptyKit';
import { MoonError, plainWords } from '@/core/errors';
import type { SendSettings } from '@/core/sending/settings';
import { kitNamed, redone, removed, undone, type Editable } from './kit';
import { selectBelongingById, selectDocument, selectFootageById, selectOverlay } from './selectors';
import { keep, keepHeld } from './keep';
import { noticed } from './session';
import type { AppThunk, RootState } from './store';

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

/**
 * Applies an edit to a document: the one way anything in it changes.
 * @param gesture edits with the same gesture in a row are one undo step
 */
const editDocument =
  <T extends Editable>(
    kind: T['kind'],
    id: string,
    edit: (document: T) => T,
    gesture: string | null,
  ): AppThunk =>
  (dispatch, getState) => {
    const document = selectDocument(getState(), id);
    if (document?.kind !== kind || !dispatch(mayChange())) return;
    try {
      const next = edited(document as T, edit);
      if (next.entry.kind === 'overlay') refuseCircles(next.entry, getState());
      if (next.entry !== document) dispatch(keepHeld(next, gesture));
    } catch (error) {
      dispatch(noticed(plainWords(error), 'problem'));
    }
  };

/**
 * Overlays that would contain themselves are refused, so that no kept document ever holds them.
 * @throws MoonError 'nesting-circle'
 */
function refuseCircles(overlay: Overlay, state: RootState): void {
  const find = (id: string) => (id === overlay.id ? overlay : selectOverlay(state, id));
  for (const nested of nestedIn(overlay)) {
    const circle = nestingCircle(overlay.id, nested, find);
    if (circle) throw nestedInItself(circle);
  }
}

const nestedInItself = (circle: readonly Overlay[]): MoonError =>
  new MoonError(
    'nesting-circle',
    `An overlay cannot be inside itself: ${circle.map(({ name }) => `“${name}”`).join(' contains ')}. Nest another one, or make a copy of it first.`,
  );

/** An edit of what overlays and landings have in common. */
export type StackEdit = <S extends Stack>(stack: S) => S;
export type OverlayEdit = (overlay: Overlay) => Overlay;
export type LandingEdit = (landing: Landing) => Landing;

export const editOverlay = (
  id: string,
  edit: OverlayEdit,
  gesture: string | null = null,
): AppThunk => editDocument<Overlay>('overlay', id, edit, gesture);

export const editLanding = (
  id: string,
  edit: LandingEdit,
  gesture: string | null = null,
): AppThunk => editDocument<Landing>('landing', id, edit, gesture);

export const undo =
  (id: string): AppThunk =>
  (dispatch) => {
    if (dispatch(mayChange())) dispatch(undone(id));
  };

export const redo =
  (id: string): AppThunk =>
  (dispatch) => {
    if (dispatch(mayChange())) dispatch(redone(id));
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

/** Makes the overlays that were planned from a table, after one of the kit. */
export const addFromTable =
  (id: string, planned: readonly PlannedOverlay[]): AppThunk =>
  (dispatch, getState) => {
    const overlay = selectOverlay(getState(), id);
    if (!overlay || !dispatch(mayChange())) return;
    const made = planned.filter((plan) => dispatch(keep(overlayFromRow(overlay, plan, stamp()))));
    dispatch(noticed(`${made.length} overlays were made from the table.`));
  };

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
    dispatch(noticedGone(gone, `“${gone.name}” was deleted.`));
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
