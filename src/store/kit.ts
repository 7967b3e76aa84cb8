import {
  createEntityAdapter,
  createSlice,
  original,
  type Draft,
  type EntityState,
  type PayloadAction,
  type UnknownAction,
} from '@reduxjs/toolkit';
import undoable, { newHistory, type StateWithHistory } from 'redux-undo';
import type { Footage, Kit, Landing, Overlay, Resource } from '@/core/document';
import type { Recipe } from '@/core/sending/settings';

/** A document that can be edited, with its own undo steps. */
export type Editable = Overlay | Landing;
/** What documents name, and what they are sent by. */
export type Belonging = Resource | Recipe;
export type History = StateWithHistory<Editable>;

const documents = createEntityAdapter({ selectId: ({ present }: History) => present.id });
const footage = createEntityAdapter<Footage>();
const belongings = createEntityAdapter<Belonging>();

export interface KitState {
  readonly status: 'loading' | 'fresh' | 'ready';
  readonly name: string;
  readonly documents: EntityState<History, string>;
  readonly footage: EntityState<Footage, string>;
  readonly belongings: EntityState<Belonging, string>;
}

const start: KitState = {
  status: 'loading',
  name: 'My kit',
  documents: documents.getInitialState(),
  footage: footage.getInitialState(),
  belongings: belongings.getInitialState(),
};

interface Change {
  readonly document: Editable;
  /** Changes with the same gesture one after the other are one undo step. */
  readonly gesture: string | null;
}

const CHANGE = 'history/change';
const UNDO = 'history/undo';
const REDO = 'history/redo';
const UNDO_STEPS = 200;

type HistoryAction = UnknownAction & Partial<Change>;

const history = undoable(
  (document: Editable | undefined, action: HistoryAction) =>
    action.type === CHANGE ? action.document! : document!,
  {
    limit: UNDO_STEPS,
    undoType: UNDO,
    redoType: REDO,
    groupBy: (action: HistoryAction) => (action.type === CHANGE ? action.gesture : null),
  },
);

/** The state with one document's history one step on; documents in it stay the very objects they are. */
function stepped(state: KitState, id: string, action: HistoryAction): KitState {
  const known = state.documents.entities[id];
  if (!known) return state;
  return { ...state, documents: documents.setOne(state.documents, history(known, action)) };
}

const fresh = (document: Editable): History => newHistory<Editable>([], document, []);

/** Immer would hand histories on as drafts; what is given here is the state itself. */
const plainly =
  <P>(reduce: (state: KitState, payload: P) => KitState) =>
  (draft: Draft<KitState>, { payload }: PayloadAction<P>): Draft<KitState> =>
    reduce(original(draft) as KitState, payload) as Draft<KitState>;

const kit = createSlice({
  name: 'kit',
  initialState: start,
  reducers: {
    kitLoaded: plainly((_before, loaded: { readonly kit: Kit; readonly fresh: boolean }) => ({
      status: loaded.fresh ? 'fresh' : 'ready',
      name: loaded.kit.name,
      documents: documents.setAll(
        documents.getInitialState(),
        [...loaded.kit.overlays, ...loaded.kit.landings].map(fresh),
      ),
      footage: footage.setAll(footage.getInitialState(), loaded.kit.footage),
      belongings: belongings.setAll(belongings.getInitialState(), [
        ...loaded.kit.fonts,
        ...loaded.kit.luts,
        ...loaded.kit.recipes,
      ]),
    })),
    kitNamed: plainly((state, name: string) => ({ ...state, status: 'ready', name })),
    documentAdded: plainly(withDocument),
    documentChanged: plainly((state, change: Change) =>
      stepped(state, change.document.id, { type: CHANGE, ...change }),
    ),
    /** Another tab saved this document; its own undo steps here are void. */
    documentFollowed: plainly(withDocument),
    undone: plainly((state, id: string) => stepped(state, id, { type: UNDO })),
    redone: plainly((state, id: string) => stepped(state, id, { type: REDO })),
    footageSet: plainly((state, entry: Footage) => ({
      ...state,
      status: 'ready',
      footage: footage.setOne(state.footage, entry),
    })),
    belongingSet: plainly((state, entry: Belonging) => ({
      ...state,
      status: 'ready',
      belongings: belongings.setOne(state.belongings, entry),
    })),
    removed: plainly((state, id: string) => ({
      ...state,
      documents: documents.removeOne(state.documents, id),
      footage: footage.removeOne(state.footage, id),
      belongings: belongings.removeOne(state.belongings, id),
    })),
  },
});

function withDocument(state: KitState, document: Editable): KitState {
  return {
    ...state,
    status: 'ready',
    documents: documents.setOne(state.documents, fresh(document)),
  };
}

export const {
  kitLoaded,
  kitNamed,
  documentAdded,
  documentChanged,
  documentFollowed,
  undone,
  redone,
  footageSet,
  belongingSet,
  removed,
} = kit.actions;
export const kitReducer = kit.reducer;
