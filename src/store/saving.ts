import type { Kit, KitEntry } from '@/core/document';
import { MoonError } from '@/core/errors';
import { inTurn } from '@/core/inTurn';
import { engine } from '@/engine/engine';
import type { KitState } from './kit';
import { holdOpenWhile } from './leaving';
import { noticed, unsavedSet } from './session';
import {
  beginKit,
  copyDaily,
  forgetDocument,
  loadIndex,
  recallRecords,
  saveDocument,
  saveUnused,
  switchKit,
  type Index,
} from './storage';
import { listeners, store } from './store';
import { askForPersistenceOnce } from './persistence';
import { tellTabs } from './tabs';

/** What is known to lie in storage: the very objects, so that a change is a different object. */
interface Stored {
  /** Null before anything was saved here. */
  readonly index: Index | null;
  readonly entries: ReadonlyMap<string, KitEntry>;
}

let stored: Stored = { index: null, entries: new Map() };
/** Nothing may be written before what is there was read, or where a person goes on without. */
let mayWrite = false;
let writing: Promise<void> | null = null;
let retry: ReturnType<typeof setTimeout> | undefined;
let look: ReturnType<typeof setTimeout> | undefined;
let failures = 0;
/** Whether a write of media may have been cut off; not all that fail say that the disk is full. */
let mediaCutOff = false;

/** Milliseconds until a failed write is tried again, at first and at most. */
const RETRY = { first: 500, most: 8000 } as const;

/** Milliseconds after a save until it is looked whether it lasted: storage that is being emptied still takes writes. */
const LOOK_AGAIN = 2000;

const entriesOf = (kit: KitState): ReadonlyMap<string, KitEntry> =>
  new Map<string, KitEntry>([
    ...Object.values(kit.documents).map((history): [string, KitEntry] => [
      history.present.id,
      history.present,
    ]),
    ...[...Object.values(kit.footage), ...Object.values(kit.belongings)].map(
      (entry): [string, KitEntry] => [entry.id, entry],
    ),
  ]);

/** Says what lies in storage, which from then on is kept as the store is. */
export function beginSaving(index: Index | null, entries: readonly KitEntry[]): void {
  stored = { index, entries: new Map(entries.map((entry) => [entry.id, entry])) };
  mayWrite = true;
}

export const openIndex = (): Index | null => stored.index;

/** Another tab saved this; null where it deleted it. */
export function noteStored(id: string, entry: KitEntry | null): void {
  const entries = new Map(stored.entries);
  if (entry) entries.set(id, entry);
  else entries.delete(id);
  stored = { ...stored, entries };
}

/** What of the kit is not as it lies in storage. */
function unsavedParts(kit: KitState) {
  const current = entriesOf(kit);
  return {
    changed: [...current.values()].filter((entry) => stored.entries.get(entry.id) !== entry),
    gone: [...stored.entries.values()].filter(({ id }) => !current.has(id)),
    renamed: stored.index?.name !== kit.name,
  };
}

function hasUnsaved(): boolean {
  const { kit, session } = store.getState();
  if (kit.status !== 'ready' || session.following) return false;
  const { changed, gone, renamed } = unsavedParts(kit);
  return changed.length > 0 || gone.length > 0 || renamed;
}

/** Writes whatever differs from what is stored, again until nothing does; resolves when that was tried. */
export function saveChanges(): Promise<void> {
  writing ??= writeAll().finally(() => {
    writing = null;
  });
  return writing;
}

async function writeAll(): Promise<void> {
  clearTimeout(retry);
  clearTimeout(look);
  let problems: readonly unknown[] = [];
  // Newer changes may have come while older ones were written, or while the log of media was renewed.
  while (mayWrite && (hasUnsaved() || mediaCutOff) && problems.length === 0) {
    problems = hasUnsaved() ? await writeOnce() : await renewedMedia();
  }
  tellOutcome(problems);
}

/** @returns why that could not be done */
async function renewedMedia(): Promise<readonly unknown[]> {
  try {
    await engine.renewMediaLog();
    mediaCutOff = false;
    return [];
  } catch (error) {
    return [error];
  }
}

/** A write of media may have been cut off: what is kept is safe once their log was renewed. */
export function noteFailure(error: unknown): void {
  if (!mayWrite || !(error instanceof MoonError) || !/^storage-/.test(error.code)) return;
  mediaCutOff = true;
  void saveChanges();
}

export const isFull = (problem: unknown): boolean =>
  problem instanceof MoonError && problem.code === 'storage-full';

