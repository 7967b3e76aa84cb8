import { expect, test, type Page } from '@playwright/test';
import { backToKit, dragOnStage, openDemoKit, savedKit, scrubTo, setNumber } from '../support/app';
import { readFileSync } from 'node:fs';
import { strFromU8, unzipSync } from 'fflate';
import { parseHex } from '@/core/colour';
import { colourDistance, demoMedia, pixelAt, pngPixels } from '../support/media';

const GREEN = [0, 200, 83];

/** The stage's colour at a point, in shares of its size. */
async function stageColour(page: Page, x: number, y: number): Promise<readonly number[]> {
  const shot = await pngPixels(await page.getByRole('application', { name: 'Stage' }).screenshot());
  return pixelAt(shot, shot.width * x, shot.height * y);
}

async function openLanding(page: Page, name: string): Promise<void> {
  await page.getByRole('tab', { name: /^Landings/ }).click();
  await page.getByRole('link', { name: `Open ${name}` }).click();
}

test.beforeEach(({ page }) => openDemoKit(page));

test('an overlay on a landing is live: what changes in Make changes there', async ({ page }) => {
  await openLanding(page, 'Episode opening');
  await scrubTo(page, 0.4);
  // The card's band, at the lower left.
  const band = () => stageColour(page, 0.5, 0.76);
  await expect.poll(async () => colourDistance(await band(), [179, 67, 43])).toBeLessThan(12);
  await page.getByRole('link', { name: 'Make' }).click();
  await page.getByRole('button', { name: 'Choose Band' }).click();
  await page.getByRole('tab', { name: 'Look' }).click();
  await page.getByRole('button', { name: /^Fill: / }).click();
  await page.getByRole('textbox', { name: 'Colour value' }).fill('#2040c0');
  await page.getByRole('button', { name: 'Done', exact: true }).last().click();
  await page.goBack();
  await expect(page.getByRole('heading', { name: 'Episode opening' })).toBeVisible();
  await scrubTo(page, 0.4);
  await expect.poll(async () => colourDistance(await band(), [32, 64, 192])).toBeLessThan(12);
});

test('the divider shows the clip as it came on its left and keyed on its right', async ({
  page,
}) => {
  await openLanding(page, 'Line over the meadow');
  await scrubTo(page, 0.02);
  await page.getByRole('button', { name: 'Choose Hand line recording' }).click();
  await page.getByRole('tab', { name: 'Key' }).click();
  await page.getByRole('button', { name: 'Before/after' }).click();
  await expect
    .poll(async () => colourDistance(await stageColour(page, 0.25, 0.2), GREEN))
    .toBeLessThan(8);
  expect(colourDistance(await stageColour(page, 0.75, 0.2), GREEN)).toBeGreaterThan(40);
  const divider = page.getByRole('slider', { name: 'Before and after' });
  for (let i = 0; i < 18; i++) await divider.press('ArrowRight');
  await expect
    .poll(async () => colourDistance(await stageColour(page, 0.75, 0.2), GREEN))
    .toBeLessThan(8);
});

