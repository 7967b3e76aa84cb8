import type { SKRSContext2D } from '@napi-rs/canvas';
import { expect } from '@playwright/test';
import { bringIn, openDemoKit, sendFrame, setNumber } from '../support/app';
import { madeClip } from '../support/clips';
import { landOn } from '../support/land';
import { add, dragControl, section, unfold } from '../support/make';
import { whereIs, type Pixels } from '../support/media';
import { test } from '../support/hand';

const GREEN = '#00b050';

/** A figure before green with a lamp stand at the side; a flash at frame 20. */
function figure(context: SKRSContext2D, frame: number): void {
  context.fillStyle = frame >= 20 && frame < 23 ? '#d8ffe8' : GREEN;
  context.fillRect(0, 0, 640, 360);
  context.fillStyle = '#7a7a86';
  context.fillRect(560, 40, 30, 320);
  context.fillStyle = '#f0c8a0';
  context.beginPath();
  context.arc(300, 110, 50, 0, Math.PI * 2);
  context.fill();
  context.fillStyle = '#e8e0f0';
  context.fillRect(250, 160, 100, 180);
}

/** A table with a small stage on it, in a dim room; its light flashes at frame 44. */
function prop(context: SKRSContext2D, frame: number): void {
  context.fillStyle = frame >= 44 && frame < 47 ? '#ffffff' : '#2b2230';
  context.fillRect(0, 0, 640, 360);
  context.fillStyle = '#5a4632';
  context.fillRect(200, 280, 240, 80);
}

const blueish = (picture: Pixels) => whereIs(picture, ([r, g, b]) => b > r + 25 && b > 90 && g > r);

test('J17: a figure before green is keyed and masked, small, a ghost, and lined up with its prop by a flash', async ({
  page,
}) => {
  await openDemoKit(page);
  await bringIn(page, [
    madeClip('figure', 640, 360, 60, figure),
    madeClip('table', 640, 360, 90, prop),
  ]);
  await expect(page.getByRole('link', { name: 'Open table' })).toBeVisible();
  await landOn(page, 'table');
  await add(page, 'figure');
  await section(page, 'Key');
  await page.getByRole('button', { name: 'Find it for me' }).click();
  await expect(page.getByRole('button', { name: /^Key colour: .*#00[ab][0-9a-f]/ })).toBeVisible();
  // The lamp stand is kept out by hand: the matte’s right side is drawn in.
  await unfold(page, 'Garbage mattes');
  await page.getByRole('button', { name: 'Draw a matte' }).click();
  for (const corner of ['Matte point 1', 'Matte point 4']) await dragControl(page, corner, -60);
  await section(page, 'Look');
  await unfold(page, 'Ghost');
  await page.getByRole('switch', { name: 'Show it as a ghost' }).click();
  await setNumber(page, 'Flicker', 0);
  await setNumber(page, 'Line spacing', 16);
  await section(page, 'Place');
  await setNumber(page, 'Scale', 50);
  await setNumber(page, 'Down', 190);
  await section(page, 'Time');
  await unfold(page, 'Line up');
  await page.getByRole('button', { name: 'Find it in both' }).click();
  await expect(page.getByRole('group', { name: 'Found' })).toContainText('24 frames apart');
  await page.getByRole('button', { name: 'Line them up' }).click();
  await expect(page.getByRole('textbox', { name: 'Starts at' })).toHaveValue('0.8');
  await page.getByRole('link', { name: 'Send' }).click();

  const before = await sendFrame(page, 20);
  const shown = await sendFrame(page, 60);
  // On and off with the footage: not there before the clip begins, 24 frames in.
  expect(blueish(before).count).toBeLessThan(50);
  const ghost = blueish(shown);
  expect(ghost.count).toBeGreaterThan(1500);
  // Half as large, standing on the table; what the matte leaves out is not there.
  expect(ghost.bottom - ghost.top).toBeGreaterThan(110);
  expect(ghost.bottom - ghost.top).toBeLessThan(180);
  expect(ghost.left).toBeGreaterThan(250);
  expect(ghost.right).toBeLessThan(400);
  // See-through, with lines across: rows alternate, and no green is left.
  const column = (y: number) => shown.data[(y * shown.width + 310) * 4 + 2];
  const rows = Array.from({ length: 40 }, (_, i) => column(200 + i));
  expect(Math.max(...rows) - Math.min(...rows)).toBeGreaterThan(25);
  expect(whereIs(shown, ([r, g, b]) => g > r + 60 && g > b + 40).count).toBe(0);
});
