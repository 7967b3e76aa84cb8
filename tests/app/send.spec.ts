import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { unzipSync } from 'fflate';
import { add, addMove, beginEmpty, section, setCanvas, unfold } from '../support/make';
import { backToKit, openDemoKit, openEmptyKit, savedKit, send, setNumber } from '../support/app';
import {
  colourDistance,
  decodeFrame,
  overGrey,
  painted,
  pixelAt,
  pngPixels,
  probe,
  testFile,
} from '../support/media';

/** A saturated edge loses a little to VP9's chroma at half size; white words do not. */
const CLEAR_FILES = [
  { name: 'Wind card', format: 'ProRes 4444 .mov', least: 50, length: 60 },
  { name: 'Gust call-out', format: 'VP9 .webm', least: 49.5, length: 60 },
] as const;

for (const { name, format, least, length } of CLEAR_FILES) {
  test(`${name} as ${format} looks over grey as the app paints it`, async ({ page }) => {
    await openDemoKit(page);
    const overlay = (await savedKit(page)).overlays.find((entry) => entry.name === name)!;
    await page.getByRole('link', { name: `Open ${name}` }).click();
    await page.getByRole('link', { name: 'Send' }).click();
    await setNumber(page, 'To', length / 30);
    const file = await send(page, format);
    expect(probe(file)).toMatchObject({
      width: 1920,
      height: 1080,
      nb_read_frames: String(length),
      r_frame_rate: '30/1',
    });
    // In the middle of the arrival, and at rest.
    for (const share of [0.1, 0.5, 0.87]) {
      const frame = Math.round(length * share);
      const { psnr } = overGrey(decodeFrame(file, frame), painted(overlay, frame));
      expect(psnr, `frame ${frame}`).toBeGreaterThan(least);
    }
  });
}

test('a white title as VP9 looks over grey as the app paints it, at 50 dB and more', async ({
  page,
}) => {
  await openDemoKit(page);
  await beginEmpty(page);
  await setNumber(page, 'Length', 1);
  await add(page, 'Words');
  await section(page, 'Look');
  await unfold(page, 'Drop shadow');
  await page.getByRole('switch', { name: 'Drop shadow' }).click();
  await page.getByRole('link', { name: 'Send' }).click();
  const file = await send(page, 'VP9 .webm');
  await backToKit(page);
  const overlay = (await savedKit(page)).overlays.find((entry) => entry.name === 'New overlay')!;
  expect(overGrey(decodeFrame(file, 20), painted(overlay, 20)).psnr).toBeGreaterThan(50);
});

test('formats made of pictures hold every frame with its soft edges', async ({ page }) => {
  await openEmptyKit(page);
  await beginEmpty(page);
  await setCanvas(page, 320, 180, 0.5);
  await add(page, 'Words');
  await section(page, 'Look');
  await unfold(page, 'Drop shadow');
  await page.getByRole('switch', { name: 'Drop shadow' }).click();
  await section(page, 'Moves');
  await addMove(page, 'Arrive', 'Fade');
  await page.getByRole('link', { name: 'Send' }).click();
  const files: string[] = [];
  for (const name of ['PNG in MOV .mov', 'APNG .apng', 'PNG frames .zip', 'Animated WebP .webp']) {
    files.push(await send(page, name));
    await expect(page.getByRole('status')).toContainText('15 of 15 frames');
  }
  await backToKit(page);
  const overlay = (await savedKit(page)).overlays[0];
  const [mov, apng, zip, webp] = files;
  const entries = unzipSync(readFileSync(zip));
  execFileSync('webpmux', ['-get', 'frame', '8', webp, '-o', testFile('frame.webp')], {
    stdio: 'pipe',
  });
  const frames = [
    decodeFrame(mov, 7),
    decodeFrame(apng, 7),
    await pngPixels(Buffer.from(entries['new-overlay_0007.png'])),
    await pngPixels(testFile('frame.webp')),
  ];
  expect(Object.keys(entries)).toHaveLength(15);
  expect(probe(apng)).toMatchObject({ codec_name: 'apng', nb_read_frames: '15' });
  const psnr = frames.map((frame) => overGrey(frame, painted(overlay, 7)).psnr);
  // The first three lose nothing but what premultiplied canvases round.
  psnr.slice(0, 3).forEach((found) => expect(found).toBeGreaterThan(50));
  expect(psnr[3]).toBeGreaterThan(38);
});

test('a key-colour MP4 is tagged BT.709 limited and its backdrop keeps the colour', async ({
  page,
}) => {
  await openDemoKit(page);
  await page.getByRole('link', { name: 'Open Letters land' }).click();
  await page.getByRole('link', { name: 'Send' }).click();
  const file = await send(page, 'H.264 .mp4');
  expect(probe(file)).toMatchObject({
    codec_name: 'h264',
    pix_fmt: 'yuv420p',
    color_range: 'tv',
    color_space: 'bt709',
    color_primaries: 'bt709',
    color_transfer: 'bt709',
    nb_read_frames: '90',
  });
  const frame = decodeFrame(file, 60);
  for (const [x, y] of [
    [20, 20],
    [1900, 40],
    [960, 1000],
    [40, 900],
  ]) {
    expect(colourDistance(pixelAt(frame, x, y), [0, 208, 64])).toBeLessThanOrEqual(3);
  }
});

test('a format that would lose the transparency says so before it is chosen', async ({ page }) => {
  await openDemoKit(page);
  await page.getByRole('link', { name: 'Open Wind card' }).click();
  await page.getByRole('link', { name: 'Send' }).click();
  await expect(page.getByRole('radio', { name: 'H.264 .mp4' })).toContainText('turns black');
  await expect(page.getByRole('radio', { name: 'ProRes 4444 .mov' })).toBeChecked();
});

test('Stop ends a send, and nothing is downloaded', async ({ page }) => {
  await openDemoKit(page);
  await page.getByRole('link', { name: 'Open Wind card' }).click();
  await page.getByRole('link', { name: 'Send' }).click();
  await page.getByRole('radio', { name: 'VP9 .webm' }).click();
  let downloads = 0;
  page.on('download', () => downloads++);
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByRole('progressbar')).toContainText(/[1-9]\d* of 180/);
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('button', { name: 'Send', exact: true })).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
  expect(downloads).toBe(0);
  await backToKit(page);
});

test('a landing goes out as MP4 and as WebM with its frames', async ({ page }) => {
  await openDemoKit(page);
  await page.getByRole('tab', { name: /^Landings/ }).click();
  await page.getByRole('link', { name: 'Open Episode opening' }).click();
  await page.getByRole('textbox', { name: 'Length' }).fill('2');
  await page.getByRole('textbox', { name: 'Length' }).press('Enter');
  await page.getByRole('link', { name: 'Send' }).click();
  for (const [format, codec] of [
    ['H.264 .mp4', 'h264'],
    ['VP9 .webm', 'vp9'],
  ]) {
    const file = await send(page, format);
    expect(probe(file)).toMatchObject({
      codec_name: codec,
      width: 1280,
      height: 720,
      nb_read_frames: '60',
    });
    // The card's band lies over the hill by the end of the second second.
    const [r, g, b] = pixelAt(decodeFrame(file, 58), 350, 585);
    expect(r - Math.max(g, b)).toBeGreaterThan(60);
  }
});
