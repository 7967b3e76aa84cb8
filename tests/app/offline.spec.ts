import { expect, test } from '@playwright/test';
import { add, beginEmpty, say, stageDrawn } from '../support/make';
import { openDemoKit, send } from '../support/app';

test.use({ serviceWorkers: 'allow' });

test('with the network gone after the first visit it reloads, draws, checks and sends', async ({
  page,
  context,
}) => {
  await openDemoKit(page);
  // Once it is in charge, all that every screen needs is kept.
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await expect
    .poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null))
    .toBe(true);
  await page.goto('/settings');
  await page.getByRole('button', { name: 'Keep all of it' }).click();
  await expect(page.getByText(/^All of them are here, \d/)).toBeVisible();

  await context.setOffline(true);
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Open Wind card' })).toBeVisible();
  await page.reload();
  await beginEmpty(page);
  await add(page, 'Words');
  await say(page, 'No network');
  await page.getByRole('link', { name: 'Check' }).click();
  await expect(page.getByText(/frames looked at/)).toBeVisible();
  await page.getByRole('link', { name: 'Send' }).click();
  await send(page, 'ProRes 4444 .mov');
  // Memory is shared as it was with the server's headers.
  expect(await page.evaluate(() => window.crossOriginIsolated)).toBe(true);
});

test('a newer version is offered, and taken only when that is asked for', async ({ page }) => {
  await openDemoKit(page);
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  const inCharge = () =>
    // While the page loads anew there is nothing to ask.
    page.evaluate(() => navigator.serviceWorker.controller?.scriptURL).catch(() => undefined);
  await expect.poll(inCharge).toMatch(/service-worker\.js$/);
  // A worker of another address is a newer version.
  const publish = (version: string) =>
    page.evaluate(
      (name) =>
        navigator.serviceWorker.register(`/service-worker.js?${name}`).then(() => undefined),
      version,
    );
  const offer = page.getByText('A newer version of Moon Patch is ready.');
  await publish('second');
  await page.getByRole('button', { name: 'Later' }).click();
  await expect(offer).toHaveCount(0);
  expect(await inCharge()).toMatch(/service-worker\.js$/);

  await publish('third');
  await page.getByRole('button', { name: 'Use it now' }).click();
  await expect.poll(inCharge).toMatch(/third$/);
  await expect(page.getByRole('link', { name: 'Open Wind card' })).toBeVisible();
});

test('a stage whose code cannot be fetched says so, and draws once it can', async ({ page }) => {
  await openDemoKit(page);
  const code = '**/engine/stage-*.js';
  await page.route(code, (route) => route.abort());
  await page.getByRole('link', { name: 'Open Wind card' }).click();
  const away = page.getByText(/could not fetch the part of it that does this/);
  await expect(away).toBeVisible();
  const canvas = page.getByRole('application', { name: 'Stage' }).locator('canvas');
  await expect(canvas).toHaveAttribute('aria-busy', 'true');
  await page.unroute(code);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await stageDrawn(page);
  await expect(away).toHaveCount(0);
});
