import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import type { Overlay } from '@/core/document';
import { formatById } from '@/core/formats';
import { backToKit, openDemoKit, openEmptyKit, savedKit, setNumber } from '../support/app';
import { add, addMove, beginEmpty, section, setCanvas, unfold } from '../support/make';
import {
  decodeFrame,
  overGrey,
  painted,
  pixelAt,
  pngPixels,
  probe,
  testFile,
} from '../support/media';
import {
  alphaOff,
  apngFrames,
  frameByOthers,
  framesIn,
  gifInfo,
  mediaInfo,
  shownByBrowser,
  webpInfo,
} from '../support/readers';

/** Sends all that waits, and gives back the paths of the files in the zip, by name. */
async function sendAll(page: Page, count: number): Promise<ReadonlyMap<string, string>> {
  const downloaded = page.waitForEvent('download', { timeout: 300_000 });
  await page.getByRole('button', { name: `Send all ${count}` }).click();
  const zip = readFileSync(await (await downloaded).path());
  await expect(page.getByRole('status')).toContainText('Read back: all');
  return new Map(
    Object.entries(unzipSync(zip)).map(([name, bytes]) => {
      writeFileSync(testFile(name), bytes);
      return [name, testFile(name)];
    }),
  );
}

/** Notes each share that the progress of long work shows from now on, in percent. */
const watchProgress = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const shares: number[] = [];
    Object.assign(window, { shares });
    new MutationObserver(() => {
      const shown = document.querySelector('[role=progressbar]')?.getAttribute('aria-valuenow');
      if (shown && Number(shown) !== shares.at(-1)) shares.push(Number(shown));
    }).observe(document.body, { subtree: true, childList: true, attributes: true });
  });

const watchedProgress = (page: Page): Promise<readonly number[]> =>
  page.evaluate(() => (window as unknown as { shares: readonly number[] }).shares);

async function addAs(page: Page, ...formats: readonly string[]): Promise<void> {
  for (const format of formats) {
    await page.getByRole('radio', { name: format }).click();
    await page.getByRole('button', { name: 'Add this' }).click();
  }
}

const SIZE = { width: 320, height: 180 };

