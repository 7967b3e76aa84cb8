import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Browser, type Page } from '@playwright/test';
import { strToU8, zipSync } from 'fflate';
import {
  createOverlay,
  createShape,
  createWords,
  EMPTY_KIT,
  mediaOwners,
  type Kit,
  type Overlay,
} from '@/core/document';
import { addLayer, addMove, changeLength } from '@/core/edit';
import { kitList, mediaPath } from '@/core/document/kitFile';

const PORT = 8095;
export const BASE = `http://127.0.0.1:${PORT}`;
export const folder = mkdtempSync(join(tmpdir(), 'moon-patch-bench-'));

/** A title as people make them: a band, words letter by letter, a soft shadow; 1080p at 30. */
export function title(name: string, seconds: number): Overlay {
  const id = name.toLowerCase().replaceAll(' ', '-');
  const base = changeLength(createOverlay({ id, created: 0 }, name), seconds * 30);
  const band = {
    ...createShape('band', base, 'rectangle'),
    width: 1200,
    height: 190,
    params: { radius: 24 },
  };
  const words = {
    ...createWords('words', base, 'Southwest, rising'),
    shadow: { colour: '#000000', opacity: 0.6, dx: 4, dy: 6, blur: 16 },
  };
  const stacked = addLayer(addLayer(base, band), words);
  const arriving = addMove(
    addMove(stacked, 'band', 'a', 'grow', 'arrive'),
    'words',
    'b',
    'slide',
    'arrive',
  );
  return addMove(arriving, 'words', 'c', 'fade', 'leave');
}

export async function startServer(): Promise<ChildProcess> {
  const env = { ...process.env, PORT: String(PORT) };
  const child = spawn('node', ['--import', 'tsx', 'server/main.ts'], {
    env,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise((resolve) => child.stdout!.once('data', resolve));
  return child;
}

const LAUNCH = {
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: [
    ...['--no-sandbox', '--disable-gpu', '--disable-dev-shm-usage'],
    // Being driven from outside has the browser trace every error that is made, for which it would read all of the
    // app's code once more to find lines in it: nobody's own browser does that.
    '--js-flags=--no-enable-lazy-source-positions',
  ],
};

export const startBrowser = (): Promise<Browser> => chromium.launch(LAUNCH);

/** A kit and its media files, by content hash. */
export interface KitFile {
  readonly kit: Kit;
  readonly media: ReadonlyMap<string, Uint8Array>;
}

const packed = ({ kit, media }: KitFile): Uint8Array =>
  zipSync(
    {
      'kit.json': strToU8(kitList(kit)),
      ...Object.fromEntries(
        mediaOwners(kit).map((owner) => [mediaPath(owner.media), media.get(owner.media.hash)!]),
      ),
    },
    { level: 0 },
  );

/** A page with a kit of the given overlays open, in a browser of its own. */
export const openKit = (overlays: readonly Overlay[]): Promise<Page> =>
  openKitFile({
    kit: { ...EMPTY_KIT, name: 'Bench', overlays },
    media: new Map(),
  });

/**
 * A page with a kit open, on its first screen, in a browser that is ended by closing the page's
 * context. Its files are on disk, as people have them: a private window would keep them in memory.
 */
export async function openKitFile(content: KitFile): Promise<Page> {
  const file = join(folder, 'bench.moonpatch');
  writeFileSync(file, packed(content));
  const viewport = { width: 1280, height: 800 };
  const profile = mkdtempSync(join(folder, 'profile-'));
  const context = await chromium.launchPersistentContext(profile, {
    ...LAUNCH,
    viewport,
    serviceWorkers: 'block',
  });
  const page = await context.newPage();
  await page.goto(BASE);
  await page.getByRole('button', { name: 'Start with an empty kit' }).click();
  await page.getByRole('button', { name: 'Kit menu' }).click();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('menuitem', { name: 'Open a kit file' }).click();
  await (await chooser).setFiles(file);
  await page.getByRole('button', { name: 'Replace it' }).click();
  await page.getByText(content.kit.name, { exact: true }).waitFor({ timeout: 120_000 });
  // Until it is saved: what follows may load the page anew.
  await page.waitForTimeout(1500);
  return page;
}

/** Brings files in on an empty shelf of footage, and waits until they are there. */
export async function bringIn(page: Page, files: readonly string[]): Promise<void> {
  await page.getByRole('tab', { name: /^Footage/ }).click();
  const bring = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Bring in files' }).first().click();
  await (await bring).setFiles([...files]);
  await page.getByRole('tab', { name: `Footage ${files.length}` }).waitFor({ timeout: 900_000 });
}

/** Sends an overlay and tells how long making the file and reading it back took, in seconds. */
export async function timeSend(
  page: Page,
  name: string,
  format: string,
  tab: 'Overlays' | 'Landings' = 'Overlays',
): Promise<{ making: number; reading: number }> {
  await page.goto(BASE);
  await page.getByRole('tab', { name: new RegExp(`^${tab}`) }).click();
  await page.getByRole('link', { name: `Open ${name}`, exact: true }).click();
  await page.getByRole('link', { name: 'Send' }).click();
  await page.getByRole('radio', { name: format }).click();
  // Workers start as the screen opens, which nobody leaves without having read it.
  await page.waitForTimeout(1000);
  await page.evaluate(() => {
    const marks: Record<string, number> = {};
    Object.assign(window, { marks });
    new MutationObserver(() => {
      const doing = document.querySelector('[role=progressbar]')?.getAttribute('aria-label');
      if (doing) marks[doing] ??= performance.now();
      if (document.querySelector('[role=status]')) marks.done ??= performance.now();
    }).observe(document.body, { subtree: true, childList: true, attributes: true });
  });
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await page.getByRole('status').waitFor({ timeout: 600_000 });
  const marks = await page.evaluate(
    () => (window as unknown as { marks: Record<string, number> }).marks,
  );
  const read = marks['Reading it back'];
  return { making: (read - marks['Making the file']) / 1000, reading: (marks.done - read) / 1000 };
}

export const quantile = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length * share)];

