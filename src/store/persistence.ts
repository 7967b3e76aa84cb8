import type { KitState } from './kit';
import { belongingSet, documentFollowed, footageSet, kitLoaded, removed } from './kit';
import { keepAside } from './aside';
import { followingSet, noticed, themeSet, unreadFound, unsavedSet } from './session';
import {
  forgetDocument,
  loadAside,
  loadDocument,
  loadKit,
  loadSettings,
  saveDocument,
  saveIndex,
  saveSettings,
} from './storage';
import type { Kit, KitEntry } from '@/core/document';
import { mediaOwners } from '@/core/document/kitFile';
import { plainWords } from '@/core/errors';
import { engine } from '@/engine/engine';
import { listeners, type AppThunk, store } from './store';

const LOCK = 'moonpatch-kit';
const CHANNEL = 'moonpatch-kit';

const EMPTY_KIT: Kit = {
  name: 'My kit',
  overlays: [],
  landings: [],
  footage: [],
  fonts: [],
  luts: [],
  recipes: [],
};

/** What a tab tells the others after saving. */
interface Saved {
  readonly id: string;
}

const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(CHANNEL);

/** What is known to lie in storage: the very objects, so that a change is a different object. */
let saved = new Map<string, KitEntry>();
let savedName: string | null = null;
let writing = false;

const storedOf = (kit: KitState): ReadonlyMap<string, KitEntry> =>
  new Map<string, KitEntry>([
    ...Object.values(kit.documents).map((history): [string, KitEntry] => [
      history.present.id,
      history.present,
    ]),
    ...[...Object.values(kit.footage), ...Object.values(kit.belongings)].map(
      (entry): [string, KitEntry] => [entry.id, entry],
    ),
  ]);

/** Loads the kit and starts saving every change; the second tab on one kit follows the first. */
export const startPersistence = (): AppThunk<Promise<void>> => async (dispatch) => {
  const writer = await takeLock(() => void dispatch(becomeWriter()));
  dispatch(followingSet(!writer));
  try {
    const settings = await loadSettings();
    if (settings) dispatch(themeSet(settings.theme));
    const { kit, changed, told, leftOut, unread } = await loadKit();
    const loaded = kit ?? EMPTY_KIT;
    saved = new Map(
      [
        ...loaded.overlays,
        ...loaded.landings,
        ...loaded.footage,
        ...loaded.fonts,
        ...loaded.luts,
        ...loaded.recipes,
      ]
        .filter(({ id }) => !changed.has(id))
        .map((entry) => [entry.id, entry]),
    );
    savedName = kit ? kit.name : null;
    if (writer) {
      void engine.clearScratchFiles().catch(() => undefined);
      void engine.sweepMedia(mediaOwners(loaded).map((entry) => entry.media.hash));
    }
    dispatch(unreadFound([...unread, ...(await loadAside())]));
    // Before the documents they were part of are written anew.
    if (writer) await dispatch(keepAside(leftOut));
    dispatch(kitLoaded({ kit: loaded, fresh: kit === null }));
    if (told.length > 0) {
      const where =
        unread.length + leftOut.length > 0 ? ' It is kept as it was, under Settings.' : '';
      dispatch(noticed(told.join(' ') + where, 'problem'));
    }
  } catch (error) {
    dispatch(kitLoaded({ kit: EMPTY_KIT, fresh: true }));
    dispatch(
      unsavedSet(
        `The browser does not let this page store anything (${plainWords(error)}). Nothing you make now will be kept.`,
      ),
    );
  }
};

/** Resolves to whether this tab is the one that writes; `onLater` is called if it becomes so. */
function takeLock(onLater: () => void): Promise<boolean> {
  if (!('locks' in navigator)) return Promise.resolve(true);
  const forever = new Promise<never>(() => undefined);
  return new Promise((resolve) => {
    void navigator.locks.request(LOCK, { ifAvailable: true }, (lock) => {
      resolve(lock !== null);
      if (lock) return forever;
      void navigator.locks.request(LOCK, () => {
        onLater();
        return forever;
      });
      return undefined;
    });
  });
}

const becomeWriter = (): AppThunk => (dispatch) => {
  dispatch(followingSet(false));
  dispatch(noticed('The other tab was closed. You can go on here.'));
};

/**
 * Writes whatever differs from what is stored, again until nothing does. Changes that come while a
 * write is under way are written right after it, so a change waits for one write at most.
 */
async function writeChanges(): Promise<void> {
  if (writing || store.getState().session.following) return;
  writing = true;
  try {
    while (await writeOnce()) {
      // Each round may have been overtaken by newer changes.
    }
    if (store.getState().session.unsaved) store.dispatch(unsavedSet(null));
  } catch (error) {
    store.dispatch(
      unsavedSet(
        `Your newest changes are not saved yet: ${plainWords(error)}. Free some room, then change anything to try again.`,
      ),
    );
  } finally {
    writing = false;
  }
}

async function writeOnce(): Promise<boolean> {
  const { kit } = store.getState();
  if (kit.status !== 'ready') return false;
  const current = storedOf(kit);
  const changed = [...current.values()].filter((entry) => saved.get(entry.id) !== entry);
  const gone = [...saved.keys()].filter((id) => !current.has(id));
  for (const entry of changed) {
    await saveDocument(entry);
    saved.set(entry.id, entry);
    channel?.postMessage({ id: entry.id } satisfies Saved);
  }
  for (const id of gone) {
    await forgetDocument(id);
    saved.delete(id);
    channel?.postMessage({ id } satisfies Saved);
  }
  const renamed = savedName !== kit.name;
  if (renamed) {
    await saveIndex(kit.name);
    savedName = kit.name;
  }
  return changed.length > 0 || gone.length > 0 || renamed;
}

listeners.startListening({
  predicate: (_action, current, previous) =>
    (current as { kit: KitState }).kit !== (previous as { kit: KitState }).kit,
  effect: () => void writeChanges(),
});

listeners.startListening({
  actionCreator: themeSet,
  effect: ({ payload: theme }) => void saveSettings({ theme }).catch(() => undefined),
});

channel?.addEventListener('message', async ({ data }: MessageEvent<Saved>) => {
  if (!store.getState().session.following) return;
  const document = await loadDocument(data.id).catch(() => null);
  if (!document) {
    saved.delete(data.id);
    store.dispatch(removed(data.id));
    return;
  }
  saved.set(document.id, document);
  store.dispatch(kept(document));
});

function kept(document: KitEntry) {
  if (document.kind === 'footage') return footageSet(document);
  return document.kind === 'overlay' || document.kind === 'landing'
    ? documentFollowed(document)
    : belongingSet(document);
}
