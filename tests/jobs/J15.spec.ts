import { expect } from '@playwright/test';
import { backToKit, openDemoKit, scrubTo, sendFrame, setNumber } from '../support/app';
import { landOn } from '../support/land';
import { add, addMove, beginEmpty, say, section, setCanvas, unfold } from '../support/make';
import { decodeFrame, decodeFrames, demoMedia, edgeShades, type Pixels } from '../support/media';
import { test } from '../support/hand';

/** The share of pixels, among those that pass, which are within some levels of another picture's. */
function alike(
  a: Pixels,
  b: Pixels,
  within: number,
  where: (x: number, y: number) => boolean,
): number {
  let same = 0;
  let count = 0;
  for (let i = 0; i < a.data.length; i += 4) {
    if (!where((i / 4) % a.width, Math.floor(i / 4 / a.width))) continue;
    count++;
    const off = [0, 1, 2].map((c) => Math.abs(a.data[i + c] - b.data[i + c]));
    if (Math.max(...off) <= within) same++;
  }
  return same / count;
}

const everywhere = () => true;

test('J15: a clip inside moving words over other footage, no box around, then its picture takes over', async ({
  page,
}) => {
  await openDemoKit(page);
  await beginEmpty(page);
  await setCanvas(page, 1280, 720, 5);
  await add(page, 'Words');
  await say(page, 'KITES');
  await setNumber(page, 'Size', 380);
  await section(page, 'Look');
  await page.getByRole('radio', { name: 'Picture or footage' }).click();
  await page
    .getByRole('radiogroup', { name: 'Seen through it' })
    .getByRole('radio', { name: 'Kite meadow' })
    .click();
  await page.getByRole('switch', { name: 'Stays still while the layer moves' }).click();
  await section(page, 'Moves');
  await addMove(page, 'Stay', 'Drift');
  await page.getByRole('link', { name: 'Send' }).click();
  expect(edgeShades(await sendFrame(page, 45))).toBeGreaterThan(100);
  await backToKit(page);

  await landOn(page, 'Hillside, morning');
  await add(page, 'New overlay');
  await section(page, 'Look');
  await unfold(page, 'Effects');
  await setNumber(page, 'Saturation', 0);
  await scrubTo(page, 0.3);
  await section(page, 'Overlay');
  await page.getByRole('button', { name: 'Let its footage take over here' }).click();
  await expect(page.getByRole('button', { name: 'Choose Kite meadow' })).toBeVisible();
  await page.getByRole('link', { name: 'Send' }).click();

  const [hillOf45, hillOf105] = [45, 105].map((frame) => decodeFrame(demoMedia('hillside'), frame));
  const window = await sendFrame(page, 45);
  // Around the letters the other footage as it is, up to the frame's edges: no box.
  const border = (_x: number, y: number) => y < 120 || y > 600;
  expect(alike(window, hillOf45, 6, border)).toBeGreaterThan(0.995);
  // Inside them another picture, without colour as it was asked for.
  const grey = alike(window, hillOf45, 6, everywhere);
  expect(grey).toBeLessThan(0.9);
  let colourless = 0;
  for (let x = 300; x < 980; x++) {
    const at = (360 * 1280 + x) * 4;
    const level = window.data.slice(at, at + 3);
    if (Math.max(...level) - Math.min(...level) <= 4) colourless++;
  }
  expect(colourless).toBeGreaterThan(150);

  // Once it has taken over, the full frame is the clip at that very moment, give or take where the
  // playhead was dropped; halfway it is both.
  const meadow = decodeFrames(demoMedia('meadow'), 127, 133);
  const taken = await sendFrame(page, 130);
  const best = Math.max(...meadow.map((frame) => alike(taken, frame, 24, everywhere)));
  expect(best).toBeGreaterThan(0.97);
  const half = await sendFrame(page, 105);
  expect(alike(half, hillOf105, 10, border)).toBeLessThan(0.6);
  expect(alike(half, taken, 10, border)).toBeLessThan(0.6);
});
