import { expect } from '@playwright/test';
import { dragOnStage, openDemoKit, scrubTo, send } from '../support/app';
import { colourDistance, decodeFrame, pixelAt, pngPixels } from '../support/media';
import { test } from '../support/hand';

const PILL = [35, 28, 53];

test('J11: a call-out placed against a guide frame, its moves reordered, lands where the guide showed it', async ({
  page,
}) => {
  await openDemoKit(page);
  await page.getByRole('link', { name: 'Open Gust call-out' }).click();

  // Words first, then the pill: what the pill waited for is freed, then it waits for the words.
  await page.getByRole('button', { name: 'Choose Gust 18 kn' }).click();
  await page.getByRole('tab', { name: 'Moves' }).click();
  await page.getByRole('button', { name: 'Type on, arrive' }).click();
  await page.getByRole('radio', { name: 'At a time' }).click();
  await page.getByRole('textbox', { name: 'At', exact: true }).fill('0');
  await page.getByRole('textbox', { name: 'At', exact: true }).press('Enter');
  await page.getByRole('button', { name: 'Choose Pill' }).click();
  await page.getByRole('button', { name: 'Grow or shrink, arrive' }).click();
  await page.getByRole('radio', { name: 'Once done' }).click();
  await expect(
    page.getByRole('button', { name: /Once “Gust 18 kn” has arrived \(type on\)/ }),
  ).toBeVisible();

  // A circle is refused in words, and nothing changes.
  await page.getByRole('button', { name: 'Choose Gust 18 kn' }).click();
  await page.getByRole('button', { name: 'Type on, arrive' }).click();
  await page.getByRole('radio', { name: 'Once done' }).click();
  await expect(page.getByText(/wait for each other/)).toBeVisible();
  await expect(page.getByRole('radio', { name: 'At a time' })).toBeChecked();

  // Pill and words are dragged to another place, judged against the guide.
  await scrubTo(page, 0.5);
  await page.getByRole('button', { name: 'Choose Pill' }).click();
  await expect(page.getByRole('button', { name: 'Resize Pill' })).toBeVisible();
  await dragOnStage(page, [0.14, 0.28], [0.47, 0.49]);
  await page.getByRole('button', { name: 'Choose Gust 18 kn' }).click();
  await dragOnStage(page, [0.25, 0.28], [0.58, 0.49]);
  const stage = page.getByRole('application', { name: 'Stage' });
  await page.getByRole('button', { name: 'Done' }).click();
  await expect
    .poll(async () => {
      const shot = await pngPixels(await stage.screenshot());
      return colourDistance(pixelAt(shot, shot.width * 0.46, shot.height * 0.49), PILL);
    })
    .toBeLessThan(12);

  await page.getByRole('link', { name: 'Send' }).click();
  const file = await send(page, 'VP9 .webm');
  const early = decodeFrame(file, 4);
  const middle = decodeFrame(file, 60);
  // The words come before the pill now.
  expect(pixelAt(early, 1920 * 0.46, 1080 * 0.49)[3]).toBeLessThan(10);
  expect(early.data.some((value, i) => i % 4 === 3 && value > 200)).toBe(true);
  expect(colourDistance(pixelAt(middle, 1920 * 0.46, 1080 * 0.49), PILL)).toBeLessThan(8);
  // The guide is nowhere: round the call-out everything is clear.
  for (const [x, y] of [
    [20, 20],
    [1900, 20],
    [960, 1000],
    [300, 300],
  ]) {
    expect(pixelAt(middle, x, y)[3]).toBe(0);
  }

  // Landed on the same footage, it sits where the guide showed it, with the footage round it.
  await page.getByRole('link', { name: 'Land' }).click();
  await page.getByRole('button', { name: 'On Hillside, morning' }).click();
  await scrubTo(page, 0.2);
  const landed = page.getByRole('application', { name: 'Stage' });
  await expect
    .poll(async () => {
      const shot = await pngPixels(await landed.screenshot());
      return colourDistance(pixelAt(shot, shot.width * 0.46, shot.height * 0.49), PILL);
    })
    .toBeLessThan(12);
  const shot = await pngPixels(await landed.screenshot());
  const [r, , b] = pixelAt(shot, shot.width * 0.05, shot.height * 0.05);
  expect(b - r).toBeGreaterThan(40);
});
