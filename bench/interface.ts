import type { Browser } from '@playwright/test';
import { createShape, placeAt, type Overlay } from '@/core/document';
import { addLayer, addMove, changeSize } from '@/core/edit';
import { BASE, memoryRow, openKit, peakOf, row, timeSend, title } from './support';

/** A title played through: frames not drawn in time, and the longest task of the interface thread. */
export async function benchPlaying(): Promise<void> {
  const overlay = title('Played', 6);
  const page = await openKit([overlay]);
  await page.getByRole('link', { name: 'Open Played' }).click();
  await page.waitForTimeout(2000);
  await page.getByRole('button', { name: 'Loop is on' }).click();
  await page.evaluate(() => {
    const longTasks: number[] = [];
    Object.assign(window, { longTasks });
    new PerformanceObserver((list) =>
      longTasks.push(...list.getEntries().map((entry) => entry.duration)),
    ).observe({ type: 'longtask' });
  });
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).waitFor({ timeout: 20_000 });
  const tasks = await page.evaluate(() => (window as unknown as { longTasks: number[] }).longTasks);
  const text = (await page.getByText(/dropped$/).allInnerTexts())[0] ?? '0 dropped';
  const dropped = Number(text.split(' ')[0]);
  row(
    'playing 6 s at 30',
    `${dropped} of ${overlay.length} dropped`,
    '',
    (dropped / overlay.length).toFixed(3),
  );
  // The browser itself reports what keeps the page from answering for 50 ms or more.
  const longest = Math.max(0, ...tasks);
  row(
    'longest task of the page while playing',
    `${longest} ms`,
    '50 ms',
    (longest / 50).toFixed(2),
  );
  await page.context().close();
}

const VIDEOS = ['H.264 .mp4', 'ProRes 4444 .mov', 'VP9 .webm'] as const;

/** Peak memory of the browser while short and long titles are sent as video. */
export async function benchMemory(): Promise<void> {
  for (const format of VIDEOS) {
    const full = peakOfTitle(format, 1920, 1080);
    await memoryRow(`memory of ${format}, 3 s and 60 s at 1080p`, [3, 60], full);
    const large = peakOfTitle(format, 3840, 2160);
    await memoryRow(`memory of ${format}, 3 s and 12 s at 4K`, [3, 12], large);
  }
}

const PICTURES = ['GIF .gif', 'APNG .apng', 'Animated WebP .webp'] as const;

/** Peak memory of the browser while titles are sent in formats made of pictures. */
export async function benchPictureMemory(): Promise<void> {
  for (const format of PICTURES) {
    // The shorter one reads enough pixels for the browser to have begun to free them.
    const small = peakOfTitle(format, 640, 360);
    await memoryRow(`memory of ${format}, 20 s and 120 s at 640 × 360`, [20, 120], small);
    const large = peakOfTitle(format, 3840, 2160);
    await memoryRow(`memory of ${format}, 4 s and 20 s at 4K`, [4, 20], large);
  }
}

const peakOfTitle =
  (format: string, width: number, height: number) =>
  async (seconds: number): Promise<number> => {
    const overlay = changeSize(title(`Memory ${seconds}`, seconds), width, height);
    return peakOf(await openKit([overlay]), (page) => timeSend(page, overlay.name, format));
  };

const CHECKED_SECONDS = 5;

/** How long the whole of Check takes on layers that move, against how long they play. */
export async function benchCheck(): Promise<void> {
  for (const layers of [10, 30]) {
    const overlay = busyTitle(`Checked ${layers}`, layers);
    const page = await openKit([overlay]);
    await page.getByRole('link', { name: `Open ${overlay.name}` }).click();
    await page.waitForTimeout(2000);
    const started = performance.now();
    await page.getByRole('link', { name: /^Check/ }).click();
    await page.getByText(/frames looked at/).waitFor({ timeout: 120_000 });
    const seconds = (performance.now() - started) / 1000;
    row(
      `Check of ${layers} layers, ${CHECKED_SECONDS} s at 1080p`,
      `${seconds.toFixed(2)} s`,
      `${CHECKED_SECONDS} s of playing`,
      `${(seconds / CHECKED_SECONDS).toFixed(2)} (aim 1.5)`,
    );
    await page.context().close();
  }
}

