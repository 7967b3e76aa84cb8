import { waitFor } from '@testing-library/react';
import { EMPTY_KIT, type KitEntry } from '@/core/document';
import { editOverlay } from '@/store/editing';
import { kitLoaded } from '@/store/kit';
import { beginSaving } from '@/store/saving';
import { selectOverlay } from '@/store/selectors';
import { followingSet } from '@/store/session';
import { store } from '@/store/store';
import type { Saved } from '@/store/tabs';
import { overlay } from '../fixtures';

jest.mock('@/engine/engine', () => ({ engine: {} }));

let mockTell: (saved: Saved) => void;
jest.mock('@/store/tabs', () => ({
  onTabs: (listen: typeof mockTell) => (mockTell = listen),
  tellTabs: () => undefined,
  takeLock: async () => true,
}));

/** Ends the reading that is under way. */
let mockRead: (document: KitEntry | null) => void;
jest.mock('@/store/storage', () => ({
  ...jest.requireActual<typeof import('@/store/storage')>('@/store/storage'),
  loadDocument: () => new Promise<KitEntry | null>((resolve) => (mockRead = resolve)),
}));

const { dispatch, getState } = store;
const lengthNow = () => selectOverlay(getState(), 'overlay')!.length;
const index = { name: 'Kit', generation: 'first' };

// Once what stands in for the tabs is there.
beforeAll(() => void jest.requireActual('@/store/start'));

beforeEach(() => {
  dispatch(kitLoaded({ kit: { ...EMPTY_KIT, overlays: [overlay()] }, fresh: false }));
  beginSaving(index, [selectOverlay(getState(), 'overlay')!]);
  dispatch(followingSet(true));
});

describe('a tab that follows another one', () => {
  it('shows what the other has saved', async () => {
    mockTell({ id: 'overlay' });
    mockRead({ ...overlay(), length: 44 });
    await waitFor(() => expect(lengthNow()).toBe(44));
  });

  it('keeps its own once it has taken over, whatever it was reading then', async () => {
    mockTell({ id: 'overlay' });
    dispatch(followingSet(false));
    dispatch(editOverlay('overlay', (document) => ({ ...document, length: 33 })));
    mockRead({ ...overlay(), length: 44 });
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(lengthNow()).toBe(33);
  });
});
