import { waitFor } from '@testing-library/react';
import fc from 'fast-check';
import {
  createNested,
  EMPTY_KIT,
  nestedIn,
  nestingCircle,
  readEntry,
  type Kit,
} from '@/core/document';
import { addLayer, removeLayers } from '@/core/edit';
import { remove, restore } from '@/store/actions';
import { editOverlay, redo, undo } from '@/store/editing';
import { kitLoaded } from '@/store/kit';
import { selectKit, selectOverlay, selectOverlays } from '@/store/selectors';
import { startKeeping } from '@/store/start';
import { loadKit } from '@/store/storage';
import { store } from '@/store/store';
import { band, overlay } from '../fixtures';

jest.mock('@/engine/engine', () => ({
  engine: {
    keptMedia: async () => [],
    dropMedia: async () => undefined,
    settleMedia: async () => undefined,
    renewMediaLog: async () => undefined,
    clearScratchFiles: async () => undefined,
  },
}));

const { dispatch, getState } = store;
const IDS = ['a', 'b', 'c'];
const kit = (): Kit => ({
  ...EMPTY_KIT,
  name: 'Kit',
  overlays: IDS.map((id) => overlay({ id, name: id.toUpperCase() })),
});

let made = 0;
const shown = (id: string) => selectOverlay(getState(), id);

/** What can be done to one of some overlays, with another one at hand. */
const ACTS: Readonly<Record<string, (id: string, other: string) => void>> = {
  nest: (id, other) => {
    const nested = shown(other);
    if (!nested) return;
    dispatch(
      editOverlay(id, (document) =>
        addLayer(document, createNested(`n${made++}`, document, nested)),
      ),
    );
  },
  shape: (id) =>
    void dispatch(editOverlay(id, (document) => addLayer(document, band({ id: `s${made++}` })))),
  unnest: (id) =>
    void dispatch(
      editOverlay(id, (document) =>
        removeLayers(document, document.layers.map((layer) => layer.id).slice(0, 1)),
      ),
    ),
  undo: (id) => void dispatch(undo(id)),
  redo: (id) => void dispatch(redo(id)),
  remove: (id) => void dispatch(remove(id)),
  restore: (id) => {
    const told = getState().session.notices.findLast(
      (notice) => notice.restore !== null && notice.text.startsWith(`“${id.toUpperCase()}”`),
    );
    if (told) dispatch(restore(told.restore!));
  },
};

const steps = fc.array(
  fc.tuple(fc.constantFrom(...Object.keys(ACTS)), fc.constantFrom(...IDS), fc.constantFrom(...IDS)),
  { minLength: 1, maxLength: 25 },
);

const begin = () => dispatch(kitLoaded({ kit: kit(), fresh: false }));

beforeAll(() => dispatch(startKeeping()));

describe('any order of edits over several overlays', () => {
  it('leaves each of them readable, and none in itself', () => {
    fc.assert(
      fc.property(steps, (all) => {
        begin();
        for (const [act, id, other] of all) {
          ACTS[act](id, other);
          for (const document of selectOverlays(getState())) {
            expect(readEntry(JSON.parse(JSON.stringify(document))).told).toEqual([]);
            for (const nested of nestedIn(document)) {
              expect(nestingCircle(document.id, nested, shown)).toBeNull();
            }
          }
        }
        // And each of them can be edited on.
        for (const { id, layers } of selectOverlays(getState())) {
          ACTS.shape(id, id);
          expect(shown(id)!.layers).toHaveLength(layers.length + 1);
        }
      }),
      { numRuns: 150 },
    );
  });

  it('is undone to its beginning and redone to its end', () => {
    const edits = steps.map((all) => all.filter(([act]) => act === 'shape' || act === 'unnest'));
    fc.assert(
      fc.property(edits, (all) => {
        begin();
        const first = IDS.map(shown);
        for (const [act, id, other] of all) ACTS[act](id, other);
        const last = IDS.map(shown);
        for (const id of IDS) for (let i = 0; i < all.length; i++) dispatch(undo(id));
        expect(IDS.map(shown)).toEqual(first);
        for (const id of IDS) for (let i = 0; i < all.length; i++) dispatch(redo(id));
        expect(IDS.map(shown)).toEqual(last);
      }),
      { numRuns: 50 },
    );
  });

  it('is saved as it is, and the same on the next visit', async () => {
    await fc.assert(
      fc.asyncProperty(steps, async (all) => {
        begin();
        for (const [act, id, other] of all) ACTS[act](id, other);
        const ordered = ({ overlays }: Kit) =>
          [...overlays].sort((x, y) => x.id.localeCompare(y.id));
        await waitFor(async () =>
          expect(ordered((await loadKit())!.document)).toEqual(ordered(selectKit(getState()))),
        );
        const before = ordered(selectKit(getState()));
        dispatch(kitLoaded({ kit: { ...EMPTY_KIT, name: 'Kit' }, fresh: true }));
        await dispatch(startKeeping());
        expect(ordered(selectKit(getState()))).toEqual(before);
      }),
      { numRuns: 6 },
    );
  });
});
