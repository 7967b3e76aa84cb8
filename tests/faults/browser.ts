import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type BrowserContext, type Page } from '@playwright/test';

/** A browser of its own, with a folder that outlives it. */
export interface Visit {
  readonly page: Page;
  readonly context: BrowserContext;
  readonly close: () => Promise<void>;
  /** Ends all its processes at once, as a crash does. */
  readonly kill: () => Promise<void>;
}

export const newProfile = (): string => mkdtempSync(join(tmpdir(), 'moon-patch-profile-'));
export const dropProfile = (profile: string): void =>
  rmSync(profile, { recursive: true, force: true, maxRetries: 20, retryDelay: 100 });

/** What ends the browser that is open with each profile. */
const open = new Map<string, () => Promise<void>>();

/** Ends what a fault that ended early left open: a browser that stands still does not close when asked to. */
export const killVisit = async (profile: string): Promise<void> => open.get(profile)?.();

export async function visit(profile: string, base: string): Promise<Visit> {
  const context = await chromium.launchPersistentContext(profile, {
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-dev-shm-usage'],
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    serviceWorkers: 'block',
  });
  context.setDefaultTimeout(30_000);
  // The compiler that runs these files names functions by a helper that pages do not have.
  await context.addInitScript({ content: 'globalThis.__name ??= (named) => named;' });
  await context.addInitScript(canBeFull);
  const kill = async () => {
    for (const pid of processesOf(profile)) process.kill(pid, 'SIGKILL');
    await context.close().catch(() => undefined);
    while (processesOf(profile).length > 0) await pause(20);
  };
  open.set(profile, kill);
  context.on('close', () => open.delete(profile));
  const page = context.pages()[0] ?? (await context.newPage());
  await page.goto(base);
  return {
    page,
    context,
    close: () => context.close(),
    kill,
  };
}

/** Lets a page's own writes fail as on a full disk; what workers write still goes through. */
function canBeFull() {
  const put = IDBObjectStore.prototype.put;
  IDBObjectStore.prototype.put = function (...what) {
    if ((window as { diskFull?: boolean }).diskFull) {
      throw new DOMException('The disk is full.', 'QuotaExceededError');
    }
    return put.apply(this, what);
  };
}

export const setFull = (page: Page, diskFull: boolean): Promise<void> =>
  page.evaluate((full) => void Object.assign(window, { diskFull: full }), diskFull);

export const pause = (milliseconds: number): Promise<void> =>
  new Promise((resolve) => setTimeout(resolve, milliseconds));

/** Processes, zombies left out, that were started with a browser's folder. */
function processesOf(profile: string): readonly number[] {
  return readdirSync('/proc').flatMap((pid) => {
    try {
      const words = readFileSync(`/proc/${pid}/cmdline`, 'utf8');
      return /^\d+$/.test(pid) && words.includes(`--user-data-dir=${profile}`) ? [Number(pid)] : [];
    } catch {
      return [];
    }
  });
}

/** Everything that is stored, as it lies there. */
export interface Stored {
  readonly records: Readonly<Record<string, string>>;
  /** Of each media file, the bytes its head tells (null without one) and how many chunks there are. */
  readonly media: Readonly<Record<string, { bytes: number | null; chunks: number }>>;
}

/** What keeps media apart from documents. */
interface Buckets {
  readonly storageBuckets: {
    readonly open: (name: string) => Promise<{ readonly indexedDB: IDBFactory }>;
  };
}

export const storedIn = (page: Page): Promise<Stored> =>
  page.evaluate(async () => {
    const settled = <T>(request: IDBRequest<T>) =>
      new Promise<T>((resolve, reject) => {
        request.onsuccess = () => resolve(request.result);
        request.onerror = () => reject(request.error!);
      });
    /** Keys and texts as they are at one moment; nothing where there is no such database. */
    const entriesOf = async (factory: IDBFactory, name: string) => {
      const opening = factory.open(name);
      // Looking must not make what is not there: the app would find a database without its store.
      opening.onupgradeneeded = () => opening.transaction!.abort();
      const database = await settled(opening).catch(() => null);
      if (!database) return [];
      const store = database.transaction('entries').objectStore('entries');
      const [keys, values] = await Promise.all([
        settled(store.getAllKeys()),
        settled(store.getAll()),
      ]);
      database.close();
      return keys.map((key, i): [string, string] => [key as string, values[i] as string]);
    };
    const records = Object.fromEntries(await entriesOf(indexedDB, 'moonpatch-kit'));
    const media: Record<string, { bytes: number | null; chunks: number }> = {};
    const buckets = (navigator as unknown as Buckets).storageBuckets;
    const { indexedDB: kept } = await buckets.open('media');
    for (const [key] of await entriesOf(kept, 'moonpatch-media')) {
      const [hash, part] = key.split('/');
      media[hash] ??= { bytes: null, chunks: 0 };
      if (part === 'head') media[hash].bytes = 0;
      else media[hash].chunks++;
    }
    return { records, media };
  });

export interface StoredDocument {
  readonly id: string;
  readonly kind: string;
  readonly name: string;
  readonly media?: { readonly hash: string; readonly bytes: number };
  readonly layers?: readonly { readonly text?: string }[];
}

/** The documents of the kit that is open. */
export function documentsOf({ records }: Stored): readonly StoredDocument[] {
  if (!('index' in records)) return [];
  const { generation } = JSON.parse(records.index) as { generation: string };
  const prefix = `kit/${generation}/document/`;
  return Object.entries(records)
    .filter(([key]) => key.startsWith(prefix))
    .map(([, text]) => JSON.parse(text) as StoredDocument);
}

const CHUNK = 768 * 1024;

/** What is wrong with what is stored: media that a document names and that are not whole. */
export function brokenIn(stored: Stored): readonly string[] {
  return documentsOf(stored).flatMap(({ name, media }) => {
    if (!media) return [];
    const kept = stored.media[media.hash];
    const whole = kept?.bytes !== null && kept?.chunks === Math.ceil(media.bytes / CHUNK);
    return kept && whole ? [] : [`the file of “${name}” is not whole`];
  });
}
