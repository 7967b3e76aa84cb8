import { writeFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { openEmptyKit } from '../support/app';
import { testFile } from '../support/media';
import { bringInMutants, mutant, validFiles } from './mutants';
import { seeded } from './random';

test('damaged files of every format come in or are refused, in time and wholly', async ({
  page,
}) => {
  const random = seeded(20);
  const mutants = [...validFiles()].flatMap(([format, bytes]) =>
    Array.from(
      { length: 4 },
      (_, i) => [`${format}-${i}.${format}`, mutant(bytes, random)] as const,
    ),
  );
  await openEmptyKit(page);
  expect((await bringInMutants(page, mutants)).problems).toEqual([]);
});

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
