import type { PictureItem } from '@/core/scene';
import { PictureShelf } from '@/engine/media/pictures';

const opened: string[] = [];
const closed: string[] = [];
jest.mock('@/engine/media/frameSource', () => ({
  openFrames: async ({ hash }: { readonly hash: string }) => {
    opened.push(hash);
    return { at: async () => null, close: () => closed.push(hash) };
  },
}));
jest.mock('@/engine/media/still', () => ({
  decodeStill: async ({ hash }: { readonly hash: string }) => {
    opened.push(hash);
    return { close: () => closed.push(hash) };
  },
}));
jest.mock('@/engine/media/framePixels', () => ({}));
jest.mock('@/engine/keying/keyer', () => ({}));
jest.mock('@/paint/browserTools', () => ({}));

const item = (hash: string, type: 'video' | 'still') =>
  ({
    ...{ width: 16, height: 9, matrix: [1, 0, 0, 1, 0, 0], seconds: 0, key: null, mix: null },
    footage: { name: hash, type, media: { hash } },
  }) as unknown as PictureItem;

const show = async (shelf: PictureShelf, items: readonly PictureItem[], frames: number) => {
  for (let frame = 0; frame < frames; frame++) await shelf.prepare(items, 1);
};

beforeEach(() => {
  opened.length = 0;
  closed.length = 0;
});

describe('footage on a shelf', () => {
  it('is let go of once it was not shown for a while, and opened again when it is', async () => {
    const shelf = new PictureShelf();
    await show(shelf, [item('first', 'video'), item('card', 'still')], 3);
    await show(shelf, [item('second', 'video')], 100);
    expect(closed).toEqual([]);
    await show(shelf, [item('second', 'video')], 100);
    expect([...closed].sort()).toEqual(['card', 'first']);
    await show(shelf, [item('first', 'video')], 1);
    expect(opened).toEqual(['first', 'card', 'second', 'first']);
  });

  it('is all let go of at the end', async () => {
    const shelf = new PictureShelf();
    await show(shelf, [item('first', 'video'), item('card', 'still')], 1);
    shelf.close();
    await Promise.resolve();
    await Promise.resolve();
    expect([...closed].sort()).toEqual(['card', 'first']);
  });
});
