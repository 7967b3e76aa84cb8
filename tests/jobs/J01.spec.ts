import { expect } from '@playwright/test';
import { backToKit, openDemoKit, sendFrame, setNumber } from '../support/app';
import {
  add,
  addMove,
  beginEmpty,
  choose,
  say,
  section,
  setCanvas,
  setColour,
  unfold,
} from '../support/make';
import { decodeFrame, demoMedia, pixelAt, whereIs, type Pixels } from '../support/media';
import { landOn } from '../support/land';
import { test } from '../support/hand';

/** Mean difference in levels of two pictures where a test passes. */
function meanOff(a: Pixels, b: Pixels, where: (i: number) => boolean): number {
  let sum = 0;
  let count = 0;
  for (let i = 0; i < a.data.length; i += 4) {
    if (!where(i)) continue;
    for (let c = 0; c < 3; c++) sum += Math.abs(a.data[i + c] - b.data[i + c]);
    count += 3;
  }
  return sum / Math.max(1, count);
}

test('J01: white words on black, typed on, are multiplied onto footage at 60 frames a second', async ({
  page,
}) => {
  await openDemoKit(page);
  await beginEmpty(page);
  await setCanvas(page, 1280, 720, 3);
  await page
    .getByRole('radiogroup', { name: 'Backdrop' })
    .getByRole('radio', { name: 'Key colour' })
    .click();
  await setColour(page, 'Key colour', '#000000');
  await add(page, 'Words');
  await say(page, 'WINDY');
  await setNumber(page, 'Size', 360);
  await section(page, 'Moves');
  await addMove(page, 'Arrive', 'Type on');
  await backToKit(page);

  await landOn(page, 'Hillside, morning');
  await page
    .getByRole('radiogroup', { name: 'Frames per second' })
    .getByRole('radio', { name: '60', exact: true })
    .click();
  await add(page, 'New overlay');
  await page.getByRole('switch', { name: 'With its backdrop' }).click();
  await section(page, 'Look');
  await unfold(page, 'Blend');
  await page
    .getByRole('radiogroup', { name: 'Blend' })
    .getByRole('radio', { name: 'Multiply' })
    .click();
  await page.getByRole('link', { name: 'Send' }).click();

  const typed = await sendFrame(page, 120);
  const footage = decodeFrame(demoMedia('hillside'), 60);
  // Seen inside the letters alone: white leaves it as it is, black makes it black.
  const solid = whereIs(typed, ([r, g, b]) => r + g + b > 60);
  expect(solid.count).toBeGreaterThan(60_000);
  expect(meanOff(typed, footage, (i) => typed.data[i + 2] > 60)).toBeLessThan(6);
  expect(pixelAt(typed, 60, 60)).toEqual([0, 0, 0, 255]);
  // Letter by letter: early on only the first ones are there.
  const early = whereIs(await sendFrame(page, 3), ([r, g, b]) => r + g + b > 60);
  expect(early.count).toBeGreaterThan(1000);
  expect(early.right).toBeLessThan(solid.left + (solid.right - solid.left) * 0.6);

  // The strength of the effect: half of it leaves half of the light around the letters.
  await page.getByRole('link', { name: 'Land' }).click();
  await choose(page, 'New overlay');
  await section(page, 'Look');
  await setNumber(page, 'Opacity', 50);
  await page.getByRole('link', { name: 'Send' }).click();
  const half = await sendFrame(page, 120);
  const [r, g, b] = pixelAt(half, 60, 60);
  pixelAt(footage, 60, 60)
    .slice(0, 3)
    .forEach((level, i) => expect(Math.abs([r, g, b][i] - level / 2)).toBeLessThan(4));

  // Another colour behind the words, set in the overlay itself, which is live.
  await page.getByRole('link', { name: 'Make' }).click();
  await setColour(page, 'Key colour', '#4b2e73');
  await page.goBack();
  await page.getByRole('link', { name: 'Land' }).click();
  await choose(page, 'New overlay');
  await section(page, 'Look');
  await setNumber(page, 'Opacity', 100);
  await page.getByRole('link', { name: 'Send' }).click();
  const tinted = pixelAt(await sendFrame(page, 120), 60, 60);
  const sky = pixelAt(footage, 60, 60);
  [0x4b, 0x2e, 0x73].forEach((level, i) =>
    expect(Math.abs(tinted[i] - (sky[i] * level) / 255)).toBeLessThan(4),
  );
});
