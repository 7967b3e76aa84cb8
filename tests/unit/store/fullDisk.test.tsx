import { bucket, cacheNamed } from './browser';
import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { waitFor } from '@testing-library/react';
import { EMPTY_KIT, type Kit } from '@/core/document';
import { MoonError } from '@/core/errors';
import { remove } from '@/store/actions';
import { editOverlay } from '@/store/editing';
import { openKitFile } from '@/store/kitFiles';
import { noteFailure, openIndex } from '@/store/saving';
import { startKeeping } from '@/store/start';
import { loadCopies, loadKit } from '@/store/storage';
import { CachedTexts } from '@/store/storage/cachedTexts';
import type { Place } from '@/store/storage/copy';
import { store } from '@/store/store';
import { overlay } from '../fixtures';

const mockOpenKit = jest.fn();
const mockRenew = jest.fn();
jest.mock('@/engine/engine', () => ({
  engine: {
    openKit: () => mockOpenKit(),
    keptMedia: async () => [],
    settleMedia: async () => undefined,
    renewMediaLog: async () => mockRenew(),
    clearScratchFiles: async () => undefined,
  },
}));

const records = createAsyncStorage('moonpatch-kit');
const mirror = createAsyncStorage('moonpatch-kit', 'mirror');

const spareCache = cacheNamed('records');

const { dispatch, getState } = store;
const put = IDBObjectStore.prototype.put;

/** Has writes fail as on a full disk, of those of the records or of the mirror, in the words of some engine. */
function fullFor(place: 'records' | 'mirror', words = 'QuotaExceededError') {
  jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (
    this: IDBObjectStore,
    value: unknown,
    at?: IDBValidKey,
  ) {
    const isMirror = databases.has(this.transaction.db);
    if (isMirror === (place === 'mirror')) throw new DOMException('Not written.', words);
    return put.call(this, value, at);
  });
}

/** Databases of the mirror's bucket. */
const databases = new Set<IDBDatabase>();
const open = bucket.open.bind(bucket);
bucket.open = (...what) => {
  const request = open(...what);
  request.addEventListener('success', () => databases.add(request.result));
  return request;
};

const kitOf = (change: Partial<Kit>): Kit => ({ ...EMPTY_KIT, name: 'Kit', ...change });
const lengthen = (id: string, length: number) =>
  dispatch(editOverlay(id, (document) => ({ ...document, length })));
const isTold = () => waitFor(() => expect(getState().session.unsaved).toMatch(/no room left/));
const allSaved = () =>
  waitFor(() => expect(getState().session.unsaved).toBeNull(), { timeout: 10_000 });

/** Lengths of overlays by name, as the next visit finds them. */
async function lengths() {
  const { document } = (await loadKit())!;
  return Object.fromEntries(document.overlays.map(({ name, length }) => [name, length]));
}

/** Lengths of overlays in the mirror. */
const mirrored = () => lengthsIn(mirror);
/** Lengths of overlays in the third copy. */
const spared = () => lengthsIn(new CachedTexts('records'));

const lengthsIn = async (place: Place) => {
  const texts = await place.getMany([...(await place.getAllKeys())]);
  const documents = Object.entries(texts).filter(([key]) =>
    key.startsWith(`kit/${openIndex()!.generation}/document/`),
  );
  return documents.map(([, text]) => (JSON.parse(text!) as { length: number }).length).sort();
};

const startAgain = () => dispatch(startKeeping());

beforeEach(async () => {
  await startAgain();
  const overlays = [overlay({ id: 'a', name: 'Alpha' }), overlay({ id: 'b', name: 'Beta' })];
  mockOpenKit.mockResolvedValueOnce({ document: kitOf({ overlays }), told: [], leftOut: [] });
  await dispatch(openKitFile(new Blob()));
});
afterEach(() => jest.restoreAllMocks());

it('what was saved is there where the browser throws all records away for want of room', async () => {
  lengthen('a', 11);
  await waitFor(async () => expect(await lengths()).toEqual({ Alpha: 11, Beta: 120 }));
  fullFor('records');
  lengthen('b', 12);
  await isTold();
  await records.clear();
  jest.restoreAllMocks();
  await startAgain();
  expect(await lengths()).toEqual({ Alpha: 11, Beta: 120 });
});

