import { createCanvas } from '@napi-rs/canvas';
import { expect } from '@playwright/test';
import { writeFileSync } from 'node:fs';
import { bringIn, openDemoKit, sendFrame } from '../support/app';
import { add, section, stageShot } from '../support/make';
import {
  colourDistance,
  decodeFrame,
  demoMedia,
  pixelAt,
  testFile,
  whereIs,
} from '../support/media';
import { landOn } from '../support/land';
import { test } from '../support/hand';

/** A title still: cream letters with dark edges on one flat colour. */
function titleStill(): string {
  const context = createCanvas(1280, 720).getContext('2d');
  context.fillStyle = '#d020b0';
  context.fillRect(0, 0, 1280, 720);
  context.fillStyle = '#1f2d28';
  context.beginPath();
  context.arc(640, 360, 230, 0, Math.PI * 2);
  context.fill();
  context.fillStyle = '#f4eee2';
  context.beginPath();
  context.arc(640, 360, 170, 0, Math.PI * 2);
  context.fill();
  writeFileSync(testFile('kite-day.png'), context.canvas.toBuffer('image/png'));
  return testFile('kite-day.png');
}

test('J16: one colour of a title still is taken out, and the footage plays behind with clean edges', async ({
  page,
}) => {
  await openDemoKit(page);
  await bringIn(page, titleStill());
  await expect(page.getByRole('link', { name: 'Open kite-day' })).toBeVisible();
  await landOn(page, 'Hillside, morning');
  await add(page, 'kite-day');
  await section(page, 'Key');
  await page.getByRole('radio', { name: 'A colour' }).click();
  await page.getByRole('button', { name: 'Pick: Key colour' }).click();
  // The loupe shows what would be picked before it is.
  const box = (await page.getByRole('application', { name: 'Stage' }).boundingBox())!;
  await page.mouse.move(box.x + box.width * 0.1, box.y + box.height * 0.2);
  await page.mouse.down();
  await expect(page.getByRole('img', { name: 'Loupe: #d020b0' })).toBeVisible();
  await page.mouse.up();
  await expect(page.getByRole('button', { name: /^Key colour: .*#d020b0/ })).toBeVisible();
  await expect(page.getByRole('group', { name: 'Measured' })).toContainText('Clean backdrop 100 %');
  const magenta = (picture: Awaited<ReturnType<typeof stageShot>>) =>
    whereIs(picture, ([r, g, b]) => r > g + 60 && b > g + 60).count;
  await expect.poll(async () => magenta(await stageShot(page))).toBe(0);

  // Found by itself, it is the same key; and a colour too many can be put back.
  await page.getByRole('button', { name: 'Find it for me' }).click();
  await expect(page.getByRole('button', { name: /^Key colour: .*#d020b0/ })).toBeVisible();
  await page.getByRole('link', { name: 'Send' }).click();
  const sent = await sendFrame(page, 45);
  const footage = decodeFrame(demoMedia('hillside'), 45);
  expect(magenta(sent)).toBe(0);
  expect(colourDistance(pixelAt(sent, 640, 360), [244, 238, 226])).toBeLessThan(3);
  expect(colourDistance(pixelAt(sent, 640, 160), [31, 45, 40])).toBeLessThan(6);
  for (const [x, y] of [
    [80, 80],
    [1200, 600],
    [380, 240],
  ]) {
    expect(colourDistance(pixelAt(sent, x, y), pixelAt(footage, x, y).slice(0, 3))).toBeLessThan(8);
  }
});
