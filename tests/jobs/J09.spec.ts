import { expect } from '@playwright/test';
import { openDemoKit, send, setNumber } from '../support/app';
import { colourDistance, decodeFrame, like, pixelAt, pngPixels, whereIs } from '../support/media';
import {
  add,
  addMove,
  beginEmpty,
  choose,
  layerMenu,
  say,
  section,
  setCanvas,
  setColour,
  setSize,
} from '../support/make';
import { test } from '../support/hand';

const PINK = [200, 30, 140];

test('J09: a button of shape, mark and words, grouped, throbs slowly and stays clear when it is resized', async ({
  page,
}) => {
  await openDemoKit(page);
  await beginEmpty(page);
  await setCanvas(page, 640, 360, 2);
  await add(page, 'Rectangle');
  await setSize(page, 300, 100);
  await section(page, 'Look');
  await setColour(page, 'Fill', '#c81e8c');
  await section(page, 'Shape');
  await add(page, 'Ellipse');
  await setSize(page, 40, 40);
  await section(page, 'Look');
  await setColour(page, 'Fill', '#f4eee2');
  await section(page, 'Place');
  await setNumber(page, 'Across', 210);
  await add(page, 'Words');
  await section(page, 'Words');
  await say(page, 'Ring the bell');
  await setNumber(page, 'Size', 36);
  await section(page, 'Place');
  await setNumber(page, 'Across', 340);

  await layerMenu(page, 'Choose more layers');
  await choose(page, 'Rectangle');
  await choose(page, 'Ellipse');
  await expect(page.getByText('3 layers')).toBeVisible();
  await layerMenu(page, 'Group');
  await section(page, 'Moves');
  await addMove(page, 'Stay', 'Throb');
  await setNumber(page, 'Takes', 2);
  await setNumber(page, 'Largest', 120);
  await setNumber(page, 'Every', 2);

  // A format that would turn black says so before it is chosen.
  await page.getByRole('link', { name: 'Send' }).click();
  await expect(page.getByRole('radio', { name: 'H.264 .mp4' })).toContainText('turns black');
  const file = await send(page, 'VP9 .webm');
  const button = (frame: number) => whereIs(decodeFrame(file, frame), like(PINK));
  const [rest, largest, end] = [button(0), button(30), button(59)];
  expect(Math.abs(rest.right - rest.left - 299)).toBeLessThanOrEqual(2);
  expect(Math.abs(largest.right - largest.left - 359)).toBeLessThanOrEqual(2);
  expect(Math.abs(end.right - end.left - 300)).toBeLessThanOrEqual(3);
  // The whole group grows about its middle: the mark moves out with it.
  const mark = (frame: number) => whereIs(decodeFrame(file, frame), like([244, 238, 226], 20));
  expect(mark(30).left).toBeLessThan(mark(0).left - 8);
  for (const frame of [0, 30]) {
    for (const [x, y] of [
      [5, 5],
      [634, 354],
      [320, 60],
    ]) {
      expect(pixelAt(decodeFrame(file, frame), x, y)[3]).toBe(0);
    }
  }

  // On footage, at half its size, nothing but the button covers it.
  await page.getByRole('link', { name: 'Land' }).click();
  await page.getByRole('button', { name: 'On Hillside, morning' }).click();
  await page.getByRole('button', { name: 'Choose New overlay' }).click();
  const stage = page.getByRole('application', { name: 'Stage' });
  const width = async () => {
    const { left, right } = whereIs(await pngPixels(await stage.screenshot()), like(PINK));
    return right - left;
  };
  await expect.poll(width).toBeGreaterThan(60);
  const before = await width();
  await section(page, 'Place');
  await setNumber(page, 'Scale', 50);
  await page.getByRole('button', { name: 'Done' }).click();
  await expect.poll(width).toBeLessThan(before * 0.55);
  const shot = await pngPixels(await stage.screenshot());
  const { left, right, top } = whereIs(shot, like(PINK));
  expect((right - left) / before).toBeGreaterThan(0.45);
  expect(colourDistance(pixelAt(shot, (left + right) / 2, top - 20), [0, 0, 0])).toBeGreaterThan(
    90,
  );
});
