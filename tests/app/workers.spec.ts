import { expect, test, type Page } from '@playwright/test';
import { backToKit, openDemoKit, send } from '../support/app';
import { stageDrawn } from '../support/make';

/**
 * Watches the workers that the page itself makes, which are seen like those that workers make, and the
 * video frames they give it.
 */
const watchPage = (page: Page) =>
  page.addInitScript(() => {
    const made: string[] = [];
    const frames: VideoFrame[] = [];
    const Own = window.Worker;
    window.Worker = class extends Own {
      constructor(url: string | URL, options?: WorkerOptions) {
        super(url, options);
        made.push(String(url));
        this.addEventListener('message', ({ data }) => {
          frames.push(...Object.values(data ?? {}).filter((each) => each instanceof VideoFrame));
        });
      }
    };
    Object.assign(window, { made, frames });
  });

type Watched = { readonly made: string[]; readonly frames: VideoFrame[] };

const madeByPage = (page: Page, name: string): Promise<number> =>
  page.evaluate(
    (part) => (window as never as Watched).made.filter((url) => url.includes(part)).length,
    name,
  );

/** How many video frames passed through the page, and of how many it still holds the pixels. */
const framesAtPage = (page: Page): Promise<{ readonly all: number; readonly held: number }> =>
  page.evaluate(() => {
    const { frames } = window as never as Watched;
    return { all: frames.length, held: frames.filter(({ format }) => format !== null).length };
  });

async function openWatchedSend(page: Page): Promise<void> {
  await watchPage(page);
  await openDemoKit(page);
  await page.getByRole('link', { name: 'Open Wind card' }).click();
  await page.getByRole('link', { name: 'Send' }).click();
}

const running = (page: Page, name: string): number =>
  page.workers().filter((worker) => worker.url().includes(name)).length;

test('workers that a send needs are made by the page, and end with it @long', async ({ page }) => {
  await openWatchedSend(page);
  await send(page, 'APNG .apng');
  expect(await madeByPage(page, 'packer')).toBeGreaterThan(0);
  await expect.poll(() => running(page, 'packer')).toBe(0);
  await send(page, 'ProRes 4444 .mov');
  expect(await madeByPage(page, 'stripes')).toBeGreaterThan(0);
  expect(await madeByPage(page, 'blob:')).toBeGreaterThan(0);
  await expect.poll(() => running(page, 'blob:')).toBe(0);
});

test('video frames that a worker’s helpers make are not held by the page @long', async ({
  page,
}) => {
  await openWatchedSend(page);
  // A worker of the library's takes alpha from its frames.
  await send(page, 'VP9 .webm');
  const { all, held } = await framesAtPage(page);
  expect(all).toBeGreaterThan(100);
  expect(held).toBe(0);
});

test('workers of a stage end where it is left', async ({ page }) => {
  let ended = 0;
  page.on('worker', (worker) => {
    if (worker.url().includes('stripes')) worker.on('close', () => ended++);
  });
  await openDemoKit(page);
  await page.getByRole('tab', { name: 'Landings' }).click();
  await page.getByRole('link', { name: 'Open Line over the meadow' }).click();
  // The pictures of the cards have such workers too, which stay: the stage has its own once it is drawn.
  await stageDrawn(page);
  expect(running(page, 'stripes')).toBeGreaterThan(0);
  expect(ended).toBe(0);
  await backToKit(page);
  await expect.poll(() => ended).toBeGreaterThan(0);
});