export const median = (values: readonly number[]): number => quantile(values, 0.5);

const PAGE_BYTES = 4096;

/** Unshared resident memory of all Chromium processes of this run, in megabytes. */
export function browserMemory(): number {
  return readdirSync('/proc')
    .filter((entry) => /^\d+$/.test(entry))
    .reduce((sum, pid) => {
      try {
        if (!readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('chromium')) return sum;
        const statm = readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ').map(Number);
        const [, resident, shared] = statm;
        return sum + ((resident - shared) * PAGE_BYTES) / 1e6;
      } catch {
        // A process that has just ended.
        return sum;
      }
    }, 0);
}

export const row = (...cells: readonly string[]): void =>
  console.log(cells.map((cell, i) => cell.padEnd(i === 0 ? 50 : 16)).join(''));

/** Peak memory of the page's browser while something is done in it, in megabytes; ends the browser. */
export async function peakOf(page: Page, work: (page: Page) => Promise<unknown>): Promise<number> {
  let peak = 0;
  const timer = setInterval(() => (peak = Math.max(peak, browserMemory())), 200);
  await work(page);
  clearInterval(timer);
  await page.context().close();
  return peak;
}

/** Tells by how much more memory the longer of two lengths takes. */
export async function memoryRow(
  what: string,
  [short, long]: readonly [number, number],
  peakOf: (length: number) => Promise<number>,
): Promise<void> {
  const [less, more] = [await peakOf(short), await peakOf(long)];
  row(
    what,
    `${less.toFixed(0)} MB`,
    `${more.toFixed(0)} MB`,
    `${(more / less).toFixed(2)} (aim 1.20)`,
  );
}
