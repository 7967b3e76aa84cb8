import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { waitFor } from '@testing-library/react';
import {
  EMPTY_KIT,
  createNested,
  createShape,
  planOverlays,
  readKitEntries,
  readTable,
  type Footage,
  type Kit,
  type Read,
} from '@/core/document';
import { addLayer, updateLayer, updateMove } from '@/core/edit';
import { MoonError } from '@/core/errors';
import { addLanding, addOverlay, duplicate, remove, rename, restore } from '@/store/actions';
import { editOverlay, redo, undo } from '@/store/editing';
import { addFromTable } from '@/store/fromTable';
import { deleteUnread, unreadText } from '@/store/unreadParts';
import { kitLoaded } from '@/store/kit';
import { openKitFile } from '@/store/kitFiles';
import { importCopy, importFiles, leaveUnreadable } from '@/store/media';
import { loadKit, loadSettings } from '@/store/storage';
import { openIndex } from '@/store/saving';
import { selectKit, selectOverlay } from '@/store/selectors';
import { dismissed, followingSet, themeSet } from '@/store/session';
import { startKeeping } from '@/store/start';
import { store } from '@/store/store';
import { after, at, band, move, overlay, video, words } from '../fixtures';

const mockImportMedia = jest.fn<Promise<Footage>, [File]>();
const mockImportCopy = jest.fn<Promise<Footage>, [File]>();
const mockOpenKit = jest.fn<Promise<Read<Kit>>, [Blob]>();
jest.mock('@/engine/engine', () => ({
  engine: {
    importMedia: (file: File) => mockImportMedia(file),
    importCopy: (file: File) => mockImportCopy(file),
    openKit: (file: Blob) => mockOpenKit(file),
    keptMedia: async () => [],
    dropMedia: async () => undefined,
    settleMedia: async () => undefined,
    renewMediaLog: async () => undefined,
    clearScratchFiles: async () => undefined,
  },
}));

const { dispatch, getState } = store;
const kitOf = (change: Partial<Kit> = {}): Kit => ({ ...EMPTY_KIT, name: 'Kit', ...change });
const notices = () => getState().session.notices.map((notice) => notice.text);
/** What the Undo of the newest notice that has one brings back. */
const lastUndo = (): string =>
  getState().session.notices.findLast((notice) => notice.restore !== null)!.restore!;
const shown = (id: string) => selectOverlay(getState(), id)!;

const entriesOf = ({ name, ...lists }: Kit) => ({
  name,
  entries: Object.values(lists)
    .flat()
    .sort((a, b) => a.id.localeCompare(b.id)),
});

/** Until what lies in storage is what the store holds. */
const saved = () =>
  waitFor(async () => {
    expect(entriesOf((await loadKit())!.document)).toEqual(entriesOf(selectKit(getState())));
  });

/** As on the next visit. */
const startAgain = () => {
  dispatch(kitLoaded({ kit: kitOf(), fresh: true }));
  return dispatch(startKeeping());
};

beforeAll(() => dispatch(startKeeping()));

beforeEach(() => {
  dispatch(followingSet(false));
  for (const { id } of getState().session.notices) dispatch(dismissed(id));
  dispatch(kitLoaded({ kit: kitOf({ overlays: [overlay({ layers: [band()] })] }), fresh: false }));
});