test('every format is read by programs that know nothing of the app, its alpha as it was painted', async ({
  page,
  context,
}) => {
  await openEmptyKit(page);
  await beginEmpty(page);
  await setCanvas(page, SIZE.width, SIZE.height, 0.5);
  await add(page, 'Words');
  await section(page, 'Look');
  await unfold(page, 'Drop shadow');
  await page.getByRole('switch', { name: 'Drop shadow' }).click();
  await section(page, 'Moves');
  await addMove(page, 'Arrive', 'Fade');
  await setNumber(page, 'Takes', 0.2);
  await page.getByRole('link', { name: 'Send' }).click();
  await page.getByRole('radio', { name: 'APNG .apng' }).click();
  await setNumber(page, 'Plays', 1);
  const formats = {
    'ProRes 4444 .mov': 'prores4444',
    'ProRes 422 HQ .mov': 'prores422',
    'VP9 .webm': 'vp9',
    'PNG in MOV .mov': 'png-mov',
    'PNG still .png': 'png',
    'Animated WebP .webp': 'webp',
    'APNG .apng': 'apng',
    'PNG frames .zip': 'png-frames',
    'SVG still .svg': 'svg',
    'GIF .gif': 'gif',
    'H.264 .mp4': 'h264',
  };
  await page.getByRole('button', { name: 'File name' }).click();
  await page.getByRole('textbox', { name: 'Pattern' }).fill('{format} of {size}');
  await addAs(page, ...Object.keys(formats));
  const files = await sendAll(page, 11);
  const file = (format: string) =>
    files.get(`${format}-of-320x180.${formatById(format)!.extension}`)!;
  await backToKit(page);
  const overlay = (await savedKit(page)).overlays[0];

  // ffprobe counts every frame, as do the tools of each format.
  for (const format of ['prores4444', 'prores422', 'vp9', 'png-mov', 'apng', 'gif', 'h264']) {
    expect(framesIn(file(format)), format).toBe(15);
  }
  expect(gifInfo(file('gif'))).toEqual({ frames: 15, loops: 'once' });
  expect(webpInfo(file('webp'))).toEqual({ frames: 15, plays: 1 });
  expect(apngFrames(file('apng'), 'all')).toHaveLength(15);
  const numbered = unzipSync(readFileSync(file('png-frames')));
  expect(Object.keys(numbered)).toHaveLength(15);
  expect(mediaInfo(file('prores4444'))).toContain('ProRes');
  expect(mediaInfo(file('vp9'))).toMatch(/WebM VP9/);
  expect(mediaInfo(file('h264'))).toMatch(/MPEG-4 AVC/);
  expect(mediaInfo(file('webp'))).toMatch(/WebP/);

  // Their decoders find what was painted: half way through the fade, and at rest.
  const whole = { 3: painted(overlay, 3), 10: painted(overlay, 10) };
  for (const [format, least] of [
    ['prores4444', 55],
    ['vp9', 45],
    ['png-mov', 50],
    ['apng', 50],
    ['webp', 38],
  ] as const) {
    for (const frame of [3, 10] as const) {
      const found = await frameByOthers(file(format), format, frame);
      expect(overGrey(found, whole[frame]).psnr, `${format} ${frame}`).toBeGreaterThan(least);
      expect(alphaOff(found, whole[frame]), `${format} ${frame}`).toBeLessThan(0.002);
    }
  }
  for (const format of ['png', 'svg']) {
    const found = await frameByOthers(file(format), format, 0);
    expect(overGrey(found, painted(overlay, 7)).psnr, format).toBeGreaterThan(33);
  }
  const third = await pngPixels(Buffer.from(numbered['new-overlay_0003.png']));
  expect(overGrey(third, whole[3]).psnr).toBeGreaterThan(50);
  // A GIF has hard edges: where the picture is all there or all clear, it agrees.
  const gif = await frameByOthers(file('gif'), 'gif', 10);
  const wrong = gif.data.filter((alpha, k) => {
    const meant = whole[10].data[k];
    return k % 4 === 3 && (meant === 0 || meant === 255) && alpha !== meant;
  });
  expect(wrong).toHaveLength(0);

  // The browser shows the same over white and over black.
  for (const [format, off] of [
    ['vp9', 0.01],
    ['webp', 0.01],
    ['apng', 0.005],
    ['png', 0.005],
    ['svg', 0.02],
  ] as const) {
    const { mime } = formatById(format)!;
    const shown = await shownByBrowser(context, file(format), mime, SIZE, 0.45);
    const meant = format === 'png' || format === 'svg' ? painted(overlay, 7) : painted(overlay, 14);
    expect(alphaOff(shown, meant), `${format} in the browser`).toBeLessThan(off);
  }
});

/** What is sent of each of the kit: a saturated edge loses a little to VP9's chroma at half size. */
const KIT = [
  { name: 'Wind card', format: 'ProRes 4444 .mov', file: 'wind-card.mov', least: 50 },
  { name: 'Gust call-out', format: 'VP9 .webm', file: 'gust-call-out.webm', least: 49.5 },
] as const;
const SECONDS = 1;

