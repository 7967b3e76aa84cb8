import { expect } from '@playwright/test';
import { statSync, writeFileSync } from 'node:fs';
import { createCanvas } from '@napi-rs/canvas';
import { backToKit, bringIn, openEmptyKit, savedKit, send, setNumber } from '../support/app';
import { decodeFrame, probe, solidPixel, testFile, whereIs } from '../support/media';
import { add, addMove, beginEmpty, section, setCanvas } from '../support/make';
import { test } from '../support/hand';

/** A round badge with clear corners, far larger than the canvas it is meant for. */
function badgePicture(): string {
  const context = createCanvas(1600, 1200).getContext('2d');
  context.fillStyle = '#b3432b';
  context.beginPath();
  context.arc(800, 600, 580, 0, 2 * Math.PI);
  context.fill();
  writeFileSync(testFile('badge.png'), context.canvas.toBuffer('image/png'));
  return testFile('badge.png');
}

test('J08: a badge for live streaming arrives with fade and growth, and goes out at twice its size in two clear formats', async ({
  page,
}) => {
  await openEmptyKit(page);
  await bringIn(page, badgePicture());
  await page.getByRole('tab', { name: /^Overlays/ }).click();
  await beginEmpty(page);
  await setCanvas(page, 400, 300, 2);

  // A picture that is too large is made to fit, and that is said.
  await add(page, 'Picture or clip', 'badge');
  await expect(page.getByText(/1600 × 1200 pixels, more than the canvas/)).toBeVisible();
  await section(page, 'Moves');
  await addMove(page, 'Arrive', 'Fade');
  await setNumber(page, 'Takes', 1);
  await page.getByRole('button', { name: 'Fade, arrive' }).click();
  await addMove(page, 'Arrive', 'Grow or shrink');
  await setNumber(page, 'Takes', 1);
  await page.getByRole('radio', { name: 'Linear' }).click();

  await page.getByRole('link', { name: 'Send' }).click();
  await setNumber(page, 'Scale', 2);
  await expect(page.getByText('800 × 600 pixels')).toBeVisible();
  const files = { vp9: await send(page, 'VP9 .webm'), prores: '' };
  const size = page.getByRole('status').getByText(/\.(webm|mov) · [\d.]+ [kM]B/);
  await expect(size).toContainText('.webm');
  files.prores = await send(page, 'ProRes 4444 .mov');
  await expect(size).toContainText('.mov');

  for (const file of Object.values(files)) {
    expect(probe(file)).toMatchObject({ width: 800, height: 600, nb_read_frames: '60' });
    // Nothing at first; two thirds as large after two thirds of the way; then the badge fits the height to the pixel, its corners clear.
    expect(whereIs(decodeFrame(file, 0), solidPixel).count).toBe(0);
    const part = whereIs(decodeFrame(file, 20), solidPixel);
    expect(part.right - part.left).toBeGreaterThan(580 * (20 / 30) * 0.9);
    expect(part.right - part.left).toBeLessThan(580 * (20 / 30) * 1.1);
    const whole = whereIs(decodeFrame(file, 45), solidPixel);
    for (const [edge, wanted] of [
      [whole.left, 110],
      [whole.right, 689],
      [whole.top, 10],
      [whole.bottom, 589],
    ]) {
      expect(Math.abs(edge - wanted)).toBeLessThanOrEqual(2);
    }
  }
  // Both sizes stand side by side, as they are on the disk.
  const sent = page.getByRole('list', { name: 'Sent so far' }).getByRole('listitem');
  for (const [i, file] of [files.prores, files.vp9].entries()) {
    const { size: bytes } = statSync(file);
    const shown = bytes < 1e6 ? `${Math.round(bytes / 1000)} kB` : `${(bytes / 1e6).toFixed(1)} MB`;
    await expect(sent.nth(i)).toContainText(shown);
    await expect(sent.nth(i)).toContainText('alpha off by');
  }

  // Without its empty margins it is as large as the badge at its largest, over all frames.
  await page.getByRole('switch', { name: 'Crop to the artwork of all frames' }).click();
  const cropped = await send(page, 'VP9 .webm');
  const { width, height } = probe(cropped);
  expect(Math.abs(width - 580)).toBeLessThanOrEqual(4);
  expect(Math.abs(height - 580)).toBeLessThanOrEqual(4);
  const tight = whereIs(decodeFrame(cropped, 45), solidPixel);
  expect(Math.max(tight.left, tight.top)).toBeLessThanOrEqual(4);
  expect(Math.min(tight.right - width, tight.bottom - height)).toBeGreaterThanOrEqual(-5);
  await expect(page.getByRole('status')).toContainText('corner belongs at 55, 5');
  // Each of the three is seen at its edge, and the cropped one knows its place once it is brought in.
  await expect(page.getByRole('img', { name: 'An edge of it' })).toHaveCount(3);
  await page.getByRole('button', { name: /^Bring .* into the kit$/ }).click();
  await expect(page.getByText(/is in the kit/)).toBeVisible();
  await backToKit(page);
  const brought = (await savedKit(page)).footage.find(({ cut }) => cut !== null)!;
  expect(brought.cut).toEqual({ left: 55, top: 5, scale: 2, canvas: { width: 400, height: 300 } });
});
