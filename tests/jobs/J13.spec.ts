import { expect } from '@playwright/test';
import { backToKit, openDemoKit, sendFrame, setNumber } from '../support/app';
import { add, beginEmpty, say, section, setCanvas } from '../support/make';
import { decodeFrame, demoMedia, probe, thickBox, type Pixels } from '../support/media';
import { landOn } from '../support/land';
import { test } from '../support/hand';

/** Where a frame is lighter than the footage under it, wherever its decoder puts the edges of colours. */
function lighter(frame: Pixels, footage: Pixels) {
  const { width } = frame;
  const around = [-width - 1, -width, -width + 1, -1, 0, 1, width - 1, width, width + 1];
  const data = new Uint8ClampedArray(frame.data.length);
  for (let i = 0; i < data.length; i += 4) {
    const ground = Math.max(...around.map((step) => footage.data[i + 4 * step] ?? 0));
    data[i] = Math.max(0, frame.data[i] - ground);
    data[i + 3] = 255;
  }
  return thickBox({ width: frame.width, height: frame.height, data }, ([off]) => off > 22, 6);
}

test('J13: a faint mark covers a video of any length, in its corner, without a cut', async ({
  page,
}) => {
  await openDemoKit(page);
  await beginEmpty(page);
  await setCanvas(page, 640, 360, 1);
  await add(page, 'Words');
  await say(page, 'Fennel Hill');
  await setNumber(page, 'Size', 110);
  await backToKit(page);

  await landOn(page, 'Hillside, morning');
  await add(page, 'New overlay');
  await section(page, 'Place');
  await page.getByRole('button', { name: 'Small at the bottom right' }).click();
  await section(page, 'Look');
  await setNumber(page, 'Opacity', 25);
  await section(page, 'Time');
  await page.getByRole('radio', { name: 'Hold the last frame' }).click();
  await page.getByRole('button', { name: 'To the end' }).click();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  // Whatever the length: what lasted to the end lasts to the new one.
  await setNumber(page, 'Length', 20);
  await page.getByRole('link', { name: 'Send' }).click();

  const first = lighter(await sendFrame(page, 0), decodeFrame(demoMedia('hillside'), 0));
  // The footage itself is over by then and holds its last frame.
  const frames = Number(probe(demoMedia('hillside')).nb_read_frames);
  const held = decodeFrame(demoMedia('hillside'), frames - 1);
  const late = lighter(await sendFrame(page, 400), held);
  const last = lighter(await sendFrame(page, 599), held);
  for (const mark of [first, late, last]) {
    expect(mark.right - mark.left).toBeGreaterThan(200);
    // Inside the safe area of the corner.
    expect(mark.left).toBeGreaterThan(1280 * 0.62);
    expect(mark.top).toBeGreaterThan(720 * 0.6);
    expect(mark.right).toBeLessThanOrEqual(1280 * 0.95 + 1);
    expect(mark.bottom).toBeLessThanOrEqual(720 * 0.95 + 1);
  }
  expect(Math.abs(last.left - late.left)).toBeLessThan(3);
});
