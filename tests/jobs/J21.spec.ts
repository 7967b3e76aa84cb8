import { expect } from '@playwright/test';
import { openDemoKit, sendFrame, setNumber } from '../support/app';
import { decodeFrame, demoMedia, edgeShades, meanOff, type Pixels } from '../support/media';
import { add, addMove, beginEmpty, say, section, setCanvas, setFont } from '../support/make';
import { test } from '../support/hand';

test('J21: footage is seen through big words, then a zoom goes right through a letter into it', async ({
  page,
}) => {
  await openDemoKit(page);
  await beginEmpty(page);
  await setCanvas(page, 1280, 720, 3);
  await add(page, 'Words');
  await say(page, 'HILL');
  await setFont(page, 'Alfa Slab One');
  await setNumber(page, 'Size', 340);
  await section(page, 'Look');
  await page.getByRole('radio', { name: 'Picture or footage' }).click();
  await page
    .getByRole('radiogroup', { name: 'Seen through it' })
    .getByRole('radio', { name: 'Hillside, morning' })
    .click();
  await section(page, 'Moves');
  await addMove(page, 'Stay', 'Zoom to a point');
  await setNumber(page, 'Takes', 1);
  await setNumber(page, 'At', 1);
  await page.getByRole('button', { name: 'Through a letter' }).click();
  await page.getByRole('menuitem', { name: 'The one with most room' }).click();
  await expect(page.getByRole('button', { name: 'Through “H”' })).toBeVisible();

  await page.getByRole('link', { name: 'Send' }).click();
  const still = await sendFrame(page, 20);
  const clear = still.data.filter((value, i) => i % 4 === 3 && value === 0).length;
  expect(clear / (1280 * 720)).toBeGreaterThan(0.5);
  expect(seams(still)).toBeGreaterThan(20);
  // Straight letters have few levels on their edges, but many more than two.
  expect(edgeShades(still)).toBeGreaterThan(40);
  footageIn(still, 20);

  // Half way through, with the letters some times as large, their edges are still two pixels wide.
  const midway = await sendFrame(page, 45);
  expect(midway.data.some((value, i) => i % 4 === 3 && value === 0)).toBe(true);
  expect(softestEdge(midway)).toBeLessThanOrEqual(3);
  footageIn(midway, 45);

  // At the end no pixel of the frame lies outside the letter.
  for (const frame of [60, 75]) {
    const end = await sendFrame(page, frame);
    expect(end.data.every((value, i) => i % 4 !== 3 || value === 255)).toBe(true);
    footageIn(end, frame);
  }
});

/** Where the words are solid they show the footage of that frame, which stays still meanwhile. */
function footageIn(frame: Pixels, index: number): void {
  const clip = demoMedia('hillside');
  const off = meanOff(frame, decodeFrame(clip, index));
  expect(off).toBeLessThan(8);
  // Another moment of the clip is farther from it.
  expect(off).toBeLessThan(meanOff(frame, decodeFrame(clip, index + 60)) * 0.8);
}

const runs = ({ width, height, data }: Pixels): number[] => {
  const found: number[] = [];
  for (let y = 10; y < height; y += 10) {
    let since = -1;
    for (let x = 0; x < width; x++) {
      const alpha = data[(y * width + x) * 4 + 3];
      if (alpha === 0) since = x;
      else if (alpha === 255 && since >= 0) {
        found.push(x - since);
        since = -1;
      }
    }
  }
  return found.sort((a, b) => a - b);
};

/** How often a row goes from clear to solid. */
const seams = (frame: Pixels): number => runs(frame).length;

/** Pixels that nine in ten of the steps from clear to solid take at most. */
const softestEdge = (frame: Pixels): number => {
  const widths = runs(frame);
  return widths[Math.floor(widths.length * 0.9)] ?? 0;
};