describe('editing', () => {
  it('changes a document and undoes it', () => {
    dispatch(editOverlay('overlay', (document) => ({ ...document, length: 10 })));
    expect(shown('overlay').length).toBe(10);
    dispatch(undo('overlay'));
    expect(shown('overlay').length).toBe(120);
  });

  it('refuses cues in a circle, says why, and changes nothing', () => {
    const moves = [move('a', 'fade', 'arrive', at(0)), move('b', 'fade', 'arrive', after('a'))];
    dispatch(editOverlay('overlay', (document) => ({ ...document, layers: [band({ moves })] })));
    const before = shown('overlay');
    dispatch(
      editOverlay('overlay', (document) => updateMove(document, 'band', 'a', { cue: after('b') })),
    );
    expect(shown('overlay')).toBe(before);
    expect(notices().at(-1)).toMatch(/wait for each other/);
  });

  it('refuses an overlay inside itself, and names the way round', () => {
    const inner = overlay({ id: 'inner', name: 'Inner' });
    const outer = overlay({
      id: 'outer',
      name: 'Outer',
      layers: [createNested('n', inner, inner)],
    });
    dispatch(kitLoaded({ kit: kitOf({ overlays: [inner, outer] }), fresh: false }));
    dispatch(
      editOverlay('inner', (document) => addLayer(document, createNested('m', document, outer))),
    );
    expect(shown('inner').layers).toEqual([]);
    expect(notices().at(-1)).toMatch(/cannot be inside itself: “Outer” contains “Inner”/);
  });

  describe('of overlays that would come to contain each other', () => {
    const nest = (into: string, what: string) =>
      dispatch(
        editOverlay(into, (document) =>
          addLayer(document, createNested(`in-${into}`, document, shown(what))),
        ),
      );
    const nested = () => ['a', 'b'].map((id) => shown(id)?.layers.length);
    const renamed = (id: string, name: string) => {
      dispatch(editOverlay(id, (document) => ({ ...document, name })));
      return shown(id).name;
    };

    beforeEach(() => {
      const overlays = ['a', 'b'].map((id) => overlay({ id, name: id.toUpperCase() }));
      dispatch(kitLoaded({ kit: kitOf({ overlays }), fresh: false }));
    });

    it('refuses to redo, and both can be edited on', () => {
      nest('a', 'b');
      dispatch(undo('a'));
      nest('b', 'a');
      dispatch(redo('a'));
      expect(nested()).toEqual([0, 1]);
      expect(notices().at(-1)).toMatch(/cannot be inside itself/);
      expect([renamed('a', 'One'), renamed('b', 'Two')]).toEqual(['One', 'Two']);
    });

    it('refuses to undo what took one out', () => {
      nest('a', 'b');
      dispatch(editOverlay('a', (document) => ({ ...document, layers: [] })));
      nest('b', 'a');
      dispatch(undo('a'));
      expect(nested()).toEqual([0, 1]);
    });

    it('takes one out of what is brought back', () => {
      nest('a', 'b');
      dispatch(undo('a'));
      nest('b', 'a');
      dispatch(remove('b'));
      dispatch(redo('a'));
      dispatch(restore(lastUndo()));
      expect(nested()).toEqual([1, 0]);
      expect(notices().at(-1)).toMatch(/“A” was taken out of “B”/);
    });

    it('opens a kit with a circle without it', () => {
      const [a, b] = ['a', 'b'].map((id) => shown(id));
      const overlays = [
        { ...a, layers: [createNested('x', a, b)] },
        { ...b, layers: [createNested('y', b, a)] },
      ];
      const { document, told, leftOut } = readKitEntries(kitOf({ overlays }));
      expect(document.overlays.map(({ layers }) => layers.length)).toEqual([0, 1]);
      expect(told).toEqual(['“B” was taken out of “A”, which would else contain itself.']);
      expect(leftOut).toHaveLength(1);
    });
  });

  it('keeps the length with the artwork where that is asked for', () => {
    dispatch(editOverlay('overlay', (document) => ({ ...document, lengthFollows: true })));
    dispatch(editOverlay('overlay', (document) => updateLayer(document, 'band', { to: 77 })));
    expect(shown('overlay').length).toBe(77);
  });

  it('does nothing while another tab has the kit, and says so', () => {
    dispatch(followingSet(true));
    dispatch(editOverlay('overlay', (document) => ({ ...document, length: 10 })));
    expect(dispatch(addOverlay())).toBeNull();
    dispatch(remove('overlay'));
    expect(shown('overlay').length).toBe(120);
    expect(notices().at(-1)).toMatch(/open in another tab/);
  });
});

