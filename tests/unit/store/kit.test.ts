import { configureStore } from '@reduxjs/toolkit';
import {
  documentAdded,
  documentChanged,
  documentFollowed,
  footageSet,
  kitLoaded,
  kitReducer,
  redone,
  removed,
  undone,
  type Editable,
} from '@/store/kit';
import { overlay, video } from '../fixtures';

const makeStore = () => configureStore({ reducer: kitReducer });
const named = (name: string): Editable => overlay({ name });
const change = (name: string, gesture: string | null = null) =>
  documentChanged({ document: named(name), gesture });

describe('undo and redo', () => {
  it('go one change back and forth, per document', () => {
    const store = makeStore();
    store.dispatch(documentAdded(named('a')));
    store.dispatch(documentAdded({ ...named('other'), id: 'other' }));
    store.dispatch(change('b'));
    store.dispatch(change('c'));
    store.dispatch(undone('overlay'));
    expect(store.getState().documents.overlay.present.name).toBe('b');
    store.dispatch(undone('other'));
    expect(store.getState().documents.other.present.name).toBe('other');
    store.dispatch(redone('overlay'));
    expect(store.getState().documents.overlay.present.name).toBe('c');
  });

  it('take all changes of one gesture as one step, and two gestures as two', () => {
    const store = makeStore();
    store.dispatch(documentAdded(named('start')));
    for (const name of ['d1', 'd2', 'd3']) store.dispatch(change(name, 'drag one'));
    for (const name of ['e1', 'e2']) store.dispatch(change(name, 'drag two'));
    store.dispatch(undone('overlay'));
    expect(store.getState().documents.overlay.present.name).toBe('d3');
    store.dispatch(undone('overlay'));
    expect(store.getState().documents.overlay.present.name).toBe('start');
  });

  it('forget what was undone once something new is done', () => {
    const store = makeStore();
    store.dispatch(documentAdded(named('a')));
    store.dispatch(change('b'));
    store.dispatch(undone('overlay'));
    store.dispatch(change('c'));
    store.dispatch(redone('overlay'));
    expect(store.getState().documents.overlay.present.name).toBe('c');
  });
});

describe('the kit', () => {
  it('is replaced as a whole and keeps nothing of the old one', () => {
    const store = makeStore();
    store.dispatch(documentAdded(named('old')));
    store.dispatch(
      kitLoaded({
        kit: {
          name: 'New',
          overlays: [],
          landings: [],
          footage: [video()],
          fonts: [],
          luts: [],
          recipes: [],
        },
        fresh: false,
      }),
    );
    expect(store.getState()).toMatchObject({ name: 'New', status: 'ready', documents: {} });
    expect(Object.keys(store.getState().footage)).toEqual(['clip']);
  });

  it('removes documents and footage by id and leaves the rest the very same', () => {
    const store = makeStore();
    store.dispatch(documentAdded(named('a')));
    store.dispatch(footageSet(video()));
    const { documents } = store.getState();
    store.dispatch(removed('clip'));
    expect(store.getState().footage).toEqual({});
    expect(store.getState().documents.overlay).toBe(documents.overlay);
  });

  it('follows another tab without keeping undo steps of its own', () => {
    const store = makeStore();
    store.dispatch(documentAdded(named('a')));
    store.dispatch(change('b'));
    store.dispatch(documentFollowed(named('theirs')));
    store.dispatch(undone('overlay'));
    expect(store.getState().documents.overlay.present.name).toBe('theirs');
  });
});
