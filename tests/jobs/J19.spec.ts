import { expect, type Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { bringIn, openDemoKit, send, setNumber } from '../support/app';
import { madeClip } from '../support/clips';
import { add, addMove, choose, section } from '../support/make';
import {
  colourDistance,
  decodeFrames,
  demoMedia,
  ffmpeg,
  pixelAt,
  whereIs,
  type Pixels,
} from '../support/media';
import { landOn } from '../support/land';
import { test } from '../support/hand';

test.use({ viewport: { width: 390, height: 664 } });

/** A badge over black, with dark artwork in it, as a clip of one second. */
const badgeClip = () =>
  madeClip('badge', 640, 360, 30, (context) => {
    context.fillStyle = '#000000';
    context.fillRect(0, 0, 640, 360);
    context.fillStyle = '#e9a23b';
    context.beginPath();
    context.arc(320, 180, 120, 0, Math.PI * 2);
    context.fill();
    context.fillStyle = '#3a2a66';
    context.beginPath();
    context.arc(320, 180, 95, 0, Math.PI * 2);
    context.fill();
  });

/** The second at which a file's sound first becomes loud. */
function firstLoud(file: string): number {
  const pcm = ffmpeg('-i', file, '-ac', '1', '-ar', '48000', '-f', 'f32le', '-');
  const samples = new Float32Array(pcm.buffer.slice(pcm.byteOffset, pcm.byteOffset + pcm.length));
  return samples.findIndex((value) => Math.abs(value) > 0.25) / 48_000;
}

/** Where a frame is gold and the footage under it is not. */
function goldIn({ width, height, data }: Pixels, under: Pixels) {
  const isGold = (pixels: Uint8ClampedArray, at: number, within: number) =>
    // Most pixels are not nearly as red.
    pixels[at] > 233 - within &&
    colourDistance([pixels[at], pixels[at + 1], pixels[at + 2]], [233, 162, 59]) < within;
  const marked = new Uint8ClampedArray(data.length);
  for (let at = 0; at < data.length; at += 4) {
    if (isGold(data, at, 40) && !isGold(under.data, at, 90)) marked[at] = 255;
  }
  return whereIs({ width, height, data: marked }, ([on]) => on === 255);
}

/** Drags a layer's ribbon along its lane. */
async function dragRibbon(page: Page, name: string, seconds: number): Promise<void> {
  const ribbon = page.getByRole('button', { name: `Ribbon of ${name}` });
  const ruler = (await page.getByRole('slider', { name: 'Playhead' }).boundingBox())!;
  // The hillside's ten seconds lie between the ruler's edges.
  const by = ((ruler.width - 20) * seconds) / 10;
  await ribbon.scrollIntoViewIfNeeded();
  const box = (await ribbon.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + by, y, { steps: 5 });
  await page.mouse.up();
}

test('J19: a badge over black hits with a sound, jolts, keeps its dark artwork, and the sound is in the file', async ({
  page,
}) => {
  await openDemoKit(page);
  await bringIn(page, badgeClip());
  await expect(page.getByRole('link', { name: 'Open badge' })).toBeVisible();
  await landOn(page, 'Hillside, morning');
  await add(page, 'Workshop beat');
  await expect(page.getByRole('heading', { name: 'Workshop beat' })).toBeVisible();
  await add(page, 'badge');
  await section(page, 'Key');
  await page.getByRole('radio', { name: 'Black or white' }).click();
  await setNumber(page, 'Clear up to', 2);
  await setNumber(page, 'Solid from', 12);
  await section(page, 'Time');
  await setNumber(page, 'Starts at', 0.3);
  // The drum's first hit is at half a second.
  const onTheHit = () =>
    expect(page.getByRole('textbox', { name: 'Starts at' })).toHaveValue(/^0\.5\d?$|^0\.47/);
  await page.getByRole('button', { name: 'Start on the nearest hit' }).click();
  await onTheHit();
  // Dragged to somewhere near it, the badge comes to rest on it too.
  await setNumber(page, 'Starts at', 0.2);
  // So short a ribbon has its ends in the way while it is chosen.
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await dragRibbon(page, 'badge', 0.25);
  await choose(page, 'badge');
  await section(page, 'Time');
  await onTheHit();
  await section(page, 'Moves');
  await addMove(page, 'Stay', 'Jolt');
  await choose(page, 'badge');
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await setNumber(page, 'Length', 2);
  await page.getByRole('link', { name: 'Send' }).click();
  const file = await send(page, 'H.264 .mp4');
  await expect(page.getByRole('status')).toContainText('sound 2.');

  // The badge comes on the frame of the hit, and the hit is heard then, in the file itself.
  const first = 13;
  const frames = decodeFrames(file, first, 30);
  const hill = decodeFrames(demoMedia('hillside'), first, 30);
  const gold = (frame: number) => goldIn(frames[frame - first], hill[frame - first]);
  expect(gold(13).count).toBeLessThan(200);
  const there = gold(30);
  expect(there.count).toBeGreaterThan(8000);
  expect(gold(17).count).toBeGreaterThan(8000);
  expect(Math.abs(firstLoud(file) - 0.5)).toBeLessThan(0.025);
  // Dark artwork is not eaten, and of the black around it nothing is left.
  const sent = frames[30 - first];
  const [cx, cy] = [(there.left + there.right) / 2, (there.top + there.bottom) / 2];
  expect(colourDistance(pixelAt(sent, cx, cy), [58, 42, 102])).toBeLessThan(14);
  expect(pixelAt(sent, cx + 260, cy)[2]).toBeGreaterThan(60);
  // A few frames are displaced.
  const lefts = new Set([15, 16, 17, 18, 19, 20, 21, 22].map((frame) => gold(frame).left));
  expect(lefts.size).toBeGreaterThan(1);
  const streams = execFileSync('ffprobe', [
    '-v',
    'error',
    '-show_entries',
    'stream=codec_name,duration',
    '-of',
    'csv=p=0',
    file,
  ]).toString();
  expect(streams).toMatch(/h264,2\.0/);
  expect(streams).toMatch(/aac,2\.0/);
});
