import { expect, test } from '@playwright/test';
import { openDemoKit, scrubTo, stagePoint } from '../support/app';
import { finger, fingers, smallControls } from '../support/touch';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

test('two fingers enlarge and turn the chosen layer', async ({ page }) => {
  await openDemoKit(page);
  await page.getByRole('link', { name: 'Open Gust call-out' }).click();
  await scrubTo(page, 0.5);
  await page.getByRole('button', { name: 'Choose Pill' }).click();
  await page.getByRole('tab', { name: 'Place' }).click();
  await expect(page.getByRole('button', { name: 'Resize Pill' })).toBeVisible();
  const a = await stagePoint(page, 0.4, 0.5);
  const b = await stagePoint(page, 0.6, 0.5);
  // Twice as far apart, and turned by a third of a right angle.
  const centre = { x: (a.x + b.x) / 2, y: a.y };
  const reach = b.x - a.x;
  const turned = (sign: 1 | -1) => ({
    x: centre.x + sign * reach * Math.cos(Math.PI / 6),
    y: centre.y + sign * reach * Math.sin(Math.PI / 6),
  });
  await fingers(page, [a, b], [turned(-1), turned(1)]);
  const number = async (name: string) =>
    Number(await page.getByRole('textbox', { name, exact: true }).inputValue());
  await expect.poll(() => number('Scale')).toBeGreaterThan(160);
  expect(Math.abs((await number('Rotation')) - 30)).toBeLessThan(6);
});

test('one finger drags a layer', async ({ page }) => {
  await openDemoKit(page);
  await page.getByRole('link', { name: 'Open Gust call-out' }).click();
  await scrubTo(page, 0.5);
  await page.getByRole('button', { name: 'Choose Pill' }).click();
  await page.getByRole('tab', { name: 'Place' }).click();
  await expect(page.getByRole('button', { name: 'Resize Pill' })).toBeVisible();
  await finger(page, await stagePoint(page, 0.16, 0.28), await stagePoint(page, 0.56, 0.6));
  const across = page.getByRole('textbox', { name: 'Across', exact: true });
  await expect.poll(async () => Number(await across.inputValue())).toBeGreaterThan(1100);
});

test('touch targets are large enough, and nothing runs off the side', async ({ page }) => {
  await openDemoKit(page);
  const visits: readonly (readonly [string, () => Promise<void>])[] = [
    ['kit', async () => undefined],
    ['make', () => page.getByRole('link', { name: 'Open Wind card' }).click()],
    [
      'moves',
      async () => {
        await page.getByRole('button', { name: 'Choose Band' }).click();
        await page.getByRole('tab', { name: 'Moves' }).click();
      },
    ],
    ['check', () => page.getByRole('link', { name: 'Check' }).click()],
    ['send', () => page.getByRole('link', { name: 'Send' }).click()],
    ['land', () => page.getByRole('link', { name: 'Land' }).click()],
  ];
  for (const [name, go] of visits) {
    await go();
    await page.waitForTimeout(500);
    expect(await smallControls(page), name).toEqual([]);
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth),
      name,
    ).toBeLessThanOrEqual(390);
  }
});

test('a kit file saved here opens here again with everything in it', async ({ page }) => {
  await openDemoKit(page);
  await page.getByRole('button', { name: 'Kit menu' }).click();
  const downloaded = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'Save a kit file' }).click();
  const file = await (await downloaded).path();
  await page.getByRole('button', { name: 'More for Wind card' }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(page.getByRole('link', { name: /^Open / })).toHaveCount(3);
  await page.getByRole('button', { name: 'Kit menu' }).click();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('menuitem', { name: 'Open a kit file' }).click();
  await (await chooser).setFiles(file);
  await page.getByRole('button', { name: 'Replace it' }).click();
  await expect(page.getByRole('link', { name: 'Open Wind card' })).toBeVisible();
  await expect(page.getByRole('tab', { name: 'Footage 10' })).toBeVisible();
  await page.getByRole('tab', { name: 'Footage 10' }).click();
  await expect(page.getByRole('img', { name: 'Picture of Hillside, morning' })).toBeVisible();
});
