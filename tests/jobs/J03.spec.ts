import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { bringIn, openDemoKit, send, setNumber } from '../support/app';
import {
  colourDistance,
  decodeFrame,
  demoMedia,
  difference,
  like,
  pixelAt,
  thickBox,
  whereIs,
} from '../support/media';
import { add, addMove, beginEmpty, say, section, setColour, setFont } from '../support/make';
import { test } from '../support/hand';

const RED = [216, 48, 48];
const BLUE = [40, 64, 216];

const letter = (page: Page, name: string) =>
  page
    .getByRole('radiogroup', { name: 'Letter' })
    .getByRole('radio', { name: new RegExp(`^${name}( •)?$`) })
    .click();

async function ownFill(page: Page, colour: string): Promise<void> {
  await page.getByRole('switch', { name: 'A fill of its own' }).click();
  await setColour(page, 'Fill', colour);
}

test('J03: a name spelled letter by letter, each with its own start, style and move, becomes a corner mark', async ({
  page,
}) => {
  await openDemoKit(page);
  await beginEmpty(page);
  await page.getByRole('radio', { name: 'Key colour' }).click();
  await setNumber(page, 'Length', 2);
  await add(page, 'Words');
  await say(page, 'FE');
  await setFont(page, 'Alfa Slab One');
  await setNumber(page, 'Size', 420);

  // F is red, and drops in at the start; E is blue, and spins in half a second later.
  await section(page, 'Look');
  await letter(page, 'F');
  await ownFill(page, '#d83030');
  await letter(page, 'E');
  await ownFill(page, '#2840d8');
  await section(page, 'Moves');
  await letter(page, 'F');
  await addMove(page, 'Arrive', 'Drop and bounce');
  await setNumber(page, 'Height', 1100);
  await letter(page, 'E');
  await addMove(page, 'Arrive', 'Spin in');
  await setNumber(page, 'At', 0.5);

  // A new letter takes the last one's look and move, a little later.
  await section(page, 'Words');
  await say(page, 'FEN');
  await section(page, 'Moves');
  await letter(page, 'N');
  await expect(page.getByRole('button', { name: 'Spin in, arrive' })).toBeVisible();
  await page.getByRole('button', { name: 'Spin in, arrive' }).click();
  await expect(page.getByRole('textbox', { name: 'At', exact: true })).toHaveValue('0.6');

  await page.getByRole('link', { name: 'Send' }).click();
  await setNumber(page, 'Scale', 0.5);
  const file = await send(page, 'H.264 .mp4');
  const seen = (frame: number, colour: readonly number[]) =>
    whereIs(decodeFrame(file, frame), like(colour));
  // At frame 14 F has fallen at least once and E has not begun; at 17 it has; at 45 N stands too.
  expect(seen(14, RED).count).toBeGreaterThan(2000);
  expect(seen(14, BLUE).count).toBe(0);
  expect(seen(17, BLUE).count).toBeGreaterThan(0);
  const both = seen(45, BLUE);
  const red = seen(45, RED);
  expect(both.left).toBeGreaterThan(red.right);
  // E and N side by side are wider than E alone could be high.
  expect(both.right - both.left).toBeGreaterThan((both.bottom - both.top) * 1.4);

  // Keyed on a landing, placed in the upper right corner at a third of its size.
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await bringIn(page, { name: 'Spelled.mp4', mimeType: 'video/mp4', buffer: readFileSync(file) });
  await page.getByRole('link', { name: 'Open Hillside, morning' }).click();
  await page.getByRole('button', { name: 'Start a landing on this' }).click();
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Spelled' }).click();
  await expect(page.getByText('The screen behind “Spelled” was taken out.')).toBeVisible();
  await section(page, 'Place');
  await setNumber(page, 'Scale', 33);
  await setNumber(page, 'Across', 1100);
  await setNumber(page, 'Down', 100);
  await page.getByRole('button', { name: 'Done' }).click();
  await setNumber(page, 'Length', 2);
  await page.getByRole('link', { name: 'Send' }).click();
  const landed = decodeFrame(await send(page, 'H.264 .mp4'), 50);
  const footage = decodeFrame(demoMedia('hillside'), 50);
  const mark = thickBox(difference(landed, footage), (rgba) => Math.max(...rgba.slice(0, 3)) > 90);
  expect(mark.right - mark.left).toBeGreaterThan(60);
  expect(mark.left).toBeGreaterThan(900);
  expect(mark.bottom).toBeLessThan(200);
  // Right beside the letters, where the key colour was, the footage shows as it is.
  for (const [x, y] of [
    [960, 60],
    [1240, 150],
    [300, 500],
  ]) {
    expect(colourDistance(pixelAt(landed, x, y), pixelAt(footage, x, y))).toBeLessThan(14);
  }
});
