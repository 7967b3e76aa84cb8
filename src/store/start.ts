import type { KitEntry } from '@/core/document';
import { EMPTY_KIT } from '@/core/document/emptyKit';
import { keepAside } from './unreadParts';
import { belongingSet, documentFollowed, footageSet, kitLoaded, removed } from './kit';
import { recallPersistence } from './persistence';
import { beginSaving, copyKit, isFull, noteStored, openIndex } from './saving';
import { followingSet, noticed, settingsLoaded, unreadFound, unsavedSet } from './session';
import {
  beginKit,
  loadAside,
  loadDocument,
  loadKit,
  loadSettings,
  recallRecords,
  saveSettings,
  type Index,
  type LoadedKit,
} from './storage';
import { listeners, store, type AppThunk, type RootState } from './store';
import { onTabs, takeLock } from './tabs';
import { dropOverdue, noteUnused } from './unusedMedia';
import { engine } from '@/engine/engine';

/** Milliseconds for which a kit waits until media are dropped that nothing named for long. */
const DROPPING = 3000;

const pause = (milliseconds: number) =>
  new Promise<void>((resolve) => setTimeout(resolve, milliseconds));

/** Milliseconds until storage that could not be read is tried again. */
const AGAIN = 2000;

/** Milliseconds after opening until what can wait is done: what a person opens first is not held up by it. */
const AT_REST = 5000;

/** Opens the kit, saves every change from then on, and tidies up once the page has come to rest. */
export const keepKit = (): AppThunk<Promise<void>> => async (dispatch) => {
  await dispatch(startKeeping());
  await pause(AT_REST);
  await dispatch(tidyUp());
};

/** Loads the kit and starts saving every change; the second tab on one kit follows the first. */
export const startKeeping = (): AppThunk<Promise<void>> => async (dispatch) => {
  const writer = await takeLock(() => void dispatch(takeOver()));
  dispatch(followingSet(!writer));
  void dispatch(recallPersistence());
  if (writer) void engine.clearScratchFiles().catch(() => undefined);
  await dispatch(open(writer));
};

const loadSettled = (): AppThunk<Promise<void>> => async (dispatch) => {
  try {
    const { settings, damaged } = await loadSettings();
    dispatch(settingsLoaded(settings));
    if (damaged) {
      await saveSettings(settings);
      dispatch(
        noticed('The app’s settings were damaged. They are the first ones again.', 'problem'),
      );
    }
  } catch {
    // The kit is read from the same place, and says what is wrong.
  }
};

/** Opens what is in storage, again and again until that can be read. */
const open =
  (writer: boolean): AppThunk<Promise<void>> =>
  async (dispatch, getState) => {
    do {
      try {
        await dispatch(openStored(writer));
        dispatch(unsavedSet(null));
        return;
      } catch (error) {
        dispatch(unsavedSet(isFull(error) ? NO_ROOM : UNREADABLE));
        await pause(AGAIN);
      }
      // A person may go on without meanwhile.
    } while (getState().kit.status === 'loading');
  };

const UNREADABLE =
  'The browser does not let this page read what is saved here just now. It is tried again by itself.';

/** Only bringing back what the browser threw away needs room. */
const NO_ROOM =
  'The browser has no room left to bring back what was saved here. Free disk space; it is tried again by itself.';

const openStored =
  (writer: boolean): AppThunk<Promise<void>> =>
  async (dispatch) => {
    await recallRecords();
    const settled = dispatch(loadSettled());
    const [loaded, aside] = await Promise.all([loadKit(), loadAside(), settled]);
    dispatch(unreadFound([...(loaded?.unread ?? []), ...aside]));
    if (writer && loaded) await dispatch(settle(loaded, aside.length > 0));
    dispatch(put(loaded));
    if (loaded) dispatch(tell(loaded));
  };

/** Copies the kit once a day, and notes which media it does not need. */
export const tidyUp = (): AppThunk<Promise<void>> => async (_, getState) => {
  const index = openIndex();
  if (!index || getState().session.following) return;
  await copyKit();
  await noteUnused(index).catch(() => undefined);
};

