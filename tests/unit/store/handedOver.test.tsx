import { CACHES } from '@/core/site';
import { takeHandedOver } from '@/store/arrivals';
import { saveChanges } from '@/store/saving';
import { unsavedSet } from '@/store/session';
import { store } from '@/store/store';

jest.mock('@/store/saving', () => ({ saveChanges: jest.fn() }));

/** Files as the service worker keeps them until they are in. */
let waiting: string[] = [];
const cache = {
  keys: async () => waiting.map((url) => ({ url })),
  match: async () => ({ blob: async () => new Blob(['film'], { type: 'video/mp4' }) }),
  delete: async ({ url }: { readonly url: string }) => {
    waiting = waiting.filter((entry) => entry !== url);
  },
};
Object.defineProperty(window, 'caches', {
  value: {
    has: async (name: string) => name === CACHES.handedOver,
    open: async () => cache,
  },
});
globalThis.caches = window.caches;

const FILM = 'http://localhost/handed-over/From%20a%20phone.mp4';
const save = saveChanges as jest.Mock;

beforeEach(() => {
  waiting = [FILM];
  store.dispatch(unsavedSet(null));
});

describe('a file that another app handed over', () => {
  it('is kept until the kit that has it is saved', async () => {
    let saved: () => void = () => undefined;
    save.mockReturnValue(new Promise<void>((resolve) => (saved = resolve)));
    const names: string[] = [];
    const taken = takeHandedOver(
      async (files) => void names.push(...files.map(({ name }) => name)),
    );
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(names).toEqual(['From a phone.mp4']);
    expect(waiting).toEqual([FILM]);
    saved();
    await taken;
    expect(waiting).toEqual([]);
  });

  it('is found by the next visit where saving failed', async () => {
    save.mockImplementation(async () => void store.dispatch(unsavedSet('The disk is full.')));
    await takeHandedOver(async () => undefined);
    expect(waiting).toEqual([FILM]);
  });
});
