import { execFileSync } from 'node:child_process';
import { mkdirSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { savedKit, setNumber } from '../support/app';
import { brokenIn, pause, setFull, storedIn, visit, type Visit } from './browser';
import { haveDemo, kitIsThere, openWords, typeOn, wordsIn } from './kills';
import { between, type Random } from './random';

/** Bytes of the disk that is filled. */
const DISK = 200 * 1024 ** 2;

/** A small disk at a folder; null where this machine does not allow one. */
export function smallDisk(folder: string): { readonly drop: () => void } | null {
  mkdirSync(folder, { recursive: true });
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${DISK}`, 'tmpfs', folder], {
      stdio: 'ignore',
    });
  } catch {
    return null;
  }
  return { drop: () => execFileSync('umount', ['-l', folder]) };
}

/** Takes all room of the disk that a folder lies on. @returns gives it back */
function fill(folder: string): () => void {
  const file = join(folder, 'filler');
  const { bavail, bsize } = statfsSync(folder);
  try {
    writeFileSync(file, Buffer.alloc(bavail * bsize));
  } catch {
    // It is full, as wanted.
  }
  return () => rmSync(file, { force: true });
}

const banner = (page: Page) => page.getByRole('alert').filter({ hasText: 'not saved' });

/**
 * Words are typed while there is no room: it is told, a kit file has them all the same, and they are saved once there
 * is room again.
 */
export async function editFull(
  { page }: Visit,
  base: string,
  random: Random,
  disk: string | null = null,
) {
  await page.goto(base);
  await openWords(page);
  await typeOn(page, between(random, 50, 600));
  const empty = disk === null ? () => setFull(page, false) : fill(disk);
  if (disk === null) await setFull(page, true);
  const typed = await typeOn(page, between(random, 300, 900), 1000);
  const { text } = typed.at(-1)!;
  const problems: string[] = [];
  // A full disk need not be noticed: some writes still fit what the browser has set aside there.
  const told = await banner(page)
    .waitFor({ timeout: 3000 })
    .then(
      () => true,
      () => false,
    );
  if (!told && (disk === null || !wordsIn(await storedIn(page)).includes(text))) {
    problems.push('it was not told');
  }
  if (told && disk === null) {
    await page.getByRole('button', { name: 'Back', exact: true }).click();
    const kit = await savedKit(page);
    if (!JSON.stringify(kit).includes(text)) problems.push('the kit file has not what was typed');
  }
  await empty();
  await banner(page).waitFor({ state: 'detached', timeout: 60_000 });
  await page.goto(base);
  await page.getByRole('tab', { name: /^Overlays/ }).waitFor();
  const stored = await storedIn(page);
  if (!wordsIn(stored).includes(text)) problems.push(`“${text}” was lost`);
  return [...problems, ...brokenIn(stored)];
}

/** The browser is closed while its disk has no room left: what was saved before is there when it has room again. */
export async function closeFull(profile: string, base: string, random: Random) {
  const { page, close } = await visit(profile, base);
  await openWords(page);
  const { text } = (await typeOn(page, between(random, 300, 900), 2000)).at(-1)!;
  await pause(1000);
  const empty = fill(profile);
  await typeOn(page, between(random, 300, 2000), 3000);
  await close();
  empty();
  const again = await visit(profile, base);
  await kitIsThere(again.page);
  const stored = await storedIn(again.page);
  await again.close();
  const kept = wordsIn(stored).some((words) => words === text || words.startsWith('Gust 3'));
  return [...(kept ? [] : [`“${text}” was lost`]), ...brokenIn(stored)];
}

/** What of a page's storage is emptied under it: all, or what a browser throws away that finds documents' log damaged. */
type Emptied = 'everything' | 'documents';

/** Storage is emptied under an open page: every document is saved again, and media stay where they were left. */
export async function editEmptied(
  { page, context }: Visit,
  base: string,
  random: Random,
  what: Emptied,
) {
  await page.goto(base);
  await haveDemo(page);
  await openWords(page);
  const before = (await storedIn(page)).records;
  const protocol = await context.newCDPSession(page);
  const { origin } = new URL(page.url());
  const empty = () =>
    what === 'everything'
      ? protocol.send('Storage.clearDataForOrigin', { origin, storageTypes: 'indexeddb' })
      : protocol.send('Storage.deleteStorageBucket', {
          bucket: { storageKey: `${origin}/`, name: '_default' },
        });
  const emptied = pause(between(random, 0, 500)).then(empty);
  await typeOn(page, between(random, 400, 900));
  await emptied;
  const { text } = (await typeOn(page, 300, 500)).at(-1)!;
  const documents = Object.keys(before).filter((key) =>
    key.startsWith(`kit/${generationIn(before)}/document/`),
  );
  const notSaved = async () => {
    const stored = await storedIn(page);
    const missing = documents.filter((key) => !(key in stored.records));
    const lost = !('index' in stored.records) || !wordsIn(stored).includes(text);
    return [
      ...(lost ? [`“${text}” was lost where ${await shownOn(page)}`] : []),
      ...missing.map((key) => `${key} was not saved again`),
      ...(what === 'documents' ? brokenIn(stored) : []),
    ];
  };
  const end = performance.now() + SAVED_AGAIN;
  while ((await notSaved()).length > 0 && performance.now() < end) await pause(200);
  return notSaved();
}

/** What a page shows while something is missing: the words in the field, and what it tells. */
const shownOn = async (page: Page): Promise<string> => {
  const field = await page.getByRole('textbox', { name: 'Words' }).inputValue();
  const told = await page.getByRole('alert').allInnerTexts();
  return `“${field}” is shown and it is told: ${told.join(' ') || 'nothing'}`;
};

/** Milliseconds within which all is saved again where storage was emptied: writing is tried again less and less often. */
const SAVED_AGAIN = 30_000;

const generationIn = (records: Readonly<Record<string, string>>): string =>
  (JSON.parse(records.index) as { generation: string }).generation;

/** Milliseconds after which what was typed is surely shown and on its way to storage; a second is promised. */
const SHOWN = 250;

/** The tab that writes is closed while words are typed; the other goes on with them. */
export async function takeOver(profile: string, base: string, random: Random) {
  const { page, context, close } = await visit(profile, base);
  await haveDemo(page);
  const follower = await context.newPage();
  await follower.goto(base);
  await follower.getByRole('alert').filter({ hasText: 'another tab' }).waitFor();
  await openWords(page);
  const typed = await typeOn(page, between(random, 500, 1500));
  await pause(between(random, 0, 60));
  const closed = performance.now();
  await page.close();
  await follower.getByText('You can go on here').waitFor();
  // Its first change must not undo the last ones of the other tab.
  await follower.getByRole('button', { name: 'Kit menu' }).click();
  await follower.getByRole('menuitem', { name: 'Rename the kit' }).click();
  await follower.getByRole('textbox', { name: 'Name' }).fill('Taken over');
  await follower.getByRole('textbox', { name: 'Name' }).press('Enter');
  await openWords(follower);
  await setNumber(follower, 'Size', 77);
  await follower.waitForTimeout(400);
  const stored = await storedIn(follower);
  await close();
  // A tab may be closed before a change is on its way: what counts is what was shown for a while.
  const due = typed.filter(({ at }) => at < closed - SHOWN).at(-1);
  const numbers = wordsIn(stored).map((text) => Number(/^Gust (\d+)$/.exec(text)?.[1] ?? -1));
  const last = Number(due?.text.slice(5) ?? -1);
  const stale = Math.max(...numbers) < last ? [`“${due!.text}” was undone`] : [];
  const { name } = JSON.parse(stored.records.index) as { name: string };
  return [...stale, ...(name === 'Taken over' ? [] : ['the name was set back'])];
}