/** What only the tab that writes does with what was found. */
const settle =
  (loaded: LoadedKit, someAside: boolean): AppThunk<Promise<void>> =>
  async (dispatch) => {
    const { index, leftOut, unread, rebuilt } = loaded;
    const careful = rebuilt || someAside || unread.length + leftOut.length > 0;
    // Before anything can be brought in. Where something could not be read, it is not known what it names.
    if (!careful) await Promise.race([dropOverdue(index).catch(() => undefined), pause(DROPPING)]);
    // Before documents are written anew without what was left out of them.
    await dispatch(keepAside(leftOut));
    void engine.settleMedia().catch(() => undefined);
    if (rebuilt) await beginKit(index.name, index.generation);
  };

/** Shows what was loaded; whatever is as it was saved need not be saved again. */
const put =
  (loaded: LoadedKit | null): AppThunk =>
  (dispatch) => {
    const kit = loaded?.document ?? EMPTY_KIT;
    const { name: _name, ...lists } = kit;
    const entries: readonly KitEntry[] = Object.values(lists).flat();
    beginSaving(
      loaded?.index ?? null,
      entries.filter(({ id }) => !loaded?.changed.has(id)),
    );
    dispatch(kitLoaded({ kit, fresh: loaded === null }));
  };

const tell =
  ({ told, unread, leftOut }: LoadedKit): AppThunk =>
  (dispatch) => {
    if (told.length === 0) return;
    const where =
      unread.length + leftOut.length > 0 ? ' It is kept as it was, under Settings.' : '';
    dispatch(noticed(told.join(' ') + where, 'problem'));
  };

/** Goes on where the tab that was closed has stopped: with what it saved last, which need not have been told of. */
const takeOver = (): AppThunk<Promise<void>> => async (dispatch) => {
  for (;;) {
    try {
      await dispatch(readAgain());
      break;
    } catch {
      await pause(AGAIN);
    }
  }
  dispatch(followingSet(false));
  dispatch(noticed('The other tab was closed. You can go on here.'));
};

const readAgain = (): AppThunk<Promise<void>> => async (dispatch) => {
  const loaded = await loadKit();
  if (loaded) dispatch(put(loaded));
};

/** Goes on without storage; nothing is written to it in this visit, as what is there is not known. */
export const goOnWithout = (): AppThunk => (dispatch) => {
  dispatch(kitLoaded({ kit: EMPTY_KIT, fresh: true }));
  dispatch(
    unsavedSet('Nothing you make now is kept by the browser. Save a kit file before you leave.'),
  );
};

const follows = (): boolean => store.getState().session.following;

onTabs(({ id }) => {
  const index = openIndex();
  if (follows()) void (id === null || !index ? followKit() : followEntry(index, id));
});

/** This tab may take over while it reads: what it has then is newer than what was read. */
async function followKit(): Promise<void> {
  const loaded = await loadKit().catch(() => null);
  if (loaded && follows()) store.dispatch(put(loaded));
}

async function followEntry(index: Index, id: string): Promise<void> {
  const document = await loadDocument(index, id).catch(() => null);
  if (!follows()) return;
  noteStored(id, document);
  store.dispatch(document ? followed(document) : removed(id));
}

function followed(document: KitEntry) {
  if (document.kind === 'footage') return footageSet(document);
  return document.kind === 'overlay' || document.kind === 'landing'
    ? documentFollowed(document)
    : belongingSet(document);
}

listeners.startListening({
  predicate: (action, now, before) => {
    const [{ session }, { session: last }] = [now, before] as [RootState, RootState];
    const isChanged = session.theme !== last.theme || session.hints !== last.hints;
    return isChanged && !settingsLoaded.match(action);
  },
  effect: (_action, { getState }) => {
    const { theme, hints } = (getState() as RootState).session;
    void saveSettings({ theme, hints }).catch(() => undefined);
  },
});
