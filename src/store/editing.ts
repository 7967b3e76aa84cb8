import {
  edited,
  nestedIn,
  nestingCircle,
  type Landing,
  type Overlay,
  type Stack,
} from '@/core/document';
import { MoonError, plainWords } from '@/core/errors';
import { mayChange } from './actions';
import { keepHeld } from './keep';
import { redone, undone, type Editable } from './kit';
import { selectDocument, selectOverlay } from './selectors';
import { noticed } from './session';
import type { AppThunk, RootState } from './store';
import { quoted } from '@/core/quoted';

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
    `An overlay cannot be inside itself: ${circle.map(({ name }) => quoted(name)).join(' contains ')}. Nest another one, or make a copy of it first.`,
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
