import { nestedIn, nestingCircle, type Landing, type Overlay, type Stack } from '@/core/document';
import { edited } from '@/core/edit';
import { MoonError } from '@/core/errors';
import { tell } from './session';
import { mayChange } from './mayChange';
import { putFitting } from './putEntry';
import { redone, undone, type Editable } from './kit';
import { selectDocument, selectOverlay } from './selectors';
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
      refuseCircles(next.entry, document, getState());
      if (next.entry !== document) dispatch(putFitting(next, gesture));
    } catch (error) {
      dispatch(tell(error));
    }
  };

/**
 * Overlays that would come to contain themselves are refused, so that no kept document ever does.
 * @throws MoonError 'nesting-circle'
 */
function refuseCircles(overlay: Editable, before: Editable, state: RootState): void {
  if (overlay.kind !== 'overlay') return;
  const find = (id: string) => (id === overlay.id ? overlay : selectOverlay(state, id));
  const present = nestedIn(before);
  for (const nested of nestedIn(overlay).filter((id) => !present.includes(id))) {
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

/** The same for whichever of both it is. */
export const editStack =
  (id: string, edit: StackEdit): AppThunk =>
  (dispatch, getState) => {
    const { kind } = selectDocument(getState(), id) ?? {};
    if (kind) dispatch(kind === 'overlay' ? editOverlay(id, edit) : editLanding(id, edit));
  };

/** Takes a step back or on again, unless other documents have changed so that it would close a circle. */
const step =
  (id: string, take: typeof undone | typeof redone): AppThunk =>
  (dispatch, getState) => {
    const history = getState().kit.documents[id];
    const wanted = take === undone ? history?.past.at(-1) : history?.future[0];
    if (!wanted || !dispatch(mayChange())) return;
    try {
      refuseCircles(wanted, history.present, getState());
      dispatch(take(id));
    } catch (error) {
      dispatch(tell(error));
    }
  };

export const undo = (id: string): AppThunk => step(id, undone);
export const redo = (id: string): AppThunk => step(id, redone);