describe('where both the records and their mirror are thrown away', () => {
  const loseBoth = async () => {
    await records.clear();
    await mirror.clear();
    await startAgain();
  };

  it('a third copy has all changes and what was removed', async () => {
    lengthen('a', 31);
    lengthen('a', 32);
    dispatch(remove('b'));
    await waitFor(async () => expect(await lengths()).toEqual({ Alpha: 32 }));
    await waitFor(async () => expect(await spared()).toEqual([32]));
    await loseBoth();
    expect(await lengths()).toEqual({ Alpha: 32 });
  });

  it('changes do not wait for the third copy', async () => {
    await waitFor(async () => expect(await spared()).toEqual([120, 120]));
    let goOn: () => void = () => undefined;
    const held = new Promise<void>((resolve) => (goOn = resolve));
    jest.spyOn(spareCache, 'put').mockReturnValueOnce(held);
    lengthen('a', 38);
    await waitFor(async () => expect(await lengths()).toEqual({ Alpha: 38, Beta: 120 }));
    lengthen('a', 39);
    await waitFor(async () => expect(await lengths()).toEqual({ Alpha: 39, Beta: 120 }));
    goOn();
    await waitFor(async () => expect(await spared()).toEqual([120, 39]));
  });

  it('the newest copy is brought back', async () => {
    await waitFor(async () => expect(await spared()).toEqual([120, 120]));
    fullFor('mirror');
    lengthen('a', 37);
    await waitFor(async () => expect(await spared()).toEqual([120, 37]));
    expect(await mirrored()).toEqual([120, 120]);
    await records.clear();
    jest.restoreAllMocks();
    await startAgain();
    expect(await lengths()).toEqual({ Alpha: 37, Beta: 120 });
  });

  it('under an open page, the third copy is let alone until all is there again', async () => {
    await waitFor(async () => expect(await spared()).toEqual([120, 120]));
    await records.clear();
    await mirror.clear();
    fullFor('records');
    lengthen('a', 33);
    await isTold();
    expect(await spared()).toEqual([120, 120]);
    jest.restoreAllMocks();
    await allSaved();
    await waitFor(async () => expect(await spared()).toEqual([120, 33]));
  });

  it('what the third copy could not take is there as it was before', async () => {
    await waitFor(async () => expect(await spared()).toEqual([120, 120]));
    const full = new DOMException('Not written.', 'QuotaExceededError');
    jest.spyOn(spareCache, 'put').mockRejectedValue(full);
    lengthen('a', 34);
    await waitFor(async () => expect(await lengths()).toEqual({ Alpha: 34, Beta: 120 }));
    // What has no room there is not tried here.
    lengthen('a', 35);
    await isTold();
    jest.restoreAllMocks();
    await loseBoth();
    expect(await lengths()).toEqual({ Alpha: 120, Beta: 120 });
  });

  it('a third copy of before is made anew where it is behind', async () => {
    await spareCache.clear();
    await startAgain();
    lengthen('b', 36);
    await waitFor(async () => expect(await spared()).toEqual([120, 36]));
  });
});

it('a visit that has no room to bring them back says so, and brings them back once there is', async () => {
  // The page before looks whether its last save lasted; a real one is gone by the next visit.
  await new Promise((resolve) => setTimeout(resolve, 2500));
  fullFor('records');
  await records.clear();
  await startAgain();
  expect(getState().session.unsaved).toMatch(/no room left to bring back/);
  jest.restoreAllMocks();
  await startAgain();
  expect(getState().session.unsaved).toBeNull();
  expect(await lengths()).toEqual({ Alpha: 120, Beta: 120 });
});

it('where they have no room to come back into an open page, the mirror is let alone', async () => {
  const all = async () => mirror.getMany(await mirror.getAllKeys());
  const before = await all();
  await records.clear();
  jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (
    this: IDBObjectStore,
    value: unknown,
    at?: IDBValidKey,
  ) {
    // All of them together have no room, a document by itself has.
    const isIndex = at === 'index' && !databases.has(this.transaction.db);
    if (isIndex) throw new DOMException('Full.', 'QuotaExceededError');
    return put.call(this, value, at);
  });
  lengthen('a', 11);
  await isTold();
  expect(await all()).toEqual(before);
  jest.restoreAllMocks();
  await allSaved();
  expect(await lengths()).toEqual({ Alpha: 11, Beta: 120 });
});