test('the whole demo kit goes through Check and Send, in one zip, without the server @long', async ({
  page,
  context,
}) => {
  test.setTimeout(480_000);
  await openDemoKit(page);
  await context.route('**/api/**', (route) => route.abort());
  const kit = await savedKit(page);
  for (const { name } of kit.overlays) {
    await page.getByRole('link', { name: `Open ${name}` }).click();
    await page.getByRole('link', { name: /^Check/ }).click();
    await expect(page.getByText(/frames looked at/)).toBeVisible();
    await expect(
      page.getByRole('heading', { name: /would go wrong|Good to go|Nothing would/ }),
    ).toBeVisible();
    await page.getByRole('link', { name: 'Send' }).click();
    await setNumber(page, 'To', SECONDS);
    const known = KIT.find((entry) => entry.name === name);
    if (!known) await setNumber(page, 'Scale', 0.25);
    await addAs(page, known?.format ?? 'PNG in MOV .mov');
    await backToKit(page);
  }
  for (const { name } of kit.landings) {
    await page.getByRole('tab', { name: /^Landings/ }).click();
    await page.getByRole('link', { name: `Open ${name}` }).click();
    await page.getByRole('link', { name: 'Send' }).click();
    await setNumber(page, 'From', 1);
    await setNumber(page, 'To', 1 + SECONDS);
    await addAs(page, 'H.264 .mp4');
    if (name !== kit.landings.at(-1)!.name) await backToKit(page);
  }
  const count = kit.overlays.length + kit.landings.length;
  await watchProgress(page);
  const files = await sendAll(page, count);
  expect(files.size).toBe(count);
  const shares = await watchedProgress(page);
  expect(shares).toEqual([...shares].sort((a, b) => a - b));
  expect(shares.length).toBeGreaterThan(2 * count);
  for (const path of files.values()) {
    const { r_frame_rate: rate } = probe(path);
    const [num, den] = rate.split('/').map(Number);
    expect(framesIn(path)).toBe(Math.round((SECONDS * num) / den));
  }
  for (const { name, file, least } of KIT) {
    const overlay = kit.overlays.find((entry: Overlay) => entry.name === name)!;
    // In the middle of the arrival, and where it comes to rest.
    for (const frame of [6, 20, 29]) {
      const { psnr } = overGrey(decodeFrame(files.get(file)!, frame), painted(overlay, frame));
      expect(psnr, `${name}, frame ${frame}`).toBeGreaterThan(least);
    }
  }
  const opening = kit.landings.find(({ name }) => name === 'Episode opening')!;
  const sent = files.get('episode-opening.mp4')!;
  expect(probe(sent)).toMatchObject({ width: opening.width, height: opening.height });
  // The card's band lies over the hill by the end of the second second.
  const [r, g, b] = pixelAt(decodeFrame(sent, 28), 350, 585);
  expect(r - Math.max(g, b)).toBeGreaterThan(60);
});

test('sizes are estimated from real frames, within 30 % of the files that are made @long', async ({
  page,
}) => {
  await openDemoKit(page);
  await page.getByRole('link', { name: 'Open Gust call-out' }).click();
  await page.getByRole('link', { name: 'Send' }).click();
  await setNumber(page, 'Scale', 0.5);
  const formats = ['ProRes 4444 .mov', 'VP9 .webm', 'Animated WebP .webp'] as const;
  const estimates = new Map<string, number>();
  for (const format of formats) {
    const card = page.getByRole('radio', { name: format });
    await expect(card).toContainText(/about [\d.]+ [kM]B/, { timeout: 180_000 });
    const [, figure, unit] = /about ([\d.]+) ([kM])B/.exec((await card.textContent())!)!;
    estimates.set(format.split('.')[1], Number(figure) * (unit === 'k' ? 1e3 : 1e6));
  }
  await addAs(page, ...formats);
  const files = await sendAll(page, formats.length);
  for (const [extension, estimated] of estimates) {
    const { size } = statSync(files.get(`gust-call-out.${extension}`)!);
    expect(Math.abs(estimated / size - 1), extension).toBeLessThan(0.3);
  }
});

