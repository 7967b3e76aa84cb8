import { closeSync, openSync, writeSync } from 'node:fs';
import { randomFillSync } from 'node:crypto';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { bringIn, folder, memoryRow, openKit, peakOf } from './support';

/** Megabytes of one sound that is brought in, made of noise: nothing in it is alike. */
const EACH = 128;

function noise(name: string): string {
  const file = join(folder, name);
  const bytes = EACH * 1024 ** 2;
  const head = Buffer.alloc(44);
  head.write('RIFF', 0, 'latin1');
  head.writeUInt32LE(bytes - 8, 4);
  head.write('WAVEfmt ', 8, 'latin1');
  head.set([16, 0, 0, 0, 1, 0, 2, 0, 0x80, 0xbb, 0, 0, 0, 0xee, 2, 0, 4, 0, 16, 0], 16);
  head.write('data', 36, 'latin1');
  head.writeUInt32LE(bytes - 44, 40);
  const part = Buffer.alloc(4 * 1024 ** 2);
  const open = openSync(file, 'w');
  for (let written = 0; written < bytes; written += part.length) {
    randomFillSync(part);
    if (written === 0) head.copy(part);
    writeSync(open, part);
  }
  closeSync(open);
  return file;
}

/** Until long work has come, if it comes at all, and gone. */
async function workDone(page: Page): Promise<void> {
  await page
    .getByRole('progressbar')
    .waitFor({ timeout: 5000 })
    .catch(() => undefined);
  await page.getByRole('progressbar').waitFor({ state: 'detached', timeout: 900_000 });
}

/** Brings files in, saves them in a kit file, and opens that. */
async function bringSaveOpen(page: Page, count: number): Promise<void> {
  await bringIn(
    page,
    Array.from({ length: count }, (_, i) => noise(`noise-${i}.wav`)),
  );
  await page.getByRole('button', { name: 'Kit menu' }).click();
  const saved = page.waitForEvent('download', { timeout: 900_000 });
  await page.getByRole('menuitem', { name: 'Save a kit file' }).click();
  const file = join(folder, `kit-${count}.moonpatch`);
  await (await saved).saveAs(file);
  await page.getByRole('button', { name: 'Kit menu' }).click();
  const open = page.waitForEvent('filechooser');
  await page.getByRole('menuitem', { name: 'Open a kit file' }).click();
  await (await open).setFiles(file);
  await page.getByRole('button', { name: 'Replace it' }).click();
  await workDone(page);
}

/** A kit of 1 GB against one of 128 MB. */
export const benchKitFile = (): Promise<void> =>
  memoryRow('kit file, 128 MB and 1 GB: peak memory', [1, 8], async (count) =>
    peakOf(await openKit([]), (page) => bringSaveOpen(page, count)),
  );