it('nothing is written a second time that could not be written once', async () => {
  const before = await mirror.getMany(await mirror.getAllKeys());
  fullFor('records');
  lengthen('a', 11);
  await isTold();
  expect(await mirror.getMany(await mirror.getAllKeys())).toEqual(before);
  jest.restoreAllMocks();
  await allSaved();
});

it('a page that goes on saves everything again, and copies of other days are kept', async () => {
  const copies = (await loadCopies(openIndex()!)).length;
  expect(copies).toBeGreaterThan(0);
  await records.clear();
  lengthen('a', 11);
  await waitFor(async () => expect(await lengths()).toEqual({ Alpha: 11, Beta: 120 }));
  expect(await loadCopies(openIndex()!)).toHaveLength(copies);
});

it('a mirror that could not follow is made anew with the next change, and in the next visit', async () => {
  expect(await mirrored()).toEqual([120, 120]);
  fullFor('mirror');
  dispatch(remove('b'));
  await waitFor(async () => expect(await lengths()).toEqual({ Alpha: 120 }));
  expect(await mirrored()).toEqual([120, 120]);
  // What has no room there must not end what is there: here it is not tried.
  lengthen('a', 13);
  await isTold();
  expect(await lengths()).toEqual({ Alpha: 120 });
  jest.restoreAllMocks();
  await waitFor(async () => expect(await mirrored()).toEqual([13]), { timeout: 10_000 });
  await allSaved();
  await mirror.setItem('serial', 'another');
  await mirror.removeItem(`kit/${openIndex()!.generation}/document/a`);
  await startAgain();
  lengthen('a', 14);
  await waitFor(async () => expect(await mirrored()).toEqual([14]));
});

it('records are not written where the mirror cannot be, for whatever reason', async () => {
  fullFor('mirror', 'UnknownError');
  lengthen('a', 21);
  await waitFor(async () => expect(await lengths()).toEqual({ Alpha: 21, Beta: 120 }));
  lengthen('a', 22);
  await waitFor(() => expect(getState().session.unsaved).toMatch(/does not let this page save/));
  expect(await lengths()).toEqual({ Alpha: 21, Beta: 120 });
  jest.restoreAllMocks();
  await allSaved();
  expect(await lengths()).toEqual({ Alpha: 22, Beta: 120 });
});

it('a kit of before there was a mirror gets one with its next change', async () => {
  await mirror.clear();
  await records.removeItem('serial');
  await startAgain();
  lengthen('a', 16);
  await waitFor(async () => expect(await mirrored()).toEqual([120, 16]));
  expect(await mirror.getItem('index')).not.toBeNull();
});

it('a change goes to the records first: the mirror takes no time of it', async () => {
  lengthen('a', 17);
  await waitFor(async () => expect(await mirrored()).toEqual([120, 17]));
  const touched: string[] = [];
  const get = IDBObjectStore.prototype.get;
  jest.spyOn(IDBObjectStore.prototype, 'get').mockImplementation(function (
    this: IDBObjectStore,
    key: IDBValidKey | IDBKeyRange,
  ) {
    if (databases.has(this.transaction.db)) touched.push('mirror');
    return get.call(this, key);
  });
  jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (
    this: IDBObjectStore,
    value: unknown,
    at?: IDBValidKey,
  ) {
    touched.push(databases.has(this.transaction.db) ? 'mirror' : 'records');
    return put.call(this, value, at);
  });
  lengthen('a', 18);
  await waitFor(() => expect(touched).toContain('mirror'));
  expect(touched[0]).toBe('records');
  await waitFor(async () => expect(await mirrored()).toEqual([120, 18]));
});

it('a mirror that was emptied meanwhile is made anew', async () => {
  lengthen('a', 19);
  await waitFor(async () => expect(await mirrored()).toEqual([120, 19]));
  await mirror.clear();
  lengthen('a', 20);
  await waitFor(async () => expect(await mirrored()).toEqual([120, 20]));
  expect(await mirror.getItem('index')).not.toBeNull();
});

it('what is changed while the log of media is renewed is saved', async () => {
  mockRenew.mockImplementationOnce(() => lengthen('a', 15));
  noteFailure(new MoonError('storage-full', 'No room.'));
  await waitFor(async () => expect(await lengths()).toEqual({ Alpha: 15, Beta: 120 }));
  await allSaved();
});