test('a receiver is chosen, its file tried on footage, and what would help most is changed @long', async ({
  page,
}) => {
  await openDemoKit(page);
  await beginEmpty(page);
  await setCanvas(page, 1920, 1080, 0.3);
  await add(page, 'Rectangle');
  await page.getByRole('link', { name: 'Send' }).click();
  // The receiver leads to a format, and says what it cannot open.
  await page.getByRole('radio', { name: 'Removes any one colour' }).click();
  await expect(page.getByRole('radio', { name: 'H.264 .mp4' })).toBeChecked();
  await expect(page.getByRole('radio', { name: 'ProRes 4444 .mov' })).toContainText(
    'It cannot open .mov',
  );
  // Against its advice: black behind, of which nothing is taken out as it should be.
  await page.getByRole('button', { name: 'Backdrop in the file' }).click();
  await page.getByRole('radio', { name: 'The overlay’s own' }).click();
  await page.getByRole('radio', { name: 'Ignores transparency' }).click();
  await page.getByRole('radio', { name: 'H.264 .mp4' }).click();
  await expect(page.getByRole('radio', { name: 'H.264 .mp4' })).toContainText('turns black there');
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByRole('status')).toContainText('Read back');
  const figure = async () =>
    Number(
      /within ([\d.]+) dB/.exec(
        (await page.getByRole('group', { name: 'Trial result' }).textContent())!,
      )![1],
    );
  await page.getByRole('radio', { name: 'Hillside, morning' }).click();
  await page.getByRole('button', { name: 'Try it there' }).click();
  await expect(page.getByRole('group', { name: 'Trial result' })).toBeVisible();
  for (const picture of ['What was meant', 'What it will be', 'Where they differ']) {
    await expect(page.getByRole('img', { name: picture })).toBeVisible();
  }
  const black = await figure();
  expect(black).toBeLessThan(20);

  // The same file where a colour can be taken out: a key colour would help most.
  await page.getByRole('radio', { name: 'Removes green or blue' }).click();
  await page.getByRole('radio', { name: 'The overlay’s own' }).click();
  await page.getByRole('button', { name: 'Try it there' }).click();
  await expect(page.getByText(/would help most/)).toBeVisible();
  await expect(page.getByText(/would help most/)).toContainText(/on (blue|green),/);
  await page.getByRole('button', { name: 'Change to that' }).click();
  await page.getByRole('button', { name: 'Send again' }).click();
  await expect(page.getByRole('status')).toContainText('Read back');
  await page.getByRole('button', { name: 'Try it there' }).click();
  await expect(page.getByText(/No other format or backdrop/)).toBeVisible();
  expect(await figure()).toBeGreaterThan(black + 6);
});

test('a recipe remembers how something is sent, for the kit, and outlives a reload', async ({
  page,
}) => {
  await openEmptyKit(page);
  await beginEmpty(page);
  await setCanvas(page, SIZE.width, SIZE.height, 1);
  await add(page, 'Rectangle');
  await section(page, 'Moves');
  for (const phase of ['Arrive', 'Leave'] as const) {
    await addMove(page, phase, 'Fade');
    await setNumber(page, 'Takes', 0.2);
  }
  await page.getByRole('link', { name: 'Send' }).click();
  await page.getByRole('radio', { name: 'APNG .apng' }).click();
  await setNumber(page, 'Scale', 0.5);
  await page.getByRole('switch', { name: 'Arriving, staying, leaving as three files' }).click();
  await page.getByRole('button', { name: 'Frame rate' }).click();
  await page.getByRole('radio', { name: '15', exact: true }).click();
  await page.getByRole('button', { name: 'Keep these settings' }).click();
  await page.getByRole('textbox', { name: 'Name of the recipe' }).fill('Small loops');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('APNG · 0.5 × · for the kit')).toBeVisible();

  await page.reload();
  await expect(page.getByText('320 × 180 pixels')).toBeVisible();
  await page.getByRole('button', { name: 'Use Small loops' }).click();
  await expect(page.getByText('160 × 90 pixels')).toBeVisible();
  const downloaded = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  const files = unzipSync(readFileSync(await (await downloaded).path()));
  const names = ['arrive', 'stay', 'leave'].map((part) => `new-overlay-${part}.apng`);
  expect(Object.keys(files)).toEqual(names);
  for (const [name, frames] of [
    [names[0], 3],
    [names[1], 9],
    [names[2], 3],
  ] as const) {
    writeFileSync(testFile(name), files[name]);
    expect(probe(testFile(name))).toMatchObject({ width: 160, height: 90 });
    expect(framesIn(testFile(name)), name).toBe(frames);
  }
  await page.getByRole('button', { name: 'Delete Small loops' }).click();
  await expect(page.getByRole('button', { name: 'Use Small loops' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Use Small loops' })).toBeVisible();
});
