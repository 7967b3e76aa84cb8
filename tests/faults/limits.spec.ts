import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { backToKit, bringIn, openEmptyKit, openKitFile, savedKit } from '../support/app';
import { add, beginEmpty, layerMenu, say } from '../support/make';
import { ffmpeg, testFile } from '../support/media';

test('whatever is made opens again: long words, long names, many layers, fast footage @long', async ({
  page,
}) => {
  const long = `${'kite '.repeat(43)}.mp4`;
  const source = ['-f', 'lavfi', '-i', 'testsrc=s=64x64:r=480:d=0.2'];
  ffmpeg(...source, '-c:v', 'libx264', '-pix_fmt', 'yuv420p', testFile('fast.mp4'));
  await openEmptyKit(page);
  await bringIn(page, {
    name: long,
    mimeType: 'video/mp4',
    buffer: readFileSync(testFile('fast.mp4')),
  });
  await expect(page.getByRole('link', { name: /Open kite kite/ })).toBeVisible();
  await page.getByRole('tab', { name: /^Overlays/ }).click();
  await beginEmpty(page);
  await add(page, 'Words');
  await say(page, 'k'.repeat(5001));
  await expect(page.getByText(/shortened to 5000 letters/)).toBeVisible();
  await say(page, 'k'.repeat(600));
  await layerMenu(page, 'Split', 'Into letters');
  await expect(page.getByText(/would make 601 layers; 500 is the most/)).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Words' })).toHaveValue('k'.repeat(600));
  await backToKit(page);

  await page.reload();
  await expect(page.getByText('could not be read')).toHaveCount(0);
  const kit = await savedKit(page);
  expect(kit.overlays[0].layers).toMatchObject([{ text: 'k'.repeat(600) }]);
  expect(kit.footage[0].name).toBe(long.slice(0, 200));
  expect(kit.footage[0].rate!.num / kit.footage[0].rate!.den).toBeCloseTo(480, 0);

  const downloaded = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Kit menu' }).click();
  await page.getByRole('menuitem', { name: 'Save a kit file' }).click();
  await openKitFile(page, await (await downloaded).path());
  await page.getByRole('tab', { name: /^Footage/ }).click();
  await expect(page.getByRole('link', { name: /Open kite kite/ })).toBeVisible();
});
