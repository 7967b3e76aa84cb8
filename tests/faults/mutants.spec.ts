import { writeFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { READABLE_EXTENSIONS } from '../../src/core/footage/sniff';
import { openEmptyKit } from '../support/app';
import { testFile } from '../support/media';
import { bringInMutants, mutant, validFiles } from './mutants';
import { seeded } from './random';

/** Brings in files of every format, each damaged in so many ways. */
async function expectMutantsHandled(page: Page, ways: number, seed: number): Promise<void> {
  const random = seeded(seed);
  const mutants = [...validFiles()].flatMap(([format, bytes]) =>
    Array.from(
      { length: ways },
      (_, i) => [`${format}-${i}.${format}`, mutant(bytes, random)] as const,
    ),
  );
  await openEmptyKit(page);
  expect((await bringInMutants(page, mutants)).problems).toEqual([]);
}

test('no format that is read is left out of them', () => {
  const endings = [...validFiles().keys()].map((name) => name.split('.').at(-1));
  expect(endings).toEqual(expect.arrayContaining([...READABLE_EXTENSIONS]));
});

test('damaged files of every format come in or are refused, in time and wholly', ({ page }) =>
  expectMutantsHandled(page, 1, 20));

test('many damaged files of every format, too @long', ({ page }) =>
  expectMutantsHandled(page, 4, 21));

test('bringing in can be stopped, and leaves nothing', async ({ page }) => {
  await openEmptyKit(page);
  const bytes = Buffer.alloc(300 * 1024 ** 2);
  // Sound without end: it is read and kept piece by piece.
  Buffer.from(
    'RIFF\xff\xff\xff\x7fWAVEfmt \x10\0\0\0\x01\0\x02\0\x80\xbb\0\0\0\xee\x02\0\x04\0\x10\0data',
    'latin1',
  ).copy(bytes);
  bytes.writeUInt32LE(bytes.length - 44, 40);
  bytes.writeUInt32LE(bytes.length - 8, 4);
  await page.getByRole('tab', { name: /^Footage/ }).click();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Bring in files' }).first().click();
  writeFileSync(testFile('endless.wav'), bytes);
  await (await chooser).setFiles(testFile('endless.wav'));
  await expect(page.getByRole('progressbar', { name: 'Bringing in endless.wav' })).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByText('Stopped. Nothing was changed.')).toBeVisible();
  await expect(page.getByRole('tab', { name: 'Footage 0' })).toBeVisible();
});
