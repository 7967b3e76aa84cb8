import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { waitFor } from '@testing-library/react';
import { EMPTY_KIT, type Footage, type Kit } from '@/core/document';
import { remove } from '@/store/actions';
import { editOverlay } from '@/store/editing';
import { findCopies, openCopy, openKitFile } from '@/store/kitFiles';
import { kitLoaded } from '@/store/kit';
import { openIndex } from '@/store/saving';
import { selectKit } from '@/store/selectors';
import { dismissed, hintSeen, settingsLoaded, themeSet } from '@/store/session';
import { startKeeping, tidyUp } from '@/store/start';
import { loadKit } from '@/store/storage';
import { store } from '@/store/store';
import { bringBack, findUnused, freeUnused } from '@/store/unusedMedia';
import { overlay, video } from '../fixtures';

/** Media by hash, in place of the engine's. */
const mockKept = new Map<string, number>();
const mockOpenKit = jest.fn();
jest.mock('@/engine/engine', () => ({
  engine: {
    openKit: () => mockOpenKit(),
    keptMedia: async () => [...mockKept].map(([hash, bytes]) => ({ hash, bytes })),
    dropMedia: async (hashes: readonly string[]) => {
      for (const hash of hashes) mockKept.delete(hash);
    },
    settleMedia: async () => undefined,
    renewMediaLog: async () => undefined,
    clearScratchFiles: async () => undefined,
  },
}));

const { dispatch, getState } = store;
const storage = createAsyncStorage('moonpatch-kit');
const DAY = 24 * 60 * 60 * 1000;

const kitOf = (change: Partial<Kit> = {}): Kit => ({ ...EMPTY_KIT, name: 'Kit', ...change });
const media = (letter: string) => ({ hash: letter.repeat(64), extension: 'webm', bytes: 10 });
const clip = (id: string, letter: string): Footage => video({ id, name: id, media: media(letter) });
const notices = () => getState().session.notices.map((notice) => notice.text);
const names = () => selectKit(getState()).overlays.map(({ name }) => name);

const startAgain = async () => {
  dispatch(kitLoaded({ kit: kitOf(), fresh: true }));
  await dispatch(startKeeping());
  await dispatch(tidyUp());
};
const openFile = (kit: Kit) => {
  mockOpenKit.mockResolvedValueOnce({ document: kit, told: [], leftOut: [] });
  return dispatch(openKitFile(new Blob()));
};
const saved = () =>
  waitFor(async () => {
    const { document } = (await loadKit())!;
    expect(document.overlays.map(({ name }) => name).sort()).toEqual([...names()].sort());
    expect(document.footage.length).toBe(selectKit(getState()).footage.length);
  });

const later = (milliseconds: number) =>
  jest
    .spyOn(Date, 'now')
    .mockReturnValue(performance.timeOrigin + performance.now() + milliseconds);

const put = IDBObjectStore.prototype.put;
/** Has the disk full for keys that match, as long as the test runs. */
function fullFor(key: RegExp) {
  jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (
    this: IDBObjectStore,
    value: unknown,
    at?: IDBValidKey,
  ) {
    if (key.test(String(at))) throw new DOMException('Full.', 'QuotaExceededError');
    return put.call(this, value, at);
  });
}

beforeEach(async () => {
  await storage.clear();
  mockKept.clear();
  for (const { id } of getState().session.notices) dispatch(dismissed(id));
  await startAgain();
  await openFile(kitOf({ name: 'First', overlays: [overlay({ id: 'a', name: 'Alpha' })] }));
});

afterEach(() => jest.restoreAllMocks());