/** One round over everything unsaved; what cannot be written does not hold back the others. @returns why not */
async function writeOnce(): Promise<readonly unknown[]> {
  const { kit } = store.getState();
  const problems: unknown[] = [];
  const attempt = async (work: () => Promise<unknown>) => {
    try {
      await work();
    } catch (error) {
      problems.push(error);
    }
  };
  await attempt(() => presentIndex(kit.name));
  const { index } = stored;
  // Without the index the mirror may be the only whole copy: a document written now would be carried into it.
  if (!index || problems.length > 0) return problems;
  const { changed, gone } = unsavedParts(kit);
  for (const entry of changed) {
    await attempt(async () => {
      await saveDocument(index, entry, stored.entries.get(entry.id));
      wrote(entry.id, entry);
    });
  }
  for (const entry of gone) {
    await attempt(async () => {
      // Only so that it can be had back: it need not hold up what may be done to make room.
      if ('media' in entry) await saveUnused(entry.media.hash, entry).catch(() => undefined);
      await forgetDocument(index, entry.id);
      wrote(entry.id, null);
    });
  }
  if (problems.length === 0) await attempt(lookForIndex);
  return problems;
}

/** Where storage was emptied just before the last write, that write is all that is in it: nothing counts as stored. */
async function lookForIndex(): Promise<void> {
  if ((await loadIndex()) !== null) return;
  stored = { ...stored, entries: new Map() };
  throw new MoonError('storage-away', EMPTIED);
}

/** Saves everything again where the last save did not last. */
async function lookAgain(): Promise<void> {
  if (!mayWrite || !stored.index || store.getState().session.following) return;
  await lookForIndex().catch(() => undefined);
  if (hasUnsaved()) await saveChanges();
}

function wrote(id: string, entry: KitEntry | null): void {
  noteStored(id, entry);
  tellTabs({ id });
}

/** Sees to it that storage has the kit by its name: begun where there is nothing, renamed where it is called otherwise. */
async function presentIndex(name: string): Promise<void> {
  const { index } = stored;
  const lost = index !== null && (await loadIndex()) === null;
  if (index && !lost && index.name === name) return;
  if (lost) {
    // What else was saved, copies of other days for one.
    await recallRecords();
    stored = { index, entries: new Map() };
  }
  stored = { ...stored, index: await beginKit(name, index?.generation) };
  tellTabs({ id: null });
  if (lost) store.dispatch(noticed(EMPTIED, 'problem'));
}

const EMPTIED =
  'The browser’s storage was emptied. Your documents are saved again; bring files of footage in again where they are missing.';

function tellOutcome(problems: readonly unknown[]): void {
  const { unsaved } = store.getState().session;
  if (problems.length === 0) {
    failures = 0;
    look = setTimeout(() => void lookAgain(), LOOK_AGAIN);
    if (unsaved && !hasUnsaved() && mayWrite) store.dispatch(unsavedSet(null));
    return;
  }
  const text = notSaved(problems[0]);
  if (unsaved !== text) store.dispatch(unsavedSet(text));
  retry = setTimeout(() => void saveChanges(), Math.min(RETRY.most, RETRY.first * 2 ** failures++));
}

function notSaved(problem: unknown): string {
  return isFull(problem)
    ? 'Your newest changes are not saved: the browser has no room left. Free disk space, or free files that are no longer used under Settings; saving is tried again by itself. A kit file keeps everything.'
    : 'Your newest changes are not saved: the browser does not let this page save just now. It is tried again by itself. A kit file keeps everything.';
}

/**
 * Opens another kit in place of this one, all or nothing; this one stays as a copy.
 * @throws MoonError 'storage-full' | 'storage-away'; the kit is as it was then
 */
export async function storeKit(kit: Kit): Promise<void> {
  if (!mayWrite) return;
  await saveChanges();
  const index = await switchKit(stored.index, kit);
  const { name: _name, ...lists } = kit;
  beginSaving(index, Object.values(lists).flat());
  tellTabs({ id: null });
}

const copyTurn = inTurn();

/** Days are counted while a page stays open, too. One after the other: two at once would both find that one is due. */
export const copyKit = (): Promise<void> =>
  copyTurn(async () => {
    if (stored.index && mayWrite) await copyDaily(stored.index).catch(() => undefined);
  });

const HOUR = 60 * 60 * 1000;
let copied = 0;
/** Documents that were written in this visit. */
let edits = 0;
const EDITS_WORTH_KEEPING = 3;

listeners.startListening({
  predicate: (_action, current, previous) =>
    (current as { kit: KitState }).kit !== (previous as { kit: KitState }).kit,
  effect: async () => {
    if (!hasUnsaved()) return;
    await saveChanges();
    // A change may have come just when the round before was over.
    if (hasUnsaved() && !store.getState().session.unsaved) await saveChanges();
    if (++edits === EDITS_WORTH_KEEPING) store.dispatch(askForPersistenceOnce());
    if (Date.now() - copied < HOUR) return;
    copied = Date.now();
    await copyKit();
  },
});

holdOpenWhile(() => mediaCutOff || hasUnsaved());

if (typeof document !== 'undefined') {
  // Room may have been made meanwhile.
  document.addEventListener('visibilitychange', () => {
    if (!document.hidden && store.getState().session.unsaved) void saveChanges();
  });
}
