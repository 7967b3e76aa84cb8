import fc from 'fast-check';
import {
  createLanded,
  DEFAULT_KEY,
  createLanding,
  EMPTY_KIT,
  type ClipLayer,
  type Footage,
  type KeySettings,
  type Landing,
} from '@/core/document';
import { addLayer, changeRate, findLayer, updateLayer } from '@/core/edit';
import { MoonError } from '@/core/errors';
import { remove } from '@/store/actions';
import { stopBusy } from '@/store/busily';
import { editLanding, undo } from '@/store/editing';
import { kitLoaded } from '@/store/kit';
import { keyLanded } from '@/store/landedKey';
import { editWhenDone } from '@/store/lateEdits';
import { importFiles, recoverAlpha, replaceFootage } from '@/store/media';
import { selectDocument } from '@/store/selectors';
import { dismissed, followingSet } from '@/store/session';
import { store } from '@/store/store';
import { video } from '../fixtures';

const mockEngine = {
  importMedia: jest.fn(),
  screenKey: jest.fn(),
  recoverAlpha: jest.fn(),
};
jest.mock('@/engine/engine', () => ({
  engine: {
    importMedia: (...args: unknown[]) => mockEngine.importMedia(...args),
    screenKey: (...args: unknown[]) => mockEngine.screenKey(...args),
    recoverAlpha: (...args: unknown[]) => mockEngine.recoverAlpha(...args),
  },
}));

const { dispatch, getState } = store;

const media = (letter: string): Footage['media'] => ({
  hash: letter.repeat(64),
  extension: 'mp4',
  bytes: 3,
});
const shot = video({ id: 'shot', name: 'Meadow', media: media('a') });
const ground = createLanding({ id: 'landing', created: 0 }, 'Landing', shot);
const clip = createLanded('clip', ground, shot);
const landing: Landing = addLayer(ground, clip);
const OTHER_KIT = { ...EMPTY_KIT, name: 'Another kit' };

const found: KeySettings = { ...DEFAULT_KEY, colour: '#00ff00' };
const byHand: KeySettings = { ...DEFAULT_KEY, colour: '#0000ff' };

const layerNow = () =>
  findLayer(selectDocument(getState(), 'landing') as Landing, 'clip') as ClipLayer | undefined;
const keyNow = () => {
  const document = selectDocument(getState(), 'landing');
  return document ? (layerNow()?.key ?? null) : null;
};

let left = new AbortController();

/** What takes a while. */
const AWAITED: Readonly<Record<string, () => Promise<unknown>>> = {
  'find a key': () =>
    dispatch(
      editWhenDone(
        'landing',
        {
          about: (stack) => [findLayer(stack, 'clip')],
          work: () => mockEngine.screenKey(),
          merge: (key: KeySettings) => (stack) => updateLayer(stack, 'clip', { key }),
        },
        left.signal,
      ),
    ).catch(() => undefined),
  'key what was landed': () => dispatch(keyLanded('landing', 'clip', shot)),
  replace: () => dispatch(replaceFootage(shot, new File(['x'], 'new.mp4'))),
  'bring in': () => dispatch(importFiles([new File(['x'], 'more.mp4')])),
  recover: () =>
    dispatch(recoverAlpha(shot, shot, () => undefined, left.signal)).catch(() => undefined),
};

/** What happens meanwhile, at once. */
const MEANWHILE: Readonly<Record<string, () => void>> = {
  'leave the screen': () => left.abort(),
  'delete the landing': () => dispatch(remove('landing')),
  'delete the footage': () => dispatch(remove('shot')),
  'delete the layer': () => dispatch(editLanding('landing', (stack) => ({ ...stack, layers: [] }))),
  'set a key by hand': () =>
    dispatch(editLanding('landing', (stack) => updateLayer(stack, 'clip', { key: byHand }))),
  undo: () => dispatch(undo('landing')),
  'change the rate': () =>
    dispatch(editLanding('landing', (stack) => changeRate(stack, { num: 60, den: 1 }))),
  'another tab takes it': () => dispatch(followingSet(true)),
  // A tab that follows opens none.
  'another kit is opened': () => {
    if (!getState().session.following) dispatch(kitLoaded({ kit: OTHER_KIT, fresh: false }));
  },
  stop: () => getState().session.busy.forEach(({ id }) => stopBusy(id)),
};

/** Answers of a machine that finishes whenever it likes, and sometimes fails. */
function answers(scheduler: fc.Scheduler, fails: boolean) {
  let made = 0;
  const answer = (what: () => unknown, signal?: AbortSignal) =>
    scheduler.schedule(Promise.resolve(), 'answer').then(() => {
      if (signal?.aborted) throw new MoonError('stopped', 'Stopped.');
      if (fails) throw new MoonError('media-unreadable', 'It cannot be read.');
      return what();
    });
  mockEngine.importMedia.mockImplementation(
    (_file: File, { id }: { id: string }, _progress: unknown, signal: AbortSignal) =>
      answer(() => video({ id, name: 'New', media: media('bcdef'[made++ % 5]) }), signal),
  );
  mockEngine.screenKey.mockImplementation((_footage?: Footage, signal?: AbortSignal) =>
    answer(() => found, signal),
  );
  mockEngine.recoverAlpha.mockImplementation(
    (_a: Footage, _b: Footage, { id }: { id: string }, _progress: unknown, signal: AbortSignal) =>
      answer(() => ({ footage: video({ id, name: 'Clear' }), pair: { agreement: 1 } }), signal),
  );
}

beforeEach(() => {
  for (const { id } of getState().session.notices) dispatch(dismissed(id));
});

it('nothing that was deleted comes back, nothing newer is overwritten, and nothing stays busy', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.scheduler(),
      fc.uniqueArray(fc.constantFrom(...Object.keys(AWAITED)), { minLength: 1, maxLength: 3 }),
      fc.array(fc.constantFrom(...Object.keys(MEANWHILE)), { minLength: 1, maxLength: 4 }),
      fc.boolean(),
      async (scheduler, awaited, acts, fails) => {
        left = new AbortController();
        dispatch(followingSet(false));
        dispatch(
          kitLoaded({
            kit: { ...EMPTY_KIT, name: 'Kit', landings: [landing], footage: [shot] },
            fresh: false,
          }),
        );
        answers(scheduler, fails);
        const deleted = new Set<string>();
        let handKey = false;
        let followed: unknown = null;
        const works = awaited.map((name) => AWAITED[name]());
        const sequence = scheduler.scheduleSequence(
          acts.map((name) => ({
            label: name,
            builder: async () => {
              const kit = () => getState().kit;
              const before = new Set([
                ...Object.keys(kit().documents),
                ...Object.keys(kit().footage),
              ]);
              MEANWHILE[name]();
              for (const id of before) {
                if (!(id in kit().documents) && !(id in kit().footage)) deleted.add(id);
              }
              if (name === 'set a key by hand') handKey ||= keyNow() === byHand;
              if (name === 'undo') handKey &&= keyNow() === byHand;
              if (getState().session.following) followed ??= kit();
            },
          })),
        );
        await scheduler.waitAll();
        await Promise.all([...works, sequence.task]);
        const { kit, session } = getState();
        for (const id of deleted) {
          expect(kit.documents[id]).toBeUndefined();
          expect(kit.footage[id]).toBeUndefined();
        }
        const key = keyNow();
        if (handKey && key !== null) expect(key).toBe(byHand);
        if (followed) expect(kit).toBe(followed);
        expect(session.busy).toEqual([]);
      },
    ),
    { numRuns: process.env.SEED === 'new' ? 3000 : 300 },
  );
});
