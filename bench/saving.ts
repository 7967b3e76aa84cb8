import type { Page } from '@playwright/test';
import { drawn } from './drawing';
import { openKit, row } from './support';

/** 680,000 points, which are 20 MB as text. */
const STROKES = 3400;

/** What is written to IndexedDB from now on: characters, and when it began and was done. */
const watchWrites = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const written = { characters: 0, begun: 0, done: 0 };
    Object.assign(window, { written });
    const { put } = IDBObjectStore.prototype;
    IDBObjectStore.prototype.put = function (value: unknown, key?: IDBValidKey) {
      written.characters += JSON.stringify(value).length;
      written.begun ||= performance.now();
      this.transaction.addEventListener('complete', () => (written.done = performance.now()));
      return put.call(this, value, key);
    };
  });

/** Milliseconds that it takes to write all of a document as one text. */
const writeWhole = (page: Page, document: unknown): Promise<number> =>
  page.evaluate(async (whole) => {
    const opening = indexedDB.open('bench', 1);
    opening.onupgradeneeded = () => opening.result.createObjectStore('texts');
    await new Promise((resolve) => (opening.onsuccess = resolve));
    const start = performance.now();
    const transaction = opening.result.transaction('texts', 'readwrite');
    transaction.objectStore('texts').put(JSON.stringify(whole), 'whole');
    await new Promise((resolve) => (transaction.oncomplete = resolve));
    return performance.now() - start;
  }, document);

/** Saving a drawing of 20 MB after one stroke more, against writing all of it as one text, once. */
export async function benchSaving(): Promise<void> {
  const document = drawn('Drawn', 0, STROKES);
  const page = await openKit([document]);
  await page.getByRole('link', { name: 'Open Drawn' }).click();
  await page.getByRole('button', { name: 'Choose Drawing' }).click();
  await page.getByRole('button', { name: 'Draw on it' }).click();
  const surface = page.getByRole('application', { name: 'Drawing canvas' });
  await surface.waitFor();
  await page.waitForTimeout(5000);
  const whole = await writeWhole(page, document);
  await watchWrites(page);
  const box = (await surface.boundingBox())!;
  await page.mouse.move(box.x + 60, box.y + 60);
  await page.mouse.down();
  await page.mouse.move(box.x + 160, box.y + 120, { steps: 12 });
  const lifted = await page.evaluate(() => performance.now());
  await page.mouse.up();
  await page.waitForTimeout(4000);
  const { characters, begun, done } = await page.evaluate(
    () =>
      (window as unknown as { written: Record<'characters' | 'begun' | 'done', number> }).written,
  );
  const all = JSON.stringify(document).length;
  row('a stroke more in 20 MB', 'written', 'of all', 'writing', 'whole/writing', 'pen to disk');
  row(
    `${STROKES} strokes of 200 points`,
    `${(characters / 1e3).toFixed(0)} kB`,
    `${((100 * characters) / all).toFixed(1)} %`,
    `${(done - begun).toFixed(0)} ms`,
    (whole / (done - begun)).toFixed(1),
    `${(done - lifted).toFixed(0)} ms`,
  );
  await page.context().close();
}
