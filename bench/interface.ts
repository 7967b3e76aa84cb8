import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import type { Browser } from '@playwright/test';
import { addLayer, addMove, changeSize, createShape, placeAt } from '@/core/document';
import { BASE, browserMemory, openKit, row, timeSend, title } from './support';

/** Frames of a title that could not be drawn in time while it plays through. */
export async function benchPlaying(browser: Browser): Promise<void> {
  const overlay = title('Played', 6);
  const page = await openKit(browser, [overlay]);
  await page.getByRole('link', { name: 'Open Played' }).click();
  await page.waitForTimeout(2000);
  await page.getByRole('button', { name: 'Loop is on' }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).waitFor({ timeout: 20_000 });
  const text = (await page.getByText(/dropped$/).allInnerTexts())[0] ?? '0 dropped';
  const dropped = Number(text.split(' ')[0]);
  row(
    'playing 6 s at 30',
    `${dropped} of ${overlay.length} dropped`,
    '',
    (dropped / overlay.length).toFixed(3),
  );
  await page.context().close();
}

async function peakMemory(browser: Browser, seconds: number): Promise<number> {
  const overlay = title(`Memory ${seconds}`, seconds);
  const page = await openKit(browser, [overlay]);
  let peak = 0;
  const timer = setInterval(() => (peak = Math.max(peak, browserMemory())), 200);
  await timeSend(page, overlay.name, 'H.264 .mp4');
  clearInterval(timer);
  await page.context().close();
  return peak;
}

/** Peak memory of the browser while a short and a long title are exported. */
export async function benchMemory(start: () => Promise<Browser>): Promise<void> {
  const peaks: number[] = [];
  for (const seconds of [3, 30]) {
    const browser = await start();
    peaks.push(await peakMemory(browser, seconds));
    await browser.close();
  }
  const [short, long] = peaks;
  row(
    'export memory, 3 s and 30 s at 1080p',
    `${short.toFixed(0)} MB`,
    `${long.toFixed(0)} MB`,
    `${(long / short).toFixed(2)} (aim 1.20)`,
  );
}

const PICTURES = ['GIF .gif', 'APNG .apng', 'Animated WebP .webp'] as const;

/** Peak memory of the browser while six seconds and a minute are sent in formats made of pictures. */
export async function benchPictureMemory(start: () => Promise<Browser>): Promise<void> {
  for (const format of PICTURES) {
    const peaks: number[] = [];
    for (const seconds of [6, 60]) {
      const browser = await start();
      const overlay = changeSize(title(`Memory ${seconds}`, seconds), 640, 360);
      const page = await openKit(browser, [overlay]);
      let peak = 0;
      const timer = setInterval(() => (peak = Math.max(peak, browserMemory())), 200);
      await timeSend(page, overlay.name, format);
      clearInterval(timer);
      peaks.push(peak);
      await browser.close();
    }
    const [short, long] = peaks;
    row(
      `memory of ${format}, 6 s and 60 s at 640 × 360`,
      `${short.toFixed(0)} MB`,
      `${long.toFixed(0)} MB`,
      `${(long / short).toFixed(2)} (aim 1.20)`,
    );
  }
}

const CHECKED_SECONDS = 5;

/** How long the whole of Check takes on ten layers that move, against how long they play. */
export async function benchCheck(browser: Browser): Promise<void> {
  const base = title('Checked', CHECKED_SECONDS);
  const more = Array.from({ length: 8 }, (_, i) => ({
    ...createShape(`extra-${i}`, base, i % 2 ? 'ellipse' : 'rectangle'),
    width: 160,
    height: 90,
    place: placeAt(200 + i * 210, 160 + (i % 3) * 120),
  }));
  const stacked = more.reduce((overlay, layer) => addLayer(overlay, layer), base);
  const moving = more.reduce(
    (overlay, { id }) => addMove(overlay, id, `move-${id}`, 'slide', 'arrive'),
    stacked,
  );
  const page = await openKit(browser, [moving]);
  await page.getByRole('link', { name: 'Open Checked' }).click();
  await page.waitForTimeout(2000);
  const started = performance.now();
  await page.getByRole('link', { name: /^Check/ }).click();
  await page.getByText(/frames looked at/).waitFor({ timeout: 120_000 });
  const seconds = (performance.now() - started) / 1000;
  row(
    `Check of 10 layers, ${CHECKED_SECONDS} s at 1080p`,
    `${seconds.toFixed(2)} s`,
    `${CHECKED_SECONDS} s of playing`,
    `${(seconds / CHECKED_SECONDS).toFixed(2)} (aim 1.5)`,
  );
  await page.context().close();
}

/** Bytes before the first screen, compressed, and how long it takes to be of use. */
export async function benchLoading(browser: Browser): Promise<void> {
  const scripts = join('dist', '_expo/static/js/web');
  const files = ['dist/index.html', ...readdirSync(scripts).map((name) => join(scripts, name))];
  const bytes = files.reduce((sum, file) => sum + gzipSync(readFileSync(file)).length, 0);
  row(
    'first load, gzip',
    `${(bytes / 1e6).toFixed(2)} MB`,
    'aim 1.20 MB',
    (bytes / 1.2e6).toFixed(2),
  );
  const page = await (
    await browser.newContext({ viewport: { width: 390, height: 844 } })
  ).newPage();
  await page.goto(`${BASE}/?kit=demo`);
  await page.getByRole('link', { name: 'Open Wind card' }).waitFor();
  const time = async (act: () => Promise<unknown>) => {
    const started = performance.now();
    await act();
    return performance.now() - started;
  };
  const blank = await time(() => page.goto(`${BASE}/api/health`));
  const usable = await time(async () => {
    await page.goto(BASE);
    await page.getByRole('link', { name: 'Open Wind card' }).waitFor();
  });
  row(
    'a usable Kit screen, second visit',
    `${usable.toFixed(0)} ms`,
    `${blank.toFixed(0)} ms blank`,
    `${(usable / blank).toFixed(1)}`,
  );
  await page.context().close();
}
