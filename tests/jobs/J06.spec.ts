import { expect } from '@playwright/test';
import { openDemoKit, sendFrame, setNumber, stagePoint } from '../support/app';
import { beginEmpty, dragControl, section, setCanvas, setColour, unfold } from '../support/make';
import { findDrawing } from '../support/recording';
import { like, solidPixel, whereIs } from '../support/media';
import { test } from '../support/hand';

test.use({ viewport: { width: 390, height: 664 } });

/** Document pixels from the left up to which the mask leaves something. */
const MASK_ENDS = 650;
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

  // A mask by hand: a polygon drawn round the ink that is wanted.
  await unfold(page, 'Garbage mattes');
  await page.getByRole('button', { name: 'Draw a matte' }).click();
  for (const corner of ['Matte point 2', 'Matte point 3']) {
    // A corner at the very edge waits a little inside of it; once it is off the edge it is put right.
    for (let tries = 0; tries < 2; tries++) {
      const at = (await page.getByRole('button', { name: corner }).boundingBox())!;
      const wanted = (await stagePoint(page, MASK_ENDS / 1280, 0)).x;
      await dragControl(page, corner, wanted - at.x - at.width / 2);
    }
  }

  await page.getByRole('link', { name: 'Send' }).click();
  const end = await sendFrame(page, 90);
  const later = await sendFrame(page, 119);
  const solid = whereIs(end, solidPixel);
  expect(solid.count).toBeGreaterThan(2000);
  // Inside the mask alone, and every solid pixel of it in the tint's colour.
  expect(Math.abs(solid.right - MASK_ENDS)).toBeLessThan(12);
  expect(whereIs(end, like(TINT, 6)).count / solid.count).toBeGreaterThan(0.99);
  // Three seconds are over at frame 90: from then on it is held.
  expect(whereIs(later, solidPixel)).toEqual(solid);
  const before = whereIs(await sendFrame(page, 45), solidPixel);
  expect(before.count).toBeLessThan(solid.count * 0.8);
});
