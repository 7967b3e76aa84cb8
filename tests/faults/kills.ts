import { readFileSync, writeFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { chooseFiles } from '../support/app';
import { demoMedia, ffmpeg, testFile } from '../support/media';
import { brokenIn, documentsOf, pause, storedIn, visit, type Stored } from './browser';
import { between, type Random } from './random';

const DEMO = 'public/demo/fennel-hill-kites.moonpatch';
const DEMO_NAME = 'Fennel Hill Kites';

/** Milliseconds for which something was shown before it counts as kept. */
const SHOWN = 1000;

export async function openDemo(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Open the demo kit' }).click();
  await page.getByRole('link', { name: 'Open Wind card' }).waitFor();
}

/** Resolves once the kit is shown that was open before; where it is lost, the first screen of all comes instead. */
export const kitIsThere = (page: Page): Promise<void> =>
  page.getByRole('link', { name: 'Open Wind card' }).waitFor();

/** The same, unless it is open already. */
export async function haveDemo(page: Page): Promise<void> {
  const first = page.getByRole('button', { name: 'Open the demo kit' });
  await first
    .or(page.getByRole('link', { name: 'Open Wind card' }))
    .first()
    .waitFor();
  if (await first.isVisible()) await openDemo(page);
}

/** What is typed into the words of an overlay, as fast as it can be, with the time each was shown. */
export async function typeOn(
  page: Page,
  milliseconds: number,
  from = 0,
): Promise<readonly { readonly text: string; readonly at: number }[]> {
  const typed: { text: string; at: number }[] = [];
  const until = performance.now() + milliseconds;
  for (let i = from; performance.now() < until; i++) {
    const text = `Gust ${i}`;
    await page.getByRole('textbox', { name: 'Words' }).fill(text);
    typed.push({ text, at: performance.now() });
  }
  return typed;
}

export async function openWords(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Open Wind card' }).click();
  await page.getByRole('button', { name: /^Choose (Southwest|Gust)/ }).click();
  await page.getByRole('textbox', { name: 'Words' }).waitFor();
}

export const wordsIn = (stored: Stored): readonly string[] =>
  documentsOf(stored).flatMap(({ layers }) => layers?.flatMap(({ text }) => text ?? []) ?? []);

async function kitAfter(profile: string, base: string): Promise<Stored> {
  const { page, close } = await visit(profile, base);
  await page.getByRole('tab', { name: /^Overlays/ }).waitFor();
  const stored = await storedIn(page);
  await close();
  return stored;
}

/** The browser is killed while words are typed. @returns what was lost */
export async function killEditing(profile: string, base: string, random: Random) {
  const { page, kill } = await visit(profile, base);
  await openWords(page);
  const typed = await typeOn(page, between(random, SHOWN, 3000));
  await pause(between(random, 0, 300));
  const killed = performance.now();
  await kill();
  const stored = await kitAfter(profile, base);
  const numbers = wordsIn(stored).map((text) => Number(/^Gust (\d+)$/.exec(text)?.[1] ?? -1));
  const due = typed.filter(({ at }) => at < killed - SHOWN).length - 1;
  const lost = Math.max(...numbers) < due ? [`“Gust ${due}” was lost`] : [];
  return [...lost, ...brokenIn(stored)];
}

const files = (): readonly string[] => {
  writeFileSync(testFile('kill.wav'), ffmpeg(...'-f lavfi -i sine=d=9 -f wav -'.split(' ')));
  return [testFile('kill.wav'), demoMedia('hillside'), 'docs/screenshots/kit.png'];
};

/** The browser is killed while files are brought in. */
export async function killImporting(profile: string, base: string, random: Random) {
  const { page, kill } = await visit(profile, base);
  await page.getByRole('tab', { name: /^Footage/ }).click();
  const begin = () => page.getByRole('button', { name: 'Bring in files' }).first().click();
  await chooseFiles(page, begin, [...files()]);
  await pause(between(random, 0, 1500));
  await kill();
  return brokenIn(await kitAfter(profile, base));
}

/** A kit of other documents and media than the demo kit's. */
function otherKit(): string {
  const zip = unzipSync(readFileSync(DEMO));
  const list = JSON.parse(strFromU8(zip['kit.json'])) as { kit: { overlays: object[] } };
  const renamed = (entry: object, i: number) => ({
    ...entry,
    id: `other-${i}`,
    name: `Other ${i}`,
  });
  const kit = { ...list.kit, name: 'Other kit', overlays: list.kit.overlays.map(renamed) };
  const file = testFile('other.moonpatch');
  writeFileSync(file, zipSync({ ...zip, 'kit.json': strToU8(JSON.stringify({ ...list, kit })) }));
  return file;
}

/** The browser is killed while the kit is replaced: it is the one or the other, whole. */
export async function killReplacing(profile: string, base: string, random: Random) {
  const { page, kill } = await visit(profile, base);
  const isOther = await page.getByRole('heading', { name: 'Other kit' }).isVisible();
  await page.getByRole('button', { name: 'Kit menu' }).click();
  const begin = () => page.getByRole('menuitem', { name: 'Open a kit file' }).click();
  await chooseFiles(page, begin, isOther ? DEMO : otherKit());
  await page.getByRole('button', { name: 'Replace it' }).click();
  await pause(between(random, 0, 1200));
  await kill();
  return mixedIn(await kitAfter(profile, base));
}

function mixedIn(stored: Stored): readonly string[] {
  const { name } = JSON.parse(stored.records.index) as { name: string };
  const overlays = documentsOf(stored).filter(({ kind }) => kind === 'overlay');
  const others = overlays.filter(({ id }) => id.startsWith('other-')).length;
  const right = overlays.length > 3 && others === (name === DEMO_NAME ? 0 : overlays.length);
  return [...(right ? [] : [`“${name}” has ${others} of ${overlays.length}`]), ...brokenIn(stored)];
}

/** The browser is killed at the very first opening, which then is as if it had not been, or is done. */
export async function killOpening(profile: string, base: string, random: Random) {
  const { page, kill } = await visit(profile, base);
  await page.getByRole('button', { name: 'Open the demo kit' }).click();
  await pause(between(random, 0, 1500));
  await kill();
  const again = await visit(profile, base);
  await haveDemo(again.page);
  const stored = await storedIn(again.page);
  await again.close();
  return mixedIn(stored);
}

/** The browser is killed while an overlay is sent. */
export async function killSending(profile: string, base: string, random: Random) {
  const { page, kill } = await visit(profile, base);
  await page
    .getByRole('link', { name: /^Open / })
    .first()
    .click();
  await page.getByRole('link', { name: 'Send' }).click();
  await page.getByRole('radio', { name: /^PNG frames/ }).click();
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await pause(between(random, 0, 2500));
  await kill();
  return brokenIn(await kitAfter(profile, base));
}
