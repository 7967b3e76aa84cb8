import { expect, test } from '@playwright/test';
import { bringIn, openEmptyKit, send, setNumber } from '../support/app';
import { madeClip } from '../support/clips';
import { deselect, landOn } from '../support/land';
import { ffmpeg, testFile } from '../support/media';
import { onsets } from '../support/hearing';

const FORMATS = ['wav', 'mp3', 'm4a', 'ogg', 'flac'] as const;
const CLICK = 0.5;

/** A second of silence with a short tone in its middle, in a format. */
function click(format: string): string {
  const file = testFile(`click.${format}`);
  const tone = `aevalsrc='0.7*sin(2*PI*1200*t)*between(t,${CLICK},${CLICK + 0.06})':d=1:s=44100`;
  const coder = format === 'ogg' ? ['-c:a', 'libvorbis'] : [];
  ffmpeg('-f', 'lavfi', '-i', tone, ...coder, file);
  return file;
}

test('sounds of every format are heard when they should be, in the file too', async ({ page }) => {
  await openEmptyKit(page);
  const picture = madeClip('grey', 320, 180, 30, (context) => {
    context.fillStyle = '#808080';
    context.fillRect(0, 0, 320, 180);
  });
  await bringIn(page, [picture, ...FORMATS.map(click)]);
  await landOn(page, 'grey');
  await setNumber(page, 'Length', FORMATS.length);
  // All are called “click”; each next one begins a second later.
  for (const [second] of FORMATS.entries()) {
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await page.getByRole('menuitem', { name: 'click', exact: true }).nth(second).click();
    await setNumber(page, 'Starts at', second);
    await deselect(page);
  }
  await page.getByRole('link', { name: 'Send' }).click();
  for (const format of ['H.264 .mp4', 'ProRes 422 HQ .mov']) {
    const found = onsets(await send(page, format));
    expect(found, format).toHaveLength(FORMATS.length);
    found.forEach((seconds, i) => expect(Math.abs(seconds - i - CLICK)).toBeLessThan(0.012));
  }
});

test('footage is landed on with its sound, and Send says so', async ({ page }) => {
  const file = testFile('talking.mp4');
  const tone = `aevalsrc='0.7*sin(2*PI*1200*t)*between(t,${CLICK},${CLICK + 0.06})':d=1:s=48000`;
  const picture = ['-f', 'lavfi', '-i', 'color=0x808080:s=320x180:r=30:d=1'];
  const coders = ['-c:v', 'libx264', '-pix_fmt', 'yuv420p', '-c:a', 'aac'];
  ffmpeg(...picture, '-f', 'lavfi', '-i', tone, ...coders, file);
  const silent = testFile('silent.mp4');
  ffmpeg(...picture, '-c:v', 'libx264', '-pix_fmt', 'yuv420p', silent);
  await openEmptyKit(page);
  await bringIn(page, [file, silent]);
  await expect(page.getByRole('link', { name: 'Open silent' })).toBeVisible();
  await landOn(page, 'talking');
  await page.getByRole('link', { name: 'Send' }).click();
  await page.getByRole('radio', { name: 'H.264 .mp4' }).click();
  await expect(page.getByText('With the landing’s sound.')).toBeVisible();
  const [heard] = onsets(await send(page, 'H.264 .mp4'));
  expect(Math.abs(heard - CLICK)).toBeLessThan(0.05);

  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await landOn(page, 'silent');
  await page.getByRole('link', { name: 'Send' }).click();
  await expect(page.getByText('No sound: nothing in this landing can be heard.')).toBeVisible();
});