describe('replacing the kit', () => {
  it('is all or nothing: where it cannot be written whole, the kit is as it was, in storage too', async () => {
    fullFor(/document\/c/);
    const next = [overlay({ id: 'b', name: 'Beta' }), overlay({ id: 'c', name: 'Gamma' })];
    await openFile(kitOf({ name: 'Second', overlays: next }));
    expect(notices().at(-1)).toMatch(/no room left/);
    expect(names()).toEqual(['Alpha']);
    expect((await loadKit())!.document).toEqual(selectKit(getState()));
    jest.restoreAllMocks();
    await startAgain();
    expect(names()).toEqual(['Alpha']);
    expect(selectKit(getState()).name).toBe('First');
  });

  it('keeps the kit before, which can be had back with what was made of it', async () => {
    dispatch(editOverlay('a', (document) => ({ ...document, length: 77 })));
    await openFile(kitOf({ name: 'Second', overlays: [overlay({ id: 'b', name: 'Beta' })] }));
    await startAgain();
    expect(names()).toEqual(['Beta']);
    const copy = (await findCopies()).find(({ why }) => why === 'replaced')!;
    expect(copy).toMatchObject({ name: 'First', counts: { overlay: 1 } });
    await dispatch(openCopy(copy));
    expect(selectKit(getState())).toMatchObject({
      name: 'First',
      overlays: [{ name: 'Alpha', length: 77 }],
    });
    await startAgain();
    expect(names()).toEqual(['Alpha']);
    const replaced = (await findCopies()).filter(({ why }) => why === 'replaced');
    expect(replaced.map(({ name }) => name)).toEqual(['Second', 'First']);
  });
});

describe('the list of the kit', () => {
  it.each([
    ['missing', null],
    ['garbled', '{"name":"Fi'],
    ['something else', '7'],
  ])('is made anew where it is %s, and it is told', async (_what, text) => {
    if (text === null) await storage.removeItem('index');
    else await storage.setItem('index', text);
    await startAgain();
    expect(selectKit(getState()).name).toBe('First');
    expect(names()).toEqual(['Alpha']);
    expect(notices().join()).toMatch(/list of your kit was damaged/);
    expect(JSON.parse((await storage.getItem('index'))!)).toEqual(openIndex());
  });

  it('is read as earlier versions wrote it, and what they saved is had back after it was replaced', async () => {
    await storage.clear();
    await storage.setItem('index', JSON.stringify({ name: 'Old kit' }));
    await storage.setItem('document/o', JSON.stringify(overlay({ id: 'o', name: 'Old' })));
    await startAgain();
    expect(names()).toEqual(['Old']);
    dispatch(editOverlay('o', (document) => ({ ...document, name: 'Older' })));
    await saved();
    await openFile(kitOf({ name: 'New' }));
    await startAgain();
    expect([selectKit(getState()).name, names()]).toEqual(['New', []]);
    await storage.removeItem('index');
    await startAgain();
    expect(selectKit(getState()).name).toBe('New');
    await dispatch(openCopy((await findCopies())[0]));
    expect(names()).toEqual(['Older']);
  });

  it('of settings that cannot be read says so and begins anew', async () => {
    await storage.setItem('settings', '{"theme":');
    await startAgain();
    expect(notices().join()).toMatch(/settings were damaged/);
    expect(JSON.parse((await storage.getItem('settings'))!)).toEqual({
      theme: 'system',
      hints: [],
    });
  });
});

describe('settings', () => {
  const kept = async () => JSON.parse((await storage.getItem('settings'))!) as unknown;

  it('are as they were chosen in the next visit, and hints that were seen stay so', async () => {
    dispatch(themeSet('dark'));
    dispatch(hintSeen('making'));
    const chosen = { theme: 'dark', hints: ['making'] };
    await waitFor(async () => expect(await kept()).toEqual(chosen));
    dispatch(settingsLoaded({ theme: 'system', hints: [] }));
    await startAgain();
    expect(getState().session).toMatchObject(chosen);
    // What opening writes is written by then.
    await dispatch(tidyUp());
    expect(await kept()).toEqual(chosen);
  });

  it('are not written where they are as they were', async () => {
    dispatch(hintSeen('making'));
    await waitFor(async () => expect(await kept()).toMatchObject({ hints: ['making'] }));
    await storage.removeItem('settings');
    dispatch(hintSeen('making'));
    await dispatch(tidyUp());
    expect(await storage.getItem('settings')).toBeNull();
  });
});

