import { EMPTY_KIT, type Footage } from '@/core/document';
import { remove, restore } from '@/store/actions';
import { kitLoaded } from '@/store/kit';
import { replaceFootage } from '@/store/media';
import { store } from '@/store/store';
import { video } from '../fixtures';

const mockImportMedia = jest.fn<Promise<Footage>, [File]>();
jest.mock('@/engine/engine', () => ({
  engine: { importMedia: (file: File) => mockImportMedia(file) },
}));

const { dispatch, getState } = store;
const notices = () => getState().session.notices.map((notice) => notice.text);
const open = (footage: readonly Footage[]) =>
  dispatch(kitLoaded({ kit: { ...EMPTY_KIT, name: 'Kit', footage }, fresh: false }));

/** A promise that is kept by hand. */
function later<T>() {
  let resolve!: (value: T) => void;
  const promise = new Promise<T>((keep) => (resolve = keep));
  return { promise, resolve };
}

/** What the Undo of the newest notice that has one brings back. */
const lastUndo = (): string =>
  getState().session.notices.findLast((notice) => notice.restore !== null)!.restore!;
describe('a new file for footage', () => {
  it('puts another file in the place of footage, says what differs, and takes it back', async () => {
    const before = video({ id: 'shot', name: 'Meadow', duration: 6 });
    open([before]);
    const after = video({ id: 'shot', name: 'other', duration: 4, width: 640 });
    mockImportMedia.mockResolvedValueOnce(after);
    await dispatch(replaceFootage(before, new File(['x'], 'other.mp4')));
    expect(getState().kit.footage.shot).toEqual({ ...after, name: 'Meadow' });
    expect(notices().at(-1)).toMatch(/lasts 4\.0 s instead of 6\.0 s.*640 × /);
    dispatch(restore(lastUndo()));
    expect(getState().kit.footage.shot).toEqual(before);
    mockImportMedia.mockResolvedValueOnce({ ...after, type: 'still' });
    await dispatch(replaceFootage(before, new File(['x'], 'other.png')));
    expect(getState().kit.footage.shot).toEqual(before);
    expect(notices().at(-1)).toMatch(/“other\.png” is no video/);
  });

  it('gives no new file to footage that was deleted or given another one meanwhile', async () => {
    const before = video({ id: 'shot', name: 'Meadow' });
    const other = (letter: string) =>
      video({ id: 'shot', media: { ...before.media, hash: letter.repeat(64) } });
    open([before]);
    const arriving = later<Footage>();
    mockImportMedia.mockReturnValueOnce(arriving.promise);
    const replacing = dispatch(replaceFootage(before, new File(['x'], 'other.mp4')));
    dispatch(remove('shot'));
    arriving.resolve(other('d'));
    await replacing;
    expect(getState().kit.footage.shot).toBeUndefined();
    expect(notices().at(-1)).toMatch(/“Meadow” was deleted meanwhile/);

    dispatch(restore(lastUndo()));
    const slow = later<Footage>();
    mockImportMedia.mockReturnValueOnce(slow.promise);
    const late = dispatch(replaceFootage(before, new File(['x'], 'late.mp4')));
    mockImportMedia.mockResolvedValueOnce(other('e'));
    await dispatch(replaceFootage(before, new File(['x'], 'quick.mp4')));
    slow.resolve(other('f'));
    await late;
    expect(getState().kit.footage.shot.media.hash).toBe('e'.repeat(64));
  });

  it('Undo of a new file and Undo of a deletion after it are two things', async () => {
    const before = video({ id: 'shot', name: 'Meadow' });
    const after = video({ id: 'shot', media: { ...before.media, hash: 'd'.repeat(64) } });
    open([before]);
    mockImportMedia.mockResolvedValueOnce(after);
    await dispatch(replaceFootage(before, new File(['x'], 'other.mp4')));
    const replaced = lastUndo();
    dispatch(remove('shot'));
    const deleted = lastUndo();
    dispatch(restore(replaced));
    expect(getState().kit.footage.shot).toBeUndefined();
    expect(notices().at(-1)).toMatch(/“Meadow” was deleted since/);
    dispatch(restore(deleted));
    expect(getState().kit.footage.shot.media).toEqual(after.media);
    dispatch(restore(replaced));
    expect(getState().kit.footage.shot.media).toEqual(before.media);
  });
});