/** A title with rows of shapes that slide in. */
export function busyTitle(name: string, layers: number): Overlay {
  const base = title(name, CHECKED_SECONDS);
  const more = Array.from({ length: layers - base.layers.length }, (_, i) => ({
    ...createShape(`extra-${i}`, base, i % 2 ? 'ellipse' : 'rectangle'),
    width: 160,
    height: 90,
    place: placeAt(200 + (i % 8) * 210, 160 + (i % 7) * 120),
  }));
  const stacked = more.reduce((overlay, layer) => addLayer(overlay, layer), base);
  return more.reduce(
    (overlay, { id }) => addMove(overlay, id, `move-${id}`, 'slide', 'arrive'),
    stacked,
  );
}

/** A slow phone on a slow network: bytes a second, milliseconds, and times as slow as this machine. */
const SLOW = { throughput: 1.6e6 / 8, latency: 150, cpu: 4 };
const FIRST_BYTES = 0.9e6;
const FIRST_SECONDS = 4;

/** Visits of which the one in the middle is printed, after one that has the browser itself warm. */
const VISITS = 5;

/** What a first visit fetches before it is of use, and how long that takes at 1.6 Mbit/s and a quarter of the speed. */
async function benchFirstVisit(browser: Browser): Promise<void> {
  await firstVisit(browser);
  const visits = [];
  for (let i = 0; i < VISITS; i++) visits.push(await firstVisit(browser));
  const { bytes } = visits[0];
  row(
    'first visit, over the wire',
    `${(bytes / 1e6).toFixed(2)} MB`,
    `aim ${FIRST_BYTES / 1e6} MB`,
    (bytes / FIRST_BYTES).toFixed(2),
  );
  const alone = bytes / SLOW.throughput;
  const print = (name: string, seconds: number) =>
    row(
      name,
      `${seconds.toFixed(1)} s`,
      `${alone.toFixed(1)} s for the bytes alone`,
      `${(seconds / alone).toFixed(2)} (aim ${FIRST_SECONDS} s)`,
    );
  print('slow first visit, takes a tap', middle(visits.map(({ button }) => button)));
  print('slow first visit, opens a kit', middle(visits.map(({ kit }) => kit)));
}

const middle = (figures: readonly number[]): number =>
  [...figures].sort((a, b) => a - b)[figures.length >> 1];

/** Bytes over the wire, and seconds until there is a button to tap and until the kit it opens is there. */
async function firstVisit(
  browser: Browser,
): Promise<{ readonly bytes: number; readonly button: number; readonly kit: number }> {
  const viewport = { width: 390, height: 844 };
  const page = await (await browser.newContext({ viewport, serviceWorkers: 'block' })).newPage();
  const client = await page.context().newCDPSession(page);
  let bytes = 0;
  client.on('Network.loadingFinished', ({ encodedDataLength }) => {
    bytes += encodedDataLength;
  });
  await client.send('Network.enable');
  const { throughput, latency, cpu } = SLOW;
  await client.send('Network.emulateNetworkConditions', {
    offline: false,
    latency,
    downloadThroughput: throughput,
    uploadThroughput: throughput,
  });
  await client.send('Emulation.setCPUThrottlingRate', { rate: cpu });
  const started = performance.now();
  const passed = () => (performance.now() - started) / 1000;
  await page.goto(BASE, { waitUntil: 'commit' });
  // Looking by role, and whether a button stands still, would take a good part of the slow processor.
  const found = await page.waitForSelector('[aria-label="Start with an empty kit"]');
  const button = passed();
  const { x, y, width, height } = (await found.boundingBox())!;
  await page.mouse.click(x + width / 2, y + height / 2);
  await page.waitForSelector('[aria-label="New overlay"]');
  const kit = passed();
  await page.context().close();
  return { bytes, button, kit };
}

/** How soon a first and a second visit are of use. */
export async function benchLoading(browser: Browser): Promise<void> {
  await benchFirstVisit(browser);
  const page = await (
    await browser.newContext({ viewport: { width: 390, height: 844 }, serviceWorkers: 'block' })
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
