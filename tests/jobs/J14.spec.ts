import { expect } from '@playwright/test';
import { openDemoKit, sendFrame, setNumber } from '../support/app';
import {
  colourDistance,
  decodeFrame,
  demoMedia,
  pixelAt,
  solidPixel,
  whereIs,
  type Pixels,
} from '../support/media';
import { add, addMove, beginEmpty, section, setCanvas } from '../support/make';
import { test } from '../support/hand';

test('J14: a video frame spins four turns in 5 s while it grows fourfold over 9 s, its clip playing inside', async ({
  page,
}) => {
  await openDemoKit(page);
  await beginEmpty(page);
  await setCanvas(page, 1280, 720, 9);
  await add(page, 'Picture or clip', 'Hillside, morning');
  await section(page, 'Moves');
  await addMove(page, 'Stay', 'Spin');
  await setNumber(page, 'Takes', 5);
  await setNumber(page, 'Turns', 4);
  await addMove(page, 'Stay', 'Grow over time');
  await setNumber(page, 'Takes', 9);
  await setNumber(page, 'From', 25);
  await setNumber(page, 'To', 100);

  await page.getByRole('link', { name: 'Send' }).click();
  /** Width and height of what is seen. */
  const extent = async (frame: number) => {
    const { left, right, top, bottom } = whereIs(await sendFrame(page, frame), solidPixel);
    return [right - left + 1, bottom - top + 1];
  };
  const scaleAt = (frame: number) => 0.25 + (0.75 * frame) / 270;
  const near = (value: number, wanted: number) => expect(Math.abs(value - wanted)).toBeLessThan(3);
  // Upright after whole turns (37.5 frames each), on its side after a quarter more.
  const [startWidth, startHeight] = await extent(0);
  near(startWidth, 320);
  near(startHeight, 180);
  const [width75, height75] = await extent(75);
  near(width75, 1280 * scaleAt(75));
  near(height75, 720 * scaleAt(75));
  const [onSideWidth, onSideHeight] = await extent(84);
  expect(onSideHeight).toBeGreaterThan(onSideWidth);
  // The spin is over at 5 s; the growth goes on to the full frame.
  const [width160, height160] = await extent(160);
  near(width160, 1280 * scaleAt(160));
  near(height160, 720 * scaleAt(160));
  const last = await sendFrame(page, 269);
  near(whereIs(last, solidPixel).right, 1280 * (0.5 + scaleAt(269) / 2));

  // The clip plays inside: at frame 240 its middle shows the clip's own frame 240.
  const shown = await sendFrame(page, 240);
  const off = (index: number) =>
    offInside(shown, decodeFrame(demoMedia('hillside'), index), scaleAt(240));
  expect(off(240)).toBeLessThan(off(180) * 0.8);
  expect(off(240)).toBeLessThan(off(0) * 0.8);

  // With its ends swapped it shrinks; over a key colour nothing is clear any more.
  await page.getByRole('link', { name: 'Make' }).click();
  await page.getByRole('button', { name: 'Choose Hillside, morning' }).click();
  await section(page, 'Moves');
  await page.getByRole('button', { name: 'Grow over time, stay' }).click();
  await page.getByRole('switch', { name: 'Swap start and end' }).click();
  await page.getByRole('button', { name: 'Done' }).click();
  await page.getByRole('link', { name: 'Send' }).click();
  near((await extent(0))[0], 1280);
  near((await extent(262))[0], 1280 * scaleAt(8));
  await page.getByRole('link', { name: 'Make' }).click();
  await page.getByRole('radio', { name: 'Key colour' }).click();
  await page.getByRole('link', { name: 'Send' }).click();
  const keyed = await sendFrame(page, 262);
  expect(pixelAt(keyed, 10, 10)).toEqual([0, 208, 64, 255]);
});

/** Mean distance of what a frame in the middle shows from a clip's frame, enlarged by `scale`. */
function offInside(shown: Pixels, footage: Pixels, scale: number): number {
  const offs: number[] = [];
  for (let y = 100; y < 620; y += 8) {
    for (let x = 160; x < 1120; x += 8) {
      const at = [640 + (x - 640) / scale, 360 + (y - 360) / scale] as const;
      offs.push(colourDistance(pixelAt(shown, x, y), pixelAt(footage, ...at)));
    }
  }
  return offs.reduce((sum, value) => sum + value, 0) / offs.length;
}
