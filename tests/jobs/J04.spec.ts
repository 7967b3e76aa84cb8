import { expect } from '@playwright/test';
import { openDemoKit, scrubTo, sendFrame, setNumber } from '../support/app';
import { like, solidPixel, whereIs, type Pixels } from '../support/media';
import { beginEmpty, setCanvas, stageShot } from '../support/make';
import { findDrawing } from '../support/recording';
import { DRAWING_AREA } from '../../demo/scenes/handwriting';
import { test } from '../support/hand';

test.use({ viewport: { width: 390, height: 664 } });

const WHITE = [255, 255, 255];
const GREEN = [0, 200, 83];
const ink = (picture: Pixels) => whereIs(picture, like(WHITE, 60));

test('J04: a screen recording’s borders are found and cropped, it is sped up, its key colour goes, and it lies on footage', async ({
  page,
}) => {
  await openDemoKit(page);
  await beginEmpty(page);
  await setCanvas(page, 1280, 720, 4);
  await findDrawing(page);

  // The strip shows what was found; each part can be put right by hand.
  for (const [edge, wanted] of [
    ['Left edge', DRAWING_AREA.left],
    ['Top edge', DRAWING_AREA.top],
    ['Right edge', DRAWING_AREA.left + DRAWING_AREA.width],
    ['Bottom edge', DRAWING_AREA.top + DRAWING_AREA.height],
  ] as const) {
    const found = Number(await page.getByRole('textbox', { name: edge }).inputValue());
    expect(Math.abs(found - wanted)).toBeLessThanOrEqual(2);
  }
  // What took the hand 3.3 s takes half as long, and is held from then on.
  const took = Number(await page.getByRole('textbox', { name: 'It takes' }).inputValue());
  await setNumber(page, 'It takes', took / 2);
  await page.getByRole('button', { name: 'Use it' }).click();

  await page.getByRole('link', { name: 'Send' }).click();
  const first = await sendFrame(page, 0);
  const half = await sendFrame(page, Math.round((took / 4) * 30));
  const done = await sendFrame(page, Math.ceil((took / 2) * 30) + 1);
  const last = await sendFrame(page, 119);
  // No border, no key colour: nothing is solid but the ink.
  for (const frame of [half, done, last]) {
    expect(whereIs(frame, like(GREEN, 70)).count).toBe(0);
    const solid = whereIs(frame, solidPixel).count;
    expect(ink(frame).count / solid).toBeGreaterThan(0.8);
  }
  expect(ink(first).count).toBeLessThan(ink(done).count * 0.03);
  expect(ink(half).count / ink(done).count).toBeGreaterThan(0.3);
  expect(ink(half).count / ink(done).count).toBeLessThan(0.7);
  expect(ink(last).count).toBe(ink(done).count);
  // The writing fills the canvas as it filled the recorder's window.
  const box = ink(done);
  expect((box.right - box.left) / 1280).toBeGreaterThan(0.6);

  await page.getByRole('link', { name: 'Land' }).click();
  await page.getByRole('button', { name: 'On Kite meadow' }).click();
  await scrubTo(page, 0.25);
  await expect.poll(async () => ink(await stageShot(page)).count).toBeGreaterThan(1500);
  const landed = await stageShot(page);
  expect(whereIs(landed, like(GREEN, 40)).count).toBeLessThan(landed.data.length / 4 / 1000);
});