describe('the kit', () => {
  it('makes new overlays and landings, the latter in their footage’s size', () => {
    const id = dispatch(
      addOverlay((document) => ({ ...document, layers: [createShape('s', document, 'ellipse')] })),
    )!;
    expect(shown(id).layers).toHaveLength(1);
    const landing = dispatch(addLanding(video({ width: 641, height: 480 })))!;
    expect(getState().kit.documents[landing].present).toMatchObject({
      width: 640,
      height: 480,
    });
  });

  it('copies, renames, deletes and brings back', () => {
    dispatch(duplicate('overlay'));
    const { overlays } = selectKit(getState());
    expect(overlays.map((entry) => entry.name).sort()).toEqual([
      'Test overlay',
      'Test overlay copy',
    ]);
    dispatch(rename('overlay', 'Other'));
    expect(shown('overlay').name).toBe('Other');
    dispatch(remove('overlay'));
    expect(selectOverlay(getState(), 'overlay')).toBeUndefined();
    dispatch(restore(lastUndo()));
    expect(shown('overlay').name).toBe('Other');
  });

  it('makes an overlay for each row that was planned', () => {
    const base = overlay({ layers: [words('Name')] });
    dispatch(kitLoaded({ kit: kitOf({ overlays: [base] }), fresh: false }));
    const plans = planOverlays(base, readTable('Name\nMarten\nWren'), { words: 0 });
    dispatch(addFromTable('overlay', plans));
    const names = selectKit(getState()).overlays.map((entry) => entry.name);
    expect(names.sort()).toEqual(['Test overlay', 'Test overlay: Marten', 'Test overlay: Wren']);
    expect(notices().at(-1)).toBe('2 overlays were made from the table.');
  });

  it('deletes a font and brings it back', () => {
    const font = {
      kind: 'font' as const,
      version: 2 as const,
      id: 'own',
      name: 'Kite Mono',
      created: 0,
      media: { hash: 'c'.repeat(64), extension: 'ttf', bytes: 3 },
    };
    dispatch(kitLoaded({ kit: kitOf({ fonts: [font] }), fresh: false }));
    dispatch(remove('own'));
    expect(selectKit(getState()).fonts).toEqual([]);
    expect(notices().at(-1)).toBe('“Kite Mono” was deleted.');
    dispatch(restore(lastUndo()));
    expect(selectKit(getState()).fonts).toEqual([font]);
  });

  it('takes the good files of several and says what is wrong with the others', async () => {
    mockImportMedia.mockRejectedValueOnce(new MoonError('media-empty', '“a.png” is empty.'));
    mockImportMedia.mockResolvedValueOnce(video({ id: 'good' }));
    const brought = await dispatch(importFiles([new File([], 'a.png'), new File(['x'], 'b.mp4')]));
    expect(brought.map((footage) => footage.id)).toEqual(['good']);
    expect(Object.keys(getState().kit.footage)).toEqual(['good']);
    expect(notices()).toEqual(['“a.png” is empty.']);
  });

  it('keeps a file that this browser cannot read at hand until a copy is made or it is left', async () => {
    const why = '“a.avi” was not brought in: it is AVI.';
    mockImportMedia.mockRejectedValueOnce(new MoonError('codec-unreadable', why));
    mockImportMedia.mockRejectedValueOnce(new MoonError('codec-unreadable', why));
    await dispatch(importFiles([new File(['1'], 'a.avi'), new File(['2'], 'b.avi')]));
    const unreadable = () => getState().session.unreadable;
    expect(unreadable().map((entry) => entry.why)).toEqual([why, why]);
    mockImportCopy.mockImplementationOnce(async (file) =>
      video({ id: file.name.replace('.', '-') }),
    );
    await dispatch(importCopy(unreadable()[1].id, () => undefined, new AbortController().signal));
    expect(Object.keys(getState().kit.footage)).toEqual(['b-avi']);
    dispatch(leaveUnreadable(unreadable()[0].id));
    expect(unreadable()).toEqual([]);
  });

  it('stays as it is when a kit file is wrong, and is replaced when it is right', async () => {
    mockOpenKit.mockRejectedValueOnce(new MoonError('kit-file-invalid', 'It is cut off.'));
    await dispatch(openKitFile(new Blob()));
    expect(shown('overlay')).toBeTruthy();
    expect(notices()).toEqual(['It is cut off.']);
    mockOpenKit.mockResolvedValueOnce({
      document: kitOf({ name: 'Other kit' }),
      told: [],
      leftOut: [],
    });
    await dispatch(openKitFile(new Blob()));
    expect(getState().kit).toMatchObject({ name: 'Other kit', documents: {} });
  });
});

