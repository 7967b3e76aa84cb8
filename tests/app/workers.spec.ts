import { expect, test, type Page } from '@playwright/test';
import { backToKit, openDemoKit, send } from '../support/app';

/** Those that the page made itself; what workers make by themselves is not among them. */
const running = (page: Page, name: string): number =>
  page.workers().filter((worker) => worker.url().includes(name)).length;

test('workers that a send needs are made by the page, and end with it', async ({ page }) => {
  const made: string[] = [];
  page.on('worker', (worker) => made.push(worker.url()));
  await openDemoKit(page);
  await page.getByRole('link', { name: 'Open Wind card' }).click();
  await page.getByRole('link', { name: 'Send' }).click();
  await send(page, 'APNG .apng');
  expect(made.filter((url) => url.includes('packer')).length).toBeGreaterThan(0);
  await expect.poll(() => running(page, 'packer')).toBe(0);
  await send(page, 'ProRes 4444 .mov');
  expect(made.filter((url) => url.includes('stripes')).length).toBeGreaterThan(0);
  expect(made.filter((url) => url.startsWith('blob:')).length).toBeGreaterThan(0);
  await expect.poll(() => running(page, 'blob:')).toBe(0);
});

test('workers of a stage end where it is left', async ({ page }) => {
  let ended = 0;
  page.on('worker', (worker) => {
    if (worker.url().includes('stripes')) worker.on('close', () => ended++);
  });
  await openDemoKit(page);
  await page.getByRole('tab', { name: 'Landings' }).click();
  await page.getByRole('link', { name: 'Open Line over the meadow' }).click();
  await expect.poll(() => running(page, 'stripes')).toBeGreaterThan(0);
  expect(ended).toBe(0);
  await backToKit(page);
  await expect.poll(() => ended).toBeGreaterThan(0);
});
