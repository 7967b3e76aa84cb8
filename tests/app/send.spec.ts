import { statSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { add, beginEmpty, section, unfold } from '../support/make';
import { backToKit, openDemoKit, savedKit, send, setNumber } from '../support/app';
import { colourDistance, decodeFrame, overGrey, painted, pixelAt, probe } from '../support/media';

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

/** Makes decoders of workers give their frames as red, green and blue, as those of some devices do. */
const decodeToColours = (page: Page) =>
  page.route('**/engine/engine.worker.js', async (route) => {
    const response = await route.fetch();
    const change = `{
      const Own = self.VideoDecoder;
      const coloured = (frame) => {
        const canvas = new OffscreenCanvas(frame.displayWidth, frame.displayHeight);
        canvas.getContext('2d').drawImage(frame, 0, 0);
        const { timestamp } = frame;
        frame.close();
        const made = new VideoFrame(canvas, { timestamp, alpha: 'discard' });
        console.log('decoded to', made.format);
        return made;
      };
      self.VideoDecoder = class extends Own {
        constructor({ output, error }) {
          super({ output: (frame) => output(coloured(frame)), error });
        }
      };
    }`;
    await route.fulfill({ response, body: change + (await response.text()) });
  });

test('VP9 with alpha is read back where its frames are decoded to colours, not to planes @long', async ({
  page,
}) => {
  const decodedTo = new Set<string>();
  page.on('console', (message) => {
    if (message.text().startsWith('decoded to')) decodedTo.add(message.text());
  });
  await decodeToColours(page);
  await openDemoKit(page);
  await page.getByRole('link', { name: 'Open Wind card' }).click();
  await page.getByRole('link', { name: 'Send' }).click();
  await send(page, 'VP9 .webm');
  expect([...decodedTo]).toEqual([expect.stringMatching(/(RGB|BGR)[AX]$/)]);
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

test('on a device that shares files, what was made is handed on as it is', async ({ page }) => {
  await page.addInitScript(() => {
    const shared: File[] = [];
    Object.assign(window, { shared });
    Object.assign(navigator, {
      canShare: ({ files }: ShareData) => files!.length > 0,
      share: async ({ files }: ShareData) => void shared.push(...files!),
    });
  });
  await openDemoKit(page);
  await page.getByRole('link', { name: 'Open Wind card' }).click();
  await page.getByRole('link', { name: 'Send' }).click();
  const path = await send(page, 'PNG still .png');
  await page.getByRole('button', { name: 'Share wind-card.png' }).click();
  const [name, type, bytes] = await page.evaluate(() => {
    const [file] = (window as unknown as { shared: File[] }).shared;
    return [file.name, file.type, file.size];
  });
  expect([name, type]).toEqual(['wind-card.png', 'image/png']);
  expect(bytes).toBe(statSync(path).size);
});

/** Names of files that are being written, or were last; what browsers write beside them has endings of its own. */
const scratchFiles = (page: Page): Promise<readonly string[]> =>
  page.evaluate(async () => {
    const root = await navigator.storage.getDirectory();
    const folder = await root.getDirectoryHandle('sending').catch(() => null);
    const keys = (folder as { keys?: () => AsyncIterable<string> } | null)?.keys?.();
    const names: string[] = [];
    if (keys) for await (const name of keys) names.push(name);
    return names.filter((name) => name.endsWith('.part'));
  });

for (const format of ['VP9 .webm', 'PNG frames .zip']) {
  test(`Stop leaves nothing of a ${format} that was being written`, async ({ page }) => {
    await openDemoKit(page);
    await page.getByRole('link', { name: 'Open Wind card' }).click();
    await page.getByRole('link', { name: 'Send' }).click();
    await page.getByRole('radio', { name: format }).click();
    // Trying what formats make of it writes files, too, until something is sent.
    const before = await scratchFiles(page);
    const added = async () => (await scratchFiles(page)).filter((name) => !before.includes(name));
    await page.getByRole('button', { name: 'Send', exact: true }).click();
    await expect.poll(added).not.toEqual([]);
    const [written] = await added();
    await page.getByRole('button', { name: 'Stop' }).click();
    await expect.poll(() => scratchFiles(page)).not.toContain(written);
  });
}

test('Stop leaves nothing of a file that was being read back @long', async ({ page }) => {
  await openDemoKit(page);
  await page.getByRole('link', { name: 'Open Wind card' }).click();
  await page.getByRole('link', { name: 'Send' }).click();
  await page.getByRole('radio', { name: 'VP9 .webm' }).click();
  const before = await scratchFiles(page);
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByRole('progressbar', { name: 'Reading it back' })).toBeVisible();
  const [written] = (await scratchFiles(page)).filter((name) => !before.includes(name));
  expect(written).toBeDefined();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('button', { name: 'Send', exact: true })).toBeVisible();
  await expect.poll(() => scratchFiles(page)).not.toContain(written);
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

test('a send goes on while one works elsewhere, leads back, and holds the page open @long', async ({
  page,
}) => {
  await openDemoKit(page);
  await page.getByRole('link', { name: 'Open Wind card' }).click();
  await page.getByRole('link', { name: 'Send' }).click();
  await page.getByRole('radio', { name: 'VP9 .webm' }).click();
  const downloaded = page.waitForEvent('download', { timeout: 180_000 });
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByRole('progressbar')).toContainText(/[1-9]\d* of 180/);
  // Something else is worked on meanwhile.
  await backToKit(page);
  await page.getByRole('link', { name: 'Open Gust call-out' }).click();
  const bar = page.getByRole('progressbar', { name: /^“Wind card”: / });
  await expect(bar).toBeVisible();
  await page.getByRole('button', { name: 'Choose Pill' }).click();
  const asked = page.waitForEvent('dialog').then(async (dialog) => {
    expect(dialog.type()).toBe('beforeunload');
    await dialog.dismiss();
  });
  await page.close({ runBeforeUnload: true });
  await asked;
  await page.getByRole('button', { name: 'Show', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Where will it land?' })).toBeVisible();
  await downloaded;
  await expect(page.getByRole('button', { name: 'Send again' })).toBeVisible();
});
