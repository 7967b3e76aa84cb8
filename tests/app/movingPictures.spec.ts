import { expect, test } from '@playwright/test';
import { createCanvas } from '@napi-rs/canvas';
import { execFileSync } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { partOf } from '../support/colours';
import { backToKit, bringIn, openEmptyKit, savedKit, sendFrame } from '../support/app';
import { add, beginEmpty } from '../support/make';
import {
  colourDistance,
  decodeFrame,
  ffmpeg,
  like,
  overGrey,
  pixelAt,
  testFile,
  whereIs,
  type Pixels,
} from '../support/media';

const [WIDTH, HEIGHT] = [160, 90];
const FRAMES = 25;

/** A kite that moves over clear ground, and a mark that stays for some frames. */
function drawnFrames(): string {
  const folder = testFile('kite-frames');
  mkdirSync(folder, { recursive: true });
  for (let frame = 0; frame < FRAMES; frame++) {
    const canvas = createCanvas(WIDTH, HEIGHT);
    const context = canvas.getContext('2d');
    context.fillStyle = '#d1495b';
    context.fillRect(5 * frame, 20 + (frame % 7) * 5, 30, 24);
    context.fillStyle = '#30638e';
    if (frame > 4 && frame < 14) context.fillRect(110, 50, 20, 30);
    writeFileSync(`${folder}/${String(frame).padStart(2, '0')}.png`, canvas.toBuffer('image/png'));
  }
  return `${folder}/%02d.png`;
}

/** Files as other programs write them: of most frames only the part that changes. */
function madeFiles(): readonly string[] {
  const drawn = ['-framerate', '25', '-i', drawnFrames()];
  const palette = 'split[a][b];[a]palettegen[p];[b][p]paletteuse';
  ffmpeg(...drawn, '-vf', palette, testFile('in-gif.gif'));
  ffmpeg(...drawn, '-vf', palette, '-loop', '2', testFile('thrice.gif'));
  ffmpeg(...drawn, '-f', 'apng', '-plays', '1', testFile('in-apng.png'));
  execFileSync('gif2webp', ['-quiet', testFile('in-gif.gif'), '-o', testFile('in-webp.webp')]);
  ffmpeg(...drawn, '-c:v', 'png', testFile('in-film.mov'));
  ffmpeg(...drawn, '-pix_fmt', 'argb', '-c:v', 'qtrle', '-g', '9', testFile('in-runs.mov'));
  return [
    ...['in-gif.gif', 'thrice.gif', 'in-apng.png', 'in-webp.webp', 'in-film.mov', 'in-runs.mov'],
  ].map(testFile);
}

/** The part of an overlay's canvas in whose middle the clip lies at its own size. */
const middleOf = (whole: Pixels): Pixels =>
  partOf(whole, (whole.width - WIDTH) / 2, (whole.height - HEIGHT) / 2, WIDTH, HEIGHT);

/** Frames of an overlay at 30 a second, a later one first, and the file's own frames that they show. */
const SHOWN = [
  [27, 22],
  [6, 5],
] as const;

