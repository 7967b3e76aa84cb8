import { readFileSync } from 'node:fs';
import { expect } from '@playwright/test';
import { openEmptyKit, send } from '../support/app';
import { beginDrawing, panel, playPen, surfaceShot } from '../support/draw';
import { beginEmpty, setCanvas } from '../support/make';
import { decodeFrame, meanOff, probe, solidPixel, whereIs, type Rgba } from '../support/media';
import { test } from '../support/hand';

const isWhite = ([r, g, b]: Rgba) => Math.min(r, g, b) > 200;
/** What was drawn before shows through in red. */
const isOnion = ([r, g, b]: Rgba) => r > g + 30 && r > b + 30;

test('J07: a word drawn three times over an onion skin at 12 a second boils, loops, and goes out as MP4, GIF and clear video', async ({
  page,
}) => {
  await openEmptyKit(page);
  await beginEmpty(page);
  await setCanvas(page, 480, 270, 1);
  await beginDrawing(page);
  await playPen(page, /first take: gust/, 5);
  await panel(page, 'Frames');
  for (const take of [/second take/, /third take/]) {
    await panel(page, 'Frames');
    await page.getByRole('button', { name: 'New frame' }).click();
    await expect.poll(async () => whereIs(await surfaceShot(page), isWhite).count).toBeLessThan(20);
    expect(whereIs(await surfaceShot(page), isOnion).count).toBeGreaterThan(300);
    await playPen(page, take, 5);
  }
  await panel(page, 'Frames');
  await expect(page.getByText('3 frames; one round takes 0.25 s.')).toBeVisible();
  await expect(page.getByRole('radio', { name: 'Frame 3' })).toBeChecked();
  await page.getByRole('button', { name: 'Back', exact: true }).click();

  await page.getByRole('link', { name: 'Send' }).click();
  const clear = await send(page, 'VP9 .webm');
  expect(probe(clear)).toMatchObject({ width: 480, height: 270, nb_read_frames: '30' });
  // 12 a second under 30: each drawing stands for two or three frames, and a round for 7.5 of them.
  const at = (frame: number) => decodeFrame(clear, frame);
  expect(whereIs(at(0), solidPixel).count).toBeGreaterThan(1000);
  expect(meanOff(at(0), at(1))).toBeLessThan(0.5);
  expect(meanOff(at(0), at(4))).toBeGreaterThan(2);
  expect(meanOff(at(4), at(6))).toBeGreaterThan(2);
  // After a second, four rounds are over: the last frame leads on to the first one without a seam.
  expect(meanOff(at(0), at(15))).toBeLessThan(0.5);
  expect(meanOff(at(7), at(29))).toBeLessThan(0.5);

  const gif = await send(page, 'GIF .gif');
  const bytes = readFileSync(gif);
  expect(bytes.subarray(0, 6).toString()).toBe('GIF89a');
  expect(bytes.includes('NETSCAPE2.0')).toBe(true);
  expect(probe(gif)).toMatchObject({ width: 480, height: 270, nb_read_frames: '30' });
  const first = whereIs(decodeFrame(gif, 0), solidPixel);
  expect(Math.abs(first.count / whereIs(at(0), solidPixel).count - 1)).toBeLessThan(0.05);

  const mp4 = await send(page, 'H.264 .mp4');
  // What players need to begin stands before the pictures.
  const sent = readFileSync(mp4);
  expect(sent.indexOf('moov')).toBeLessThan(sent.indexOf('mdat'));
  expect(probe(mp4)).toMatchObject({ width: 480, height: 270, nb_read_frames: '30' });
});