describe('saving', () => {
  it('of one document that cannot be written does not hold back the others, and is tried again', async () => {
    const two = [overlay({ id: 'a', name: 'Alpha' }), overlay({ id: 'b', name: 'Beta' })];
    await openFile(kitOf({ name: 'Two', overlays: two }));
    fullFor(/document\/a/);
    dispatch(editOverlay('a', (document) => ({ ...document, length: 11 })));
    dispatch(editOverlay('b', (document) => ({ ...document, length: 12 })));
    const lengths = async () =>
      Object.fromEntries(
        (await loadKit())!.document.overlays.map(({ name, length }) => [name, length]),
      );
    await waitFor(async () => expect(await lengths()).toEqual({ Alpha: 120, Beta: 12 }));
    expect(getState().session.unsaved).toMatch(/no room left.*tried again by itself/);
    jest.restoreAllMocks();
    await waitFor(async () => expect(await lengths()).toEqual({ Alpha: 11, Beta: 12 }));
    await waitFor(() => expect(getState().session.unsaved).toBeNull());
  });

  it('writes everything again after storage was emptied', async () => {
    await storage.clear();
    dispatch(editOverlay('a', (document) => ({ ...document, length: 13 })));
    await saved();
    await waitFor(() => expect(notices().join()).toMatch(/storage was emptied/));
    await startAgain();
    expect(selectKit(getState())).toMatchObject({ name: 'First', overlays: [{ length: 13 }] });
  });

  it('writes everything again where it was emptied just before the last change was written', async () => {
    const others = [overlay({ id: 'b', name: 'Beta' })];
    await openFile(
      kitOf({ name: 'Two', overlays: [overlay({ id: 'a', name: 'Alpha' }), ...others] }),
    );
    let emptied = false;
    jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (
      this: IDBObjectStore,
      value: unknown,
      at?: IDBValidKey,
    ) {
      if (!emptied && String(at).endsWith('document/a')) {
        emptied = true;
        this.clear();
      }
      return put.call(this, value, at);
    });
    dispatch(editOverlay('a', (document) => ({ ...document, length: 15 })));
    await waitFor(() => expect(notices().join()).toMatch(/storage was emptied/));
    await saved();
    await startAgain();
    expect(selectKit(getState()).overlays).toMatchObject([{ length: 15 }, { name: 'Beta' }]);
  });

  it('writes everything again where it was emptied just after the last change was written', async () => {
    dispatch(editOverlay('a', (document) => ({ ...document, length: 16 })));
    await waitFor(async () => expect((await loadKit())!.document.overlays[0].length).toBe(16));
    await storage.clear();
    await waitFor(async () => expect(await loadKit()).not.toBeNull(), { timeout: 4000 });
    await saved();
    await startAgain();
    expect(selectKit(getState()).overlays).toMatchObject([{ length: 16 }]);
  });

  it('goes on after the browser closed the connection', async () => {
    const connection = await new Promise<IDBDatabase>((resolve) => {
      const transaction = IDBDatabase.prototype.transaction;
      jest.spyOn(IDBDatabase.prototype, 'transaction').mockImplementation(function (
        this: IDBDatabase,
        ...how: Parameters<IDBDatabase['transaction']>
      ) {
        resolve(this);
        return transaction.apply(this, how);
      } as IDBDatabase['transaction']);
      void storage.getItem('index');
    });
    jest.restoreAllMocks();
    connection.close();
    dispatch(editOverlay('a', (document) => ({ ...document, length: 14 })));
    await waitFor(async () => expect((await loadKit())!.document.overlays[0].length).toBe(14));
    expect(getState().session.unsaved).toBeNull();
  });
});

