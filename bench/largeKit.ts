import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { DOCUMENT_VERSION, EMPTY_KIT, type Footage } from '@/core/document';
import {
  BASE,
  browserMemory,
  folder,
  openKitFile,
  peakOf,
  row,
  title,
  type KitFile,
} from './support';

const OVERLAYS = 300;
const PIECES = 200;
const AIM = { seconds: 2, megabytes: 400 } as const;

/** A box that players pass over (ISO/IEC 14496-12, 8.1.2): with another number in it a file is another one. */
function freeBox(number: number): Uint8Array {
  const box = Buffer.alloc(12);
  box.writeUInt32BE(box.length, 0);
  box.write('free', 4, 'latin1');
  box.writeUInt32BE(number, 8);
  return box;
}

function pieces(): readonly { readonly footage: Footage; readonly bytes: Uint8Array }[] {
  const file = join(folder, 'piece.mp4');
  const source = ['-f', 'lavfi', '-i', 'testsrc2=size=1280x720:rate=30', '-t', '2'];
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...source, '-pix_fmt', 'yuv420p', file]);
  const clip = readFileSync(file);
  return Array.from({ length: PIECES }, (_, index) => {
    const bytes = new Uint8Array(Buffer.concat([clip, freeBox(index)]));
    const hash = createHash('sha256').update(bytes).digest('hex');
    const footage: Footage = {
      ...{ kind: 'footage', version: DOCUMENT_VERSION, id: `piece-${index}` },
      ...{ name: `Piece ${index}`, created: index, type: 'video' },
      media: { hash, extension: 'mp4', bytes: bytes.length },
      ...{ width: 1280, height: 720, duration: 2, rate: { num: 30, den: 1 } },
      ...{ alpha: false, cut: null, plays: null },
    };
    return { footage, bytes };
  });
}

function largeKit(): KitFile {
  const clips = pieces();
  const overlays = Array.from({ length: OVERLAYS }, (_, index) => title(`Title ${index}`, 4));
  return {
    kit: { ...EMPTY_KIT, name: 'Large', overlays, footage: clips.map(({ footage }) => footage) },
    media: new Map(clips.map(({ footage, bytes }) => [footage.media.hash, bytes])),
  };
}

/** Seconds from a page without anything until an overlay of the kit can be played. */
async function secondsToOpen(page: Page): Promise<number> {
  await page.goto('about:blank');
  const started = performance.now();
  await page.goto(BASE);
  await page
    .getByRole('link', { name: /^Open Title/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Play', exact: true }).waitFor();
  return (performance.now() - started) / 1000;
}

/** Scrolls from the first card to the last. */
async function goThrough(page: Page): Promise<void> {
  await page.goto(BASE);
  for (const shelf of ['Overlays', 'Footage']) {
    await page.getByRole('tab', { name: new RegExp(`^${shelf}`) }).click();
    for (let step = 0; step < 25; step++) {
      await page.mouse.wheel(0, 2000);
      await page.waitForTimeout(200);
    }
  }
}

/** A kit of 300 overlays and 200 pieces of footage: until it can be used, and the memory it takes. */
export async function benchLargeKit(): Promise<void> {
  const page = await openKitFile(largeKit());
  const seconds: number[] = [];
  await page.goto('about:blank');
  // Until the page before is gone.
  await page.waitForTimeout(2000);
  const empty = browserMemory();
  const peak = await peakOf(page, async () => {
    for (let visit = 0; visit < 3; visit++) seconds.push(await secondsToOpen(page));
    await goThrough(page);
  });
  row(
    'kit of 300 overlays and 200 pieces, until one is open',
    `${Math.min(...seconds).toFixed(1)} s`,
    `(aim ${AIM.seconds})`,
  );
  row(
    'the same, gone through: peak memory of the page',
    `${(peak - empty).toFixed(0)} MB`,
    `(aim ${AIM.megabytes})`,
  );
}
