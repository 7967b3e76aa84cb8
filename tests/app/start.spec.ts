import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { backToKit, chooseFiles, openDemoKit, openEmptyKit, savedKit } from '../support/app';
import { like, solidPixel, whereIs } from '../support/media';
import {
  add,
  beginEmpty,
  beginWith,
  choose,
  say,
  section,
  setColour,
  stageShot,
} from '../support/make';
import { STARTERS } from '@/core/starters';

test('a new overlay begins with any of the starters, and everything in it can be changed', async ({
  page,
}) => {
  await openDemoKit(page);
  await page.getByRole('button', { name: 'New overlay' }).click();
  for (const { label } of STARTERS) {
    await expect(page.getByRole('button', { name: `Begin with ${label}` })).toBeVisible();
  }
  await expect(page.getByRole('img', { name: 'Picture of Letter window' })).toBeVisible();
  await page.getByRole('button', { name: 'Begin with Lower third' }).click();
  await choose(page, 'Fennel Hill Kites');
  await say(page, 'Marten Vale');
  await expect(page.getByRole('button', { name: 'Choose Marten Vale' })).toBeVisible();
  // The band of the starter stands on the stage, in the workshop's plum.
  const plum = async () => whereIs(await stageShot(page), like([75, 46, 115])).count;
  await expect.poll(plum).toBeGreaterThan(2000);
  await backToKit(page);
  await expect(page.getByRole('link', { name: 'Open Lower third' })).toBeVisible();
});

test('starters work in a kit without footage, with artwork in its place', async ({ page }) => {
  await openEmptyKit(page);
  await beginWith(page, 'Dropped picture');
  const seen = async () => whereIs(await stageShot(page), like([233, 162, 59])).count;
  await expect.poll(seen).toBeGreaterThan(1000);
});

test('a table makes one overlay a row, its problems shown before', async ({ page }) => {
  await openDemoKit(page);
  await beginWith(page, 'Lower third');
  await page.getByRole('button', { name: 'Many from a table' }).click();
  const rows = [
    'Fennel Hill Kites;sewn by hand, flown by wind',
    'Marten Vale;cuts the sails',
    'Wren Alder;',
    `Juniper ${'Longname '.repeat(14)};ties the lines`,
  ];
  await chooseFiles(page, () => page.getByRole('button', { name: 'Choose a CSV file' }).click(), {
    name: 'people.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(rows.join('\n')),
  });
  const planned = page.getByRole('table', { name: 'What would be made' }).getByRole('row');
  await expect(planned).toHaveCount(3);
  await expect(planned.nth(0)).toContainText('Marten Vale');
  await expect(planned.nth(1)).toContainText('is empty');
  await expect(planned.nth(2)).toContainText('would not fit on the canvas');
  await page.getByRole('button', { name: 'Make 3 overlays, 2 with problems' }).click();
  await expect(page.getByRole('link', { name: 'Open Lower third: Marten Vale' })).toBeVisible();
  const made = (await savedKit(page)).overlays.find(({ name }) => name.endsWith('Marten Vale'))!;
  const texts = made.layers.flatMap((layer) => (layer.kind === 'words' ? [layer.text] : []));
  expect(texts).toEqual(['Marten Vale', 'cuts the sails']);
});

test('a font of one’s own is brought in, kept in the kit, listed, and can be deleted', async ({
  page,
}) => {
  await openEmptyKit(page);
  await beginEmpty(page);
  await add(page, 'Words');
  await say(page, 'Wiii');
  const width = async () => {
    const { left, right } = whereIs(
      await stageShot(page),
      (rgba) => solidPixel(rgba) && rgba[0] < 60,
    );
    return right - left;
  };
  await section(page, 'Look');
  await setColour(page, 'Fill', '#101010');
  await expect.poll(width).toBeGreaterThan(10);
  const before = await width();
  await section(page, 'Words');
  const file = 'node_modules/@expo-google-fonts/jetbrains-mono/700Bold/JetBrainsMono_700Bold.ttf';
  await chooseFiles(page, () => page.getByRole('button', { name: 'Bring in a font' }).click(), {
    name: 'Kite Mono.ttf',
    mimeType: 'font/ttf',
    buffer: readFileSync(file),
  });
  await expect(page.getByRole('button', { name: /^Font: .*Mono/ })).toBeVisible();
  // Every letter as wide as the widest now.
  await expect.poll(width).toBeGreaterThan(before * 1.2);
  await backToKit(page);
  const kit = await savedKit(page);
  expect(kit.fonts).toHaveLength(1);
  await page.getByRole('button', { name: 'Kit menu' }).click();
  await page.getByRole('menuitem', { name: 'Settings and help' }).click();
  await expect(page.getByText('in 1 overlay')).toBeVisible();
  await page.getByRole('button', { name: `Delete ${kit.fonts[0].name}` }).click();
  await expect(page.getByText(/^None yet\. Bring one in/)).toBeVisible();
  // The words are still there, in the font they had at first.
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await page.getByRole('link', { name: 'Open New overlay' }).click();
  await expect.poll(async () => Math.abs((await width()) - before)).toBeLessThan(4);
});

