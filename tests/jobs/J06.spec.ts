import { expect, test } from '@playwright/test';
import { openDemoKit, sendFrame, setNumber } from '../support/app';
import {
  add,
  beginEmpty,
  choose,
  section,
  setCanvas,
  setColour,
  setSize,
  unfold,
} from '../support/make';
import { findDrawing } from '../support/recording';
import { like, solidPixel, whereIs } from '../support/media';

const TINT = [233, 162, 59];

test('J06: a signature recording is trimmed, masked by hand, keyed, fitted to three seconds and tinted', async ({
  page,
}) => {
  await openDemoKit(page);
  await beginEmpty(page);
  await setCanvas(page, 1280, 720, 4);
  await findDrawing(page);
  // The last word is left out by the out point; what is left is fitted to three seconds.
  await setNumber(page, 'It ends at', 3);
  await setNumber(page, 'It takes', 3);
  await page.getByRole('switch', { name: 'Give the ink another colour' }).click();
  await setColour(page, 'Ink', '#e9a23b');
  await page.getByRole('button', { name: 'Use it' }).click();

  // What was used can be put right later: the key, and the pauses.
  await section(page, 'Key');
  await expect(page.getByRole('radio', { name: 'A colour' })).toBeChecked();
  await setNumber(page, 'Spill', 0.9);

  // A mask by hand: a shape laid where the ink may be.
  await add(page, 'Rectangle');
  await setSize(page, 500, 500);
  await section(page, 'Place');
  await setNumber(page, 'Across', 400);
  await choose(page, 'Hand line recording');
  await section(page, 'Edges');
  await unfold(page, 'Mask');
  await page
    .getByRole('radiogroup', { name: 'Masked by' })
    .getByRole('radio', { name: 'Rectangle' })
    .click();

  await page.getByRole('link', { name: 'Send' }).click();
  const end = await sendFrame(page, 90);
  const later = await sendFrame(page, 119);
  const solid = whereIs(end, solidPixel);
  expect(solid.count).toBeGreaterThan(2000);
  // Inside the mask alone, and every solid pixel of it in the tint's colour.
  expect(solid.left).toBeGreaterThanOrEqual(150);
  expect(solid.right).toBeLessThanOrEqual(650);
  expect(whereIs(end, like(TINT, 6)).count / solid.count).toBeGreaterThan(0.99);
  // Three seconds are over at frame 90: from then on it is held.
  expect(whereIs(later, solidPixel)).toEqual(solid);
  const before = whereIs(await sendFrame(page, 45), solidPixel);
  expect(before.count).toBeLessThan(solid.count * 0.8);
});