test('wherever a colour is chosen, those of the footage are offered', async ({ page }) => {
  await openLanding(page, 'Line over the meadow');
  await page.getByRole('button', { name: 'Choose Hand line recording' }).click();
  await page.getByRole('tab', { name: 'Key' }).click();
  await page.getByRole('button', { name: /^Key colour: / }).click();
  const offered = page
    .getByRole('group', { name: 'Colours of Hand line recording' })
    .getByRole('button');
  await expect(offered).toHaveCount(6);
  const names = await offered.evaluateAll((all) => all.map((one) => one.ariaLabel ?? ''));
  const colours = names.map((name) => /#\w{6}/.exec(name)![0]);
  const off = colours.map((colour) => colourDistance(parseHex(colour), GREEN));
  const nearest = off.indexOf(Math.min(...off));
  expect(off[nearest]).toBeLessThan(30);
  await offered.nth(nearest).click();
  await expect(page.getByRole('textbox', { name: 'Colour value' })).toHaveValue(colours[nearest]);
});

test('the matte shows alpha as grey, and the cut-out the clip alone on checks', async ({
  page,
}) => {
  await openLanding(page, 'Line over the meadow');
  await scrubTo(page, 0.02);
  await page.getByRole('button', { name: 'Choose Hand line recording' }).click();
  await page.getByRole('tab', { name: 'Key' }).click();
  await page.getByRole('radio', { name: 'Matte' }).click();
  await expect.poll(async () => stageColour(page, 0.25, 0.2)).toEqual([0, 0, 0, 255]);
  await page.getByRole('radio', { name: 'Cut-out' }).click();
  // Checks are white or grey, and nothing of the meadow shows.
  await expect
    .poll(async () => {
      const [r, g, b] = await stageColour(page, 0.25, 0.2);
      return Math.min(r, g, b) > 200 && Math.max(r, g, b) - Math.min(r, g, b) < 10;
    })
    .toBe(true);
});

test('an item is placed by drag, faded, started later, and taken off', async ({ page }) => {
  await openLanding(page, 'Episode opening');
  await scrubTo(page, 0.4);
  await page.getByRole('button', { name: 'Choose Wind card' }).click();
  await page.getByRole('tab', { name: 'Look' }).click();
  await setNumber(page, 'Opacity', 50);
  await page.getByRole('tab', { name: 'Time' }).click();
  await setNumber(page, 'Starts at', 2.5);
  await page.getByRole('tab', { name: 'Place' }).click();
  await expect(page.getByRole('button', { name: 'Resize Wind card' })).toBeVisible();
  await dragOnStage(page, [0.3, 0.3], [0.4, 0.1]);
  await backToKit(page);
  const landing = (await savedKit(page)).landings.find(
    (entry) => entry.name === 'Episode opening',
  )!;
  const item = landing.layers.find((layer) => layer.name === 'Wind card')!;
  expect(item).toMatchObject({ opacity: 0.5, from: 75 });
  expect(Math.abs(item.place.x - (640 + 128))).toBeLessThan(12);
  expect(Math.abs(item.place.y - (360 - 144))).toBeLessThan(12);
  await openLanding(page, 'Episode opening');
  await page.getByRole('button', { name: 'Choose Wind card' }).click();
  await page.getByRole('button', { name: 'Layer menu' }).click();
  await page.getByRole('menuitem', { name: 'Delete layer' }).click();
  await expect(page.getByRole('button', { name: 'Choose Wind card' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Choose Wind card' })).toBeVisible();
});

test('a landing goes out as a timeline with its media and its overlays as clear clips @long', async ({
  page,
}) => {
  await openLanding(page, 'Episode opening');
  await page.getByRole('link', { name: 'Send' }).click();
  await page.getByRole('radio', { name: 'OpenTimelineIO .zip' }).click();
  const downloaded = page.waitForEvent('download', { timeout: 180_000 });
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  const files = unzipSync(readFileSync(await (await downloaded).path()));
  expect(Object.keys(files).sort()).toEqual([
    'episode-opening.otio',
    'media/hillside-morning.webm',
    'media/wind-card.webm',
    'media/workshop-beat.flac',
  ]);
  const timeline = JSON.parse(strFromU8(files['episode-opening.otio']));
  expect(timeline.tracks.children).toHaveLength(3);
  expect(Buffer.from(files['media/hillside-morning.webm'])).toEqual(
    readFileSync(demoMedia('hillside')),
  );
});

test('quiet spots are three calm places, and a tap moves the layer into one', async ({ page }) => {
  await openLanding(page, 'Episode opening');
  await page.getByRole('button', { name: 'Choose Wind card' }).click();
  await page.getByRole('tab', { name: 'Place' }).click();
  await page.getByRole('button', { name: 'Quiet spots' }).click();
  await page.getByRole('button', { name: 'Look for quiet spots' }).click();
  const spots = page.getByRole('button', { name: /^Spot \d: \d+ % calm$/ });
  await expect(spots).toHaveCount(3);
  const calm = (await spots.allInnerTexts()).map((text) => Number(/: (\d+) %/.exec(text)![1]));
  expect(calm).toEqual([...calm].sort((a, b) => b - a));
  await spots.first().click();
  await scrubTo(page, 0.4);
  // The calmest place for the card is the open sky at the left, above the hills.
  const band = async () => colourDistance(await stageColour(page, 0.5, 0.45), [179, 67, 43]);
  await expect.poll(band).toBeLessThan(12);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(band).toBeGreaterThan(40);
});