describe('saving', () => {
  it('writes every change, forgets what was deleted, and reads all of it again', async () => {
    dispatch(editOverlay('overlay', (document) => ({ ...document, name: 'Saved name' })));
    const second = dispatch(addOverlay())!;
    await saved();
    const { document: kit, told } = (await loadKit())!;
    expect(told).toEqual([]);
    expect(kit.overlays.map((entry) => entry.name).sort()).toEqual(['New overlay', 'Saved name']);
    dispatch(remove(second));
    await saved();
    expect((await loadKit())!.document.overlays.map((entry) => entry.name)).toEqual(['Saved name']);
  });

  it('starts with what was saved', async () => {
    dispatch(editOverlay('overlay', (document) => ({ ...document, name: 'From last time' })));
    await saved();
    await startAgain();
    expect(selectKit(getState()).overlays.map((entry) => entry.name)).toContain('From last time');
  });

  it('reads what was damaged as far as it can, and keeps the rest as it was', async () => {
    const storage = createAsyncStorage('moonpatch-kit');
    const good = overlay({ id: 'torn', name: 'Torn', layers: [band(), words('Wind')] });
    const torn = {
      ...good,
      length: -4,
      layers: [
        { ...band(), shape: 'no such shape' },
        { ...words('Wind'), size: 1e9 },
      ],
    };
    await saved();
    const documents = `kit/${openIndex()!.generation}/document`;
    await storage.setItem(`${documents}/torn`, JSON.stringify(torn));
    await storage.setItem(`${documents}/lost`, '{"kind":"overlay","name":"Lost"');
    await startAgain();
    expect(shown('torn')).toMatchObject({ length: 1, layers: [{ id: 'words', size: 10_000 }] });
    expect(notices().at(-1)).toMatch(/2 values were beyond.*1 layer or sound/);
    expect(notices().at(-1)).toMatch(/left alone.*kept as it was, under Settings/);
    const { unread } = getState().session;
    expect(unread.map(({ name }) => name).sort()).toEqual(['A document', 'Part of “Torn”']);
    const texts = await Promise.all(unread.map(async (part) => (await unreadText(part))!));
    expect(texts).toContain('{"kind":"overlay","name":"Lost"');
    expect(texts.map(parsedOr)).toContainEqual({ from: 'Torn', value: torn.layers[0] });
    // What was read is saved as it is now, so that it is told once.
    await saved();
    const before = notices().length;
    await startAgain();
    expect(notices().slice(before)).toEqual([expect.not.stringContaining('Torn')]);
    for (const part of getState().session.unread) await dispatch(deleteUnread(part));
    expect(await storage.getItem(`${documents}/lost`)).toBeNull();
  });

  const parsedOr = (text: string): unknown => {
    try {
      return JSON.parse(text);
    } catch {
      return text;
    }
  };

  it('keeps whatever is made within what is read', async () => {
    const id = dispatch(addOverlay((made) => ({ ...made, name: 'k'.repeat(198) })))!;
    dispatch(duplicate(id));
    dispatch(rename(id, 'r'.repeat(300)));
    dispatch(addLanding(video({ rate: { num: 480, den: 1 }, width: 16_000, height: 9000 })));
    mockImportMedia.mockImplementationOnce(async () =>
      video({ id: 'fast', name: 'f'.repeat(215), rate: { num: 480, den: 1 } }),
    );
    await dispatch(importFiles([new File([], 'fast.mp4')]));
    await saved();
    const { document: kit, told } = (await loadKit())!;
    expect(told).toEqual([]);
    const names = kit.overlays.map(({ name }) => name);
    expect(names).toContain('r'.repeat(200));
    expect(names).toContain('k'.repeat(198) + ' c');
    expect(kit.footage[0]).toMatchObject({ name: 'f'.repeat(200), rate: { num: 480, den: 1 } });
    expect(kit.landings[0]).toMatchObject({ width: 7680, height: 4320 });
  });

  it('remembers the chosen theme', async () => {
    dispatch(themeSet('dark'));
    await waitFor(async () =>
      expect((await loadSettings()).settings).toMatchObject({ theme: 'dark' }),
    );
  });
});
