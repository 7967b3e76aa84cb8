import type { SKRSContext2D } from '@napi-rs/canvas';
import { expect, test } from '@playwright/test';
import { bringIn, openDemoKit, savedKit, backToKit, sendFrame } from '../support/app';
import { madeClip } from '../support/clips';
import { landOn } from '../support/land';
import { add } from '../support/make';
import { colourDistance, decodeFrame, demoMedia, pixelAt } from '../support/media';

/** A soft half-clear disc that goes across, over a plain colour. */
const over = (ground: string, late: number) => (context: SKRSContext2D, frame: number) => {
  context.fillStyle = ground;
  context.fillRect(0, 0, 640, 360);
  const x = 80 + Math.max(0, frame - late) * 8;
  const gradient = context.createRadialGradient(x, 180, 20, x, 180, 110);
  gradient.addColorStop(0, 'rgba(233, 162, 59, 0.5)');
  gradient.addColorStop(1, 'rgba(233, 162, 59, 0)');
  context.fillStyle = gradient;
  context.fillRect(0, 0, 640, 360);
};

test('an animation exported over black and over white gets its exact transparency back', async ({
  page,
}) => {
  await openDemoKit(page);
  await bringIn(page, [
    madeClip('on-black', 640, 360, 45, over('#000000', 0)),
    madeClip('on-white', 640, 360, 45, over('#ffffff', 3)),
  ]);
  await page.getByRole('link', { name: 'Open on-black' }).click();
  await page.getByRole('button', { name: 'Two-backdrop recovery' }).click();

  // A clip that is no second export is refused in plain words.
  const others = page.getByRole('radiogroup', { name: 'The same over another colour' });
  await others.getByRole('radio', { name: 'Hillside, morning' }).click();
  await page.getByRole('button', { name: 'Recover the transparency' }).click();
  await expect(page.getByRole('alert')).toContainText('the same size and frame rate');

  await others.getByRole('radio', { name: 'on-white' }).click();
  await page.getByRole('button', { name: 'Recover the transparency' }).click();
  await expect(page.getByRole('status')).toContainText(/agree to (9\d|100) %/);
  await backToKit(page);
  const clear = (await savedKit(page)).footage.find(({ name }) => name === 'on-black, clear')!;
  expect(clear).toMatchObject({ type: 'video', alpha: true, width: 640, height: 360 });
  // The second one begins three frames late: so much is left of both.
  expect(Math.abs(clear.duration - 42 / 30)).toBeLessThan(0.05);

  await landOn(page, 'Hillside, morning');
  await add(page, 'on-black, clear');
  await page.getByRole('link', { name: 'Send' }).click();
  const shown = await sendFrame(page, 20);
  const under = decodeFrame(demoMedia('hillside'), 20);
  // In the middle of the disc half of it and half of the footage; beside it the footage alone.
  const x = 320 + 80 + 20 * 8;
  const mixed = pixelAt(under, x, 360).map((level, c) => (level + [233, 162, 59, level][c]) / 2);
  expect(colourDistance(pixelAt(shown, x, 360), mixed)).toBeLessThan(12);
  expect(colourDistance(pixelAt(shown, 200, 500), pixelAt(under, 200, 500))).toBeLessThan(8);
});
