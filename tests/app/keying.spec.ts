import type { SKRSContext2D } from '@napi-rs/canvas';
import { expect, test } from '@playwright/test';
import {
  backToKit,
  bringIn,
  openDemoKit,
  openEmptyKit,
  savedKit,
  send,
  sendFrame,
} from '../support/app';
import { madeClip } from '../support/clips';
import { landOn } from '../support/land';
import { add, choose, layerMenu, section } from '../support/make';
import { colourDistance, decodeFrame, demoMedia, pixelAt, probe } from '../support/media';

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

test('an animation exported over black and over white gets its exact transparency back @long', async ({
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

test('a keyed clip is sent by itself: cut out and clear, and as its matte', async ({ page }) => {
  const kite = (context: SKRSContext2D, frame: number) => {
    context.fillStyle = '#00d040';
    context.fillRect(0, 0, 320, 180);
    context.fillStyle = '#d1495b';
    context.fillRect(40 + frame * 4, 60, 80, 60);
  };
  await openEmptyKit(page);
  await bringIn(page, [
    madeClip('ground', 640, 360, 30, over('#30638e', 0)),
    madeClip('kite', 320, 180, 30, kite),
  ]);
  await expect(page.getByRole('link', { name: 'Open kite' })).toBeVisible();
  await landOn(page, 'ground');
  await add(page, 'kite');
  await layerMenu(page, 'Send it by itself', 'Cut out, clear round it');
  await expect(page.getByRole('heading', { name: 'kite cut out' })).toBeVisible();
  const clear = await sendFrame(page, 10);
  expect([clear.width, clear.height]).toEqual([320, 180]);
  // Frame 10 has the kite from 80 to 160.
  expect(pixelAt(clear, 120, 90)[3]).toBe(255);
  expect(colourDistance(pixelAt(clear, 120, 90), [0xd1, 0x49, 0x5b, 255])).toBeLessThan(12);
  for (const [x, y] of [
    [40, 90],
    [200, 90],
    [120, 20],
  ]) {
    expect(pixelAt(clear, x, y)[3]).toBe(0);
  }
  expect(probe(await send(page, 'VP9 .webm'))).toMatchObject({ nb_read_frames: '30' });

  await page.goBack();
  await choose(page, 'kite');
  await layerMenu(page, 'Send it by itself', 'Its matte, white on black');
  await expect(page.getByRole('heading', { name: 'kite matte' })).toBeVisible();
  const matte = await sendFrame(page, 10);
  expect(pixelAt(matte, 120, 90)).toEqual([255, 255, 255, 255]);
  expect(pixelAt(matte, 40, 90)).toEqual([0, 0, 0, 255]);
});

/** Straight stalks in focus over black, bright ones and dim ones, a little apart. */
function stalks(context: SKRSContext2D) {
  context.fillStyle = '#000000';
  context.fillRect(0, 0, 640, 360);
  for (let i = 0; i < 40; i++) {
    context.strokeStyle = i % 3 > 0 ? '#d8c890' : '#5a4a30';
    context.lineWidth = 4;
    context.beginPath();
    context.moveTo(16 * i, 360);
    context.lineTo(16 * i + 20, 0);
    context.stroke();
  }
}

test('before black it is seen whether edges are sharp or soft; dim stalks in focus stay whole @long', async ({
  page,
}) => {
  await openEmptyKit(page);
  await bringIn(page, [
    madeClip('meadow', 640, 360, 10, over('#30638e', 0)),
    madeClip('stalks', 640, 360, 10, stalks),
    madeClip('glow', 640, 360, 10, over('#000000', 0)),
  ]);
  await expect(page.getByRole('link', { name: 'Open glow' })).toBeVisible();
  await landOn(page, 'meadow');
  const edges = page.getByRole('radiogroup', { name: 'Edges' });
  for (const [clip, found] of [
    ['glow', 'Soft edges'],
    ['stalks', 'Sharp edges'],
  ]) {
    await add(page, clip);
    await section(page, 'Key');
    await page.getByRole('button', { name: 'Find it for me' }).click();
    await expect(edges.getByRole('radio', { name: found })).toBeChecked();
  }
  await layerMenu(page, 'Send it by itself', 'Cut out, clear round it');
  const sharp = await sendFrame(page, 5);
  // Halfway up, each stalk is 10 px to the right of its foot; between two of them is nothing.
  const at = (stalk: number, off = 0) => pixelAt(sharp, 16 * stalk + 10 + off, 180);
  for (const stalk of [10, 21]) expect(at(stalk)[3]).toBeGreaterThan(245);
  expect(colourDistance(at(21), [0x5a, 0x4a, 0x30, 255])).toBeLessThan(16);
  for (const stalk of [10, 21]) expect(at(stalk, 8)[3]).toBe(0);
});
