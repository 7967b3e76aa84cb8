import { expect } from '@playwright/test';
import { openEmptyKit, sendFrame, setNumber } from '../support/app';
import { beginDrawing, panel, playPen } from '../support/draw';
import { beginEmpty, setCanvas, setColour } from '../support/make';
import { meanOff, pixelAt, solidPixel, whereIs } from '../support/media';
import { test } from '../support/hand';

test('J20: a hand-drawn title is replayed as drawn: shortened, its last frame held, recoloured, at 4K', async ({
  page,
}) => {
  await openEmptyKit(page);
  await beginEmpty(page);
  await setCanvas(page, 3840, 2160, 4);
  await beginDrawing(page);
  await playPen(page, /first take: gust/, 5);

  // Three and a half seconds of the hand become two, without its pauses.
  await page.getByRole('switch', { name: 'Write it on' }).click();
  await setNumber(page, 'Takes', 2);
  await setNumber(page, 'Pauses kept', 0);
  await panel(page, 'Strokes');
  await setColour(page, 'Colour', '#e9a23b');
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await expect(page.getByText('5 strokes', { exact: true })).toHaveCount(0);

  await page.getByRole('link', { name: 'Send' }).click();
  expect(whereIs(await sendFrame(page, 0), solidPixel).count).toBe(0);
  const half = await sendFrame(page, 30);
  const done = await sendFrame(page, 60);
  const held = await sendFrame(page, 119);
  expect([done.width, done.height]).toEqual([3840, 2160]);
  // Half way only its left part is there, just where it is in the end.
  const [some, all] = [whereIs(half, solidPixel), whereIs(done, solidPixel)];
  expect(some.count).toBeGreaterThan(all.count * 0.3);
  expect(some.count).toBeLessThan(all.count * 0.75);
  expect(some.left).toBe(all.left);
  expect(some.right).toBeLessThan(all.right - 500);
  expect(meanOff(done, held)).toBe(0);

  // Every pixel of ink has the new colour; from clear to solid an edge takes no more than 3 pixels.
  const middle = Math.round((all.top + all.bottom) / 2);
  const row = Array.from({ length: done.width }, (_, x) => pixelAt(done, x, middle));
  const ink = row.filter(([, , , alpha]) => alpha === 255);
  expect(ink.length).toBeGreaterThan(40);
  expect(ink.every(([r, g, b]) => r === 233 && g === 162 && b === 59)).toBe(true);
  const soft = row.map(([, , , alpha]) => (alpha > 0 && alpha < 255 ? 's' : ' ')).join('');
  const sharp = soft.split(/\s+/).filter((edge) => edge !== '' && edge.length <= 3).length;
  expect(sharp).toBeGreaterThanOrEqual(4);
});
