import { expect, test } from '@playwright/test';
import { backToKit, bringIn, openEmptyKit, sendFrame } from '../support/app';
import { madeClip } from '../support/clips';
import { landOn } from '../support/land';
import { ffmpeg, pixelAt, testFile, type Pixels } from '../support/media';

const BITS = 6;
const FRAMES = 60;

/** Each frame carries its own number, as light and dark columns. */
const numbered = () =>
  madeClip('numbered', 320, 180, FRAMES, (context, frame) => {
    for (let bit = 0; bit < BITS; bit++) {
      context.fillStyle = frame & (1 << bit) ? '#ffffff' : '#101010';
      context.fillRect((bit * 320) / BITS, 0, 320 / BITS + 1, 180);
    }
  });

function numberIn(picture: Pixels): number {
  let number = 0;
  for (let bit = 0; bit < BITS; bit++) {
    const x = ((bit + 0.5) * picture.width) / BITS;
    if (pixelAt(picture, x, picture.height / 2)[0] > 128) number |= 1 << bit;
  }
  return number;
}

/** Frames that are predicted from later ones, and few that stand alone. */
const FORMATS: Readonly<Record<string, readonly string[]>> = {
  'in-mp4.mp4': ['-c:v', 'libx264', '-bf', '3', '-g', '60', '-pix_fmt', 'yuv420p'],
  'in-webm.webm': ['-c:v', 'libvpx-vp9', '-g', '60', '-b:v', '1M', '-cpu-used', '8'],
  'in-prores.mov': ['-c:v', 'prores_ks', '-profile:v', '3', '-pix_fmt', 'yuv422p10le'],
};

test('every frame that is asked for is the one that is shown, in every format, in any order @long', async ({
  page,
}) => {
  const source = numbered();
  const files = Object.entries(FORMATS).map(([name, args]) => {
    ffmpeg('-i', source, ...args, testFile(name));
    return testFile(name);
  });
  await openEmptyKit(page);
  await bringIn(page, files);
  for (const name of ['in-mp4', 'in-webm', 'in-prores']) {
    await landOn(page, name);
    await page.getByRole('link', { name: 'Send' }).click();
    for (const frame of [41, 0, FRAMES - 1, 7]) {
      expect([name, numberIn(await sendFrame(page, frame))]).toEqual([name, frame]);
    }
    await backToKit(page);
  }
});
