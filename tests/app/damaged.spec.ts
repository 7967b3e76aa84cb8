import { expect, test } from '@playwright/test';
import { readFileSync, writeFileSync } from 'node:fs';
import { bringIn, openEmptyKit, savedKit } from '../support/app';
import { ffmpeg, testFile } from '../support/media';

const PICTURES = '-f lavfi -i testsrc2=s=320x180:r=25:d=6'.split(' ');
const SOUND = '-f lavfi -i sine=440:d=6'.split(' ');

/** Whole at both ends, noise from a third to two thirds. */
function damaged(name: string, ...args: readonly string[]): string {
  ffmpeg(...args, testFile(name));
  const bytes = readFileSync(testFile(name));
  const [from, to] = [Math.floor(bytes.length / 3), Math.floor((bytes.length * 2) / 3)];
  for (let i = from; i < to; i++) bytes[i] = (i * 2_654_435_761) >>> 13;
  writeFileSync(testFile(name), bytes);
  return testFile(name);
}

test('a file that is damaged in its middle is refused when it comes in, not when it is sent', async ({
  page,
}) => {
  const h264 = ['-c:v', 'libx264', '-g', '10', '-pix_fmt', 'yuv420p', '-b:v', '1M'];
  const files = [
    damaged('noise-mp4.mp4', ...PICTURES, ...h264, '-movflags', '+faststart'),
    damaged('noise-webm.webm', ...PICTURES, '-c:v', 'libvpx-vp9', '-g', '10', '-cpu-used', '8'),
    damaged('noise-m4a.m4a', ...SOUND),
  ];
  ffmpeg(...SOUND, testFile('whole.m4a'));
  await openEmptyKit(page);
  await bringIn(page, [...files, testFile('whole.m4a')]);
  await expect(page.getByRole('link', { name: 'Open whole' })).toBeVisible();
  const { footage } = await savedKit(page);
  expect(footage.map(({ name }) => name)).toEqual(['whole']);
});