for (const kind of ['woff', 'woff2']) {
  test(`a font in a compressed .${kind} file can be drawn with`, async ({ page }) => {
    await openEmptyKit(page);
    await beginEmpty(page);
    await add(page, 'Words');
    await say(page, 'WWW');
    const width = async () => {
      const { left, right } = whereIs(await stageShot(page), like([16, 16, 16]));
      return right - left;
    };
    await section(page, 'Look');
    await setColour(page, 'Fill', '#101010');
    await expect.poll(width).toBeGreaterThan(10);
    const before = await width();
    await section(page, 'Words');
    await chooseFiles(
      page,
      () => page.getByRole('button', { name: 'Bring in a font' }).click(),
      `tests/support/fonts/marker.${kind}`,
    );
    await expect(
      page.getByRole('button', { name: 'Font: Permanent Marker Regular. Change' }),
    ).toBeVisible();
    // The marker's letters are far wider than the condensed ones before.
    await expect.poll(width).toBeGreaterThan(before * 1.3);
  });
}

test('fonts are found by name, each shown with the words that are set', async ({ page }) => {
  await openEmptyKit(page);
  await beginEmpty(page);
  await add(page, 'Words');
  await say(page, 'Gusty\nafternoon');
  const fetched = new Set<string>();
  page.on('request', (request) => {
    if (/\/fonts\/.*\.ttf$/.test(request.url())) fetched.add(request.url());
  });
  await page.getByRole('button', { name: /^Font: Anton/ }).click();
  const fonts = page.getByRole('listbox', { name: 'Font' }).getByRole('option');
  await expect(fonts).toHaveCount(31);
  // Those that are far out of sight are left until somebody scrolls to them.
  const last = () => [...fetched].some((url) => url.endsWith('/silkscreen.ttf'));
  await expect.poll(() => fetched.size).toBeGreaterThan(5);
  expect(fetched.size).toBeLessThan(28);
  expect(last()).toBe(false);
  await fonts.last().scrollIntoViewIfNeeded();
  await expect.poll(last).toBe(true);
  await page.getByRole('textbox', { name: 'Find a font' }).fill('typewriter');
  await expect(fonts).toHaveCount(1);
  await expect(fonts).toContainText('Gusty');
  const isLoaded = () =>
    fonts
      .getByText('Gusty')
      .evaluate((sample) => document.fonts.check(`20px ${getComputedStyle(sample).fontFamily}`));
  await expect.poll(isLoaded).toBe(true);
  await page.getByRole('textbox', { name: 'Find a font' }).fill('nothing like it');
  await expect(page.getByText('No font here is called that.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Find a font' }).fill('special');
  await fonts.click();
  await expect(page.getByRole('button', { name: /^Font: Special Elite/ })).toBeVisible();
});

test('letters that a font does not have are named', async ({ page }) => {
  await openEmptyKit(page);
  await beginEmpty(page);
  await add(page, 'Words');
  await say(page, 'Wind 风 и 风');
  await expect(page.getByText('This font has no 风')).toBeVisible();
  await say(page, 'Wind');
  await expect(page.getByText('This font has no')).toHaveCount(0);
});

test('a font that is none is refused in plain words', async ({ page }) => {
  await openEmptyKit(page);
  await beginEmpty(page);
  await add(page, 'Words');
  await chooseFiles(page, () => page.getByRole('button', { name: 'Bring in a font' }).click(), {
    name: 'Broken.ttf',
    mimeType: 'font/ttf',
    buffer: Buffer.from([0, 1, 0, 0, 9, 9, 9, 9]),
  });
  await expect(page.getByText(/Broken\.ttf/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Font: Anton/ })).toBeVisible();
});

test('a first visit fetches little until there is something to press', async ({ page }) => {
  const client = await page.context().newCDPSession(page);
  let bytes = 0;
  client.on('Network.loadingFinished', ({ encodedDataLength }) => (bytes += encodedDataLength));
  await client.send('Network.enable');
  await page.goto('/');
  await page.getByRole('button', { name: 'Start with an empty kit' }).click();
  await page.getByRole('button', { name: 'New overlay' }).first().waitFor();
  // The next screens' code is fetched meanwhile, and may be in.
  await page.waitForLoadState('networkidle');
  expect(bytes).toBeGreaterThan(200_000);
  expect(bytes).toBeLessThan(700_000);
});

test('a screen whose code cannot be fetched says so, and opens once it can', async ({ page }) => {
  const code = /\/afterKit-[0-9a-f]+\.js$/;
  await page.route(code, (route) => route.abort());
  await openDemoKit(page);
  await page.getByRole('link', { name: 'Open Wind card' }).click();
  await expect(page.getByText(/This screen could not be loaded/)).toBeVisible();
  await page.unroute(code);
  await page.getByRole('button', { name: 'Load again' }).click();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
});