test('moving pictures come in as clips with their own times, alpha and loops @long', async ({
  page,
}) => {
  test.slow();
  await openEmptyKit(page);
  await bringIn(page, madeFiles());
  await expect(page.getByRole('link', { name: /^Open/ })).toHaveCount(6);
  const { footage } = await savedKit(page);
  const told = footage.map(({ name, type, duration, rate, alpha, plays }) => [
    name,
    { type, duration: Number(duration.toFixed(3)), rate, alpha, plays },
  ]);
  const all = { type: 'video', duration: 1, rate: { num: 25, den: 1 }, alpha: true };
  expect(Object.fromEntries(told)).toEqual({
    'in-gif': { ...all, plays: 0 },
    thrice: { ...all, plays: 3 },
    'in-apng': { ...all, plays: 1 },
    'in-webp': { ...all, plays: 0 },
    'in-film': { ...all, plays: null },
    'in-runs': { ...all, plays: null },
  });

  for (const [name, file] of [
    ['in-gif', 'in-gif.gif'],
    ['in-apng', 'in-apng.png'],
    // Nothing else at hand reads a WebP that moves; this one was made of the GIF without loss.
    ['in-webp', 'in-gif.gif'],
    ['in-film', 'in-film.mov'],
    ['in-runs', 'in-runs.mov'],
  ]) {
    await page.getByRole('tab', { name: /^Overlays/ }).click();
    await beginEmpty(page);
    await add(page, 'Picture or clip', name);
    await page.getByRole('link', { name: 'Send' }).click();
    for (const [frame, own] of SHOWN) {
      const off = overGrey(
        middleOf(await sendFrame(page, frame)),
        decodeFrame(testFile(file), own),
      );
      expect([name, frame, off.worst]).toEqual([name, frame, 0]);
    }
    // What runs for good begins anew; what runs once holds its last frame.
    const again = name === 'in-apng' ? FRAMES - 1 : 5;
    const off = overGrey(middleOf(await sendFrame(page, 36)), decodeFrame(testFile(file), again));
    expect([name, 'again', off.worst]).toEqual([name, 'again', 0]);
    await backToKit(page);
  }
});

test('a moving picture that is cut off is refused, and one that stands still is a picture', async ({
  page,
}) => {
  madeFiles();
  for (const name of ['in-gif.gif', 'in-apng.png', 'in-webp.webp']) {
    const bytes = readFileSync(testFile(name));
    writeFileSync(testFile(`cut-${name}`), bytes.subarray(0, Math.floor(bytes.length * 0.7)));
  }
  await openEmptyKit(page);
  await bringIn(page, [
    ...['cut-in-gif.gif', 'cut-in-apng.png', 'cut-in-webp.webp'].map(testFile),
    testFile('kite-frames/00.png'),
  ]);
  await expect(page.getByRole('link', { name: 'Open 00' })).toBeVisible();
  const { footage } = await savedKit(page);
  expect(footage.map(({ name, type }) => [name, type])).toEqual([['00', 'still']]);
});

test('an AVIF that moves comes in as a clip, in its own times', async ({ page }) => {
  const file = testFile('moving.avif');
  const matrix = 'scale=out_color_matrix=bt601:out_range=pc';
  const tags = 'setparams=colorspace=smpte170m:color_primaries=bt709:color_trc=bt709:range=pc';
  const code = '-c:v libaom-av1 -crf 8 -cpu-used 8 -pix_fmt yuv420p'.split(' ');
  const filter = ['-vf', `format=rgb24,${matrix},${tags}`];
  ffmpeg('-framerate', '25', '-i', drawnFrames(), ...filter, ...code, file);
  await openEmptyKit(page);
  await bringIn(page, file);
  await expect(page.getByRole('link', { name: 'Open moving' })).toBeVisible();
  const [{ type, width, height, duration, alpha, plays }] = (await savedKit(page)).footage;
  expect({ type, width, height, alpha, plays }).toEqual({
    ...{ type: 'video', width: 160, height: 90, alpha: false },
    plays: 0,
  });
  expect(duration).toBeCloseTo(1, 2);

  await page.getByRole('tab', { name: /^Overlays/ }).click();
  await beginEmpty(page);
  await add(page, 'Picture or clip', 'moving');
  await page.getByRole('link', { name: 'Send' }).click();
  // Frame 15 of 30 a second is the thirteenth of 25.
  const shown = middleOf(await sendFrame(page, 15));
  // The browser itself turns these codes into colours, some levels off.
  expect(colourDistance(pixelAt(shown, 120, 60), [0x30, 0x63, 0x8e])).toBeLessThan(12);
  const kite = whereIs(shown, like([0xd1, 0x49, 0x5b], 30));
  expect(Math.abs(kite.left - 60)).toBeLessThan(3);
  expect(Math.abs(kite.right - 89)).toBeLessThan(3);
});