describe('media that nothing names', () => {
  const unused = async () => (await dispatch(findUnused())).map(({ name }) => name);

  it('wait for seven days, are told with their size, and go then', async () => {
    mockKept.set(media('a').hash, 10).set(media('b').hash, 20);
    await openFile(kitOf({ footage: [clip('shown', 'a')] }));
    await startAgain();
    expect(await dispatch(findUnused())).toMatchObject([{ hash: media('b').hash, bytes: 20 }]);
    later(6 * DAY);
    await startAgain();
    expect(mockKept.size).toBe(2);
    later(8 * DAY);
    await startAgain();
    expect([...mockKept.keys()]).toEqual([media('a').hash]);
    expect(await unused()).toEqual([]);
  });

  it('are had back as what they were, or freed at once', async () => {
    mockKept.set(media('a').hash, 10).set(media('b').hash, 20);
    await openFile(kitOf({ footage: [clip('hill', 'a'), clip('meadow', 'b')] }));
    dispatch(remove('hill'));
    dispatch(remove('meadow'));
    await saved();
    expect((await unused()).sort()).toEqual(['hill', 'meadow']);
    const hill = (await dispatch(findUnused())).find(({ name }) => name === 'hill')!;
    await dispatch(bringBack(hill));
    expect(selectKit(getState()).footage).toEqual([clip('hill', 'a')]);
    expect(await unused()).toEqual(['meadow']);
    await dispatch(freeUnused([media('b').hash]));
    expect([...mockKept.keys()]).toEqual([media('a').hash]);
  });

  it.each([
    ['a footage record is damaged', 'document/shown', '{"kind":"footage","name":"sho'],
    ['a footage record names nothing any more', 'document/shown', '{"kind":"footage"}'],
    [
      'a document is of a newer version',
      'document/a',
      '{"kind":"overlay","version":99,"name":"N"}',
    ],
    ['the list is missing', 'index', null],
  ])('stay for as long as it is not known that they are unused: %s', async (_why, key, text) => {
    mockKept.set(media('a').hash, 10);
    const overlays = [overlay({ id: 'a', name: 'Alpha' })];
    await openFile(kitOf({ overlays, footage: [clip('shown', 'a')] }));
    const at = key === 'index' ? key : `kit/${openIndex()!.generation}/${key}`;
    if (text === null) await storage.removeItem(at);
    else await storage.setItem(at, text);
    for (const days of [0, 8, 16]) {
      later(days * DAY);
      await startAgain();
      if (text === null) await storage.removeItem(at);
    }
    expect([...mockKept.keys()]).toEqual([media('a').hash]);
  });

  it('of a kit that was replaced stay as long as it can be had back', async () => {
    mockKept.set(media('a').hash, 10);
    await openFile(kitOf({ name: 'With', footage: [clip('shown', 'a')] }));
    await openFile(kitOf({ name: 'Without' }));
    for (const days of [1, 6, 7.5]) {
      later(days * DAY);
      await startAgain();
    }
    expect(mockKept.size).toBe(1);
    await dispatch(openCopy((await findCopies()).find(({ name }) => name === 'With')!));
    expect(selectKit(getState()).footage).toEqual([clip('shown', 'a')]);
  });
});

describe('safety copies', () => {
  it('are made once a day, the last ten are kept, and each is the kit as it was', async () => {
    for (let day = 1; day <= 13; day++) {
      later(day * 1.1 * DAY);
      dispatch(editOverlay('a', (document) => ({ ...document, length: 100 + day })));
      await saved();
      await startAgain();
      await waitFor(async () => expect((await findCopies())[0]?.at).toBe(Date.now()));
      await startAgain();
    }
    const copies = await findCopies();
    expect(copies).toHaveLength(10);
    expect(new Set(copies.map(({ why }) => why))).toEqual(new Set(['daily']));
    expect(copies[3]).toMatchObject({ name: 'First', counts: { overlay: 1, footage: 0 } });
    await dispatch(openCopy(copies[3]));
    expect(selectKit(getState()).overlays[0].length).toBe(110);
    const keys = await storage.getAllKeys();
    expect(keys.filter((key) => key.endsWith('/head'))).toHaveLength(12);
  });
});
