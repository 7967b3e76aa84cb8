import { writeFileSync } from 'node:fs';
import { createCanvas } from '@napi-rs/canvas';
import { expect, test, type Page } from '@playwright/test';
import { createOverlay, createShape, EMPTY_KIT } from '@/core/document';
import { addLayer } from '@/core/edit';
import {
  backToKit,
  bringIn,
  chooseFiles,
  openDemoKit,
  openEmptyKit,
  openKitFile,
} from '../support/app';
import { packedKit } from '../support/kitFile';
import { ffmpeg, like, pixelAt, pngPixels, testFile } from '../support/media';

function makeFiles(): string[] {
  const context = createCanvas(320, 180).getContext('2d');
  context.fillStyle = '#c8412e';
  context.fillRect(0, 0, 160, 180);
  writeFileSync(testFile('flag-png.png'), context.canvas.toBuffer('image/png'));
  writeFileSync(testFile('flag-jpg.jpg'), context.canvas.toBuffer('image/jpeg'));
  writeFileSync(testFile('flag-webp.webp'), context.canvas.toBuffer('image/webp'));
  writeFileSync(testFile('flag-avif.avif'), context.canvas.toBuffer('image/avif'));
  writeFileSync(
    testFile('flag-svg.svg'),
    '<svg xmlns="http://www.w3.org/2000/svg" width="320" height="180"><rect width="160" height="180" fill="#c8412e"/></svg>',
  );
  const still = ['-loop', '1', '-t', '1', '-r', '25', '-i', testFile('flag-png.png')];
  ffmpeg('-i', testFile('flag-png.png'), testFile('flag-gif.gif'));
  ffmpeg(...still, '-c:v', 'libx264', '-pix_fmt', 'yuv420p', testFile('film-mp4.mp4'));
  ffmpeg(
    ...still,
    '-c:v',
    'prores_ks',
    '-profile:v',
    '4444',
    '-pix_fmt',
    'yuva444p10le',
    testFile('film-mov.mov'),
  );
  ffmpeg(...still, '-c:v', 'libvpx-vp9', '-pix_fmt', 'yuv420p', testFile('film-webm.webm'));
  ffmpeg('-f', 'lavfi', '-i', 'sine=440:d=1', testFile('tone-wav.wav'));
  ffmpeg('-f', 'lavfi', '-i', 'sine=440:d=1', testFile('tone-flac.flac'));
  ffmpeg('-f', 'lavfi', '-i', 'sine=440:d=1', testFile('tone-ogg.ogg'));
  return [
    'flag-png.png',
    'flag-jpg.jpg',
    'flag-webp.webp',
    'flag-avif.avif',
    'flag-svg.svg',
    'flag-gif.gif',
    'film-mp4.mp4',
    'film-mov.mov',
    'film-webm.webm',
    'tone-wav.wav',
    'tone-flac.flac',
    'tone-ogg.ogg',
  ];
}

test('files of every kind come in, each with a picture of what it holds', async ({ page }) => {
  const files = makeFiles();
  await openEmptyKit(page);
  await bringIn(page, files.map(testFile));
  for (const file of files) {
    const name = file.split('.')[0];
    const picture = page.getByRole('img', { name: `Picture of ${name}` });
    await expect(picture, file).toBeVisible();
    if (name.startsWith('tone')) continue;
    // The left half is the flag's red.
    await expect
      .poll(
        async () => {
          const shot = await pngPixels(await picture.screenshot());
          const at = (Math.round(shot.height / 2) * shot.width + Math.round(shot.width / 4)) * 4;
          return shot.data[at] - shot.data[at + 1];
        },
        { message: file },
      )
      .toBeGreaterThan(80);
  }
});

test('a file that no browser reads comes in as a copy, and another file takes its place', async ({
  page,
}) => {
  const picture = (colour: string, file: string, ...args: readonly string[]) => {
    const source = `color=c=${colour}:s=320x180:r=25:d=1`;
    ffmpeg('-f', 'lavfi', '-i', source, ...args, testFile(file));
    return testFile(file);
  };
  await openEmptyKit(page);
  await bringIn(page, picture('red', 'reel.avi', '-c:v', 'mpeg4'));
  await expect(page.getByText('it is AVI, which browsers cannot read')).toBeVisible();
  await page.getByRole('button', { name: 'Make a copy' }).click();
  await page.getByRole('link', { name: 'Open reel' }).click();
  // The pictures are made anew meanwhile, so one may go while it is looked at.
  const shows = (colour: readonly number[]) =>
    expect(async () => {
      const frame = page.getByRole('img', { name: 'A frame of reel' }).first();
      const shot = await pngPixels(await frame.screenshot());
      expect(like(colour)(pixelAt(shot, 60, 40))).toBe(true);
    }).toPass({ timeout: 60_000 });
  await shows([255, 0, 0]);
  await expect(page.getByText('320 × 180 · 1.0 s')).toBeVisible();

  const other = picture('blue', 'take-two.mp4', '-t', '0.6', '-pix_fmt', 'yuv420p');
  const replace = () =>
    chooseFiles(
      page,
      () => page.getByRole('button', { name: 'Put another file in its place' }).click(),
      other,
    );
  await replace();
  await expect(page.getByText('It lasts 0.6 s instead of 1.0 s')).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText('320 × 180 · 1.0 s')).toBeVisible();
  await shows([255, 0, 0]);
  await replace();
  await expect(page.getByText('320 × 180 · 0.6 s')).toBeVisible();
  await shows([0, 0, 255]);
});

const overlays = (page: Page) => page.getByRole('link', { name: /^Open / });

test('overlays are renamed, duplicated, deleted and brought back', async ({ page }) => {
  await openDemoKit(page);
  await page.getByRole('button', { name: 'More for Wind card' }).click();
  await page.getByRole('menuitem', { name: 'Duplicate' }).click();
  await expect(overlays(page)).toHaveCount(5);
  await page.getByRole('button', { name: 'More for Wind card copy' }).click();
  await page.getByRole('menuitem', { name: 'Rename' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('Evening card');
  await page.getByRole('textbox', { name: 'Name' }).press('Enter');
  await expect(page.getByRole('link', { name: 'Open Evening card' })).toBeVisible();
  await page.getByRole('button', { name: 'More for Evening card' }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(overlays(page)).toHaveCount(4);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: 'Open Evening card' })).toBeVisible();
});

test('of a large kit, cards are made and pictures kept where they are looked at', async ({
  page,
}) => {
  const overlays = Array.from({ length: 80 }, (_, index) => {
    const overlay = createOverlay({ id: `title-${index}`, created: index }, `Title ${index}`);
    return addLayer(overlay, createShape('band', overlay, 'rectangle'));
  });
  await openEmptyKit(page);
  const buffer = Buffer.from(packedKit({ ...EMPTY_KIT, name: 'Large', overlays }));
  await openKitFile(page, { name: 'large.moonpatch', mimeType: 'application/zip', buffer });
  // The newest comes first.
  const [first, last] = [79, 0].map((index) => ({
    card: page.getByRole('link', { name: `Open Title ${index}`, exact: true }),
    picture: page.getByRole('img', { name: `Picture of Title ${index}`, exact: true }),
  }));
  await expect(first.picture).toBeVisible();
  await expect(last.card).toHaveCount(0);
  const scrollUntil = (step: number, seen: typeof last.card) =>
    expect(async () => {
      await page.mouse.move(640, 500);
      await page.mouse.wheel(0, step);
      await expect(seen).toBeInViewport({ timeout: 500 });
    }).toPass();
  await scrollUntil(600, last.card);
  await expect(last.picture).toBeVisible();
  await expect(first.picture).toHaveCount(0);
  await scrollUntil(-600, first.card);
  await expect(first.picture).toBeVisible();
  await expect(last.picture).toHaveCount(0);
});

test('the kit is renamed, and its file is called by its name', async ({ page }) => {
  await openDemoKit(page);
  await page.getByRole('button', { name: 'Kit menu' }).click();
  await page.getByRole('menuitem', { name: 'Rename the kit' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('Autumn show');
  await page.getByRole('textbox', { name: 'Name' }).press('Enter');
  await expect(page.getByRole('heading', { name: 'Autumn show' })).toBeVisible();
  await page.getByRole('button', { name: 'Kit menu' }).click();
  const downloaded = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'Save a kit file' }).click();
  expect((await downloaded).suggestedFilename()).toBe('autumn-show.moonpatch');
});

test('what was just typed is there after a reload', async ({ page }) => {
  await openDemoKit(page);
  await page.getByRole('link', { name: 'Open Wind card' }).click();
  await page.getByRole('button', { name: 'Choose Southwest, rising' }).click();
  await page.getByRole('textbox', { name: 'Words' }).fill('Northeast, falling');
  // Nothing was pressed to save it: another page finds it in storage.
  const other = await page.context().newPage();
  await expect(async () => {
    await other.goto(page.url());
    await expect(other.getByText('Northeast, falling').first()).toBeVisible({ timeout: 5000 });
  }).toPass({ timeout: 60_000 });
  await other.close();
  await page.reload();
  await page.getByRole('button', { name: 'Choose Northeast, falling' }).click();
  await expect(page.getByRole('textbox', { name: 'Words' })).toHaveValue('Northeast, falling');
});

test('a second tab on the kit is told, follows, and changes nothing', async ({ page, context }) => {
  await openDemoKit(page);
  const second = await context.newPage();
  await second.goto('/');
  await expect(second.getByRole('alert')).toContainText('open in another tab');
  await page.getByRole('button', { name: 'More for Wind card' }).click();
  await page.getByRole('menuitem', { name: 'Rename' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('Renamed here');
  await page.getByRole('textbox', { name: 'Name' }).press('Enter');
  await expect(second.getByRole('link', { name: 'Open Renamed here' })).toBeVisible();
  await second.getByRole('button', { name: 'More for Renamed here' }).click();
  await second.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(
    second.getByText('Change it there, or close that tab.', { exact: false }),
  ).toBeVisible();
  await expect(second.getByRole('link', { name: 'Open Renamed here' })).toBeVisible();
});

test('a file that nothing uses any more is listed with its size, comes back, or is freed', async ({
  page,
}) => {
  await openDemoKit(page);
  const remove = async () => {
    await page.getByRole('tab', { name: /^Footage/ }).click();
    await page.getByRole('button', { name: 'More for Kite meadow' }).click();
    await page.getByRole('menuitem', { name: 'Delete' }).click();
    await page.getByRole('button', { name: 'Kit menu' }).click();
    await page.getByRole('menuitem', { name: 'Settings and help' }).click();
    await expect(page.getByText(/^1\.3 MB · kept until /)).toBeVisible();
  };
  await remove();
  await page.getByRole('button', { name: 'Bring Kite meadow back into the kit' }).click();
  await expect(page.getByText('“Kite meadow” is in the kit again.')).toBeVisible();
  await expect(page.getByText('Files no longer used')).toHaveCount(0);
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await page.getByRole('tab', { name: 'Footage 10' }).click();
  await page.getByRole('link', { name: 'Open Kite meadow' }).click();
  await expect(page.getByRole('img', { name: 'A frame of Kite meadow' }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await remove();
  await page.getByRole('button', { name: 'Free all of it now' }).click();
  await expect(page.getByText('Files no longer used')).toHaveCount(0);
});

test('the browser is asked to keep the kit once a file was brought in, and Settings says what it answered', async ({
  page,
}) => {
  await openEmptyKit(page);
  const openSettings = async () => {
    await page.getByRole('button', { name: 'Kit menu' }).click();
    await page.getByRole('menuitem', { name: 'Settings and help' }).click();
  };
  await openSettings();
  await expect(page.getByText(/will be asked to keep your kit/)).toBeVisible();
  await backToKit(page);
  await bringIn(page, 'docs/screenshots/kit.png');
  await expect(page.getByRole('link', { name: 'Open kit' })).toBeVisible();
  await openSettings();
  await expect(page.getByText(/has (not )?promised to keep your kit/)).toBeVisible();
});

test('the page asks before it is left while something is not saved, and only then', async ({
  page,
}) => {
  await page.addInitScript(() => {
    const put = IDBObjectStore.prototype.put;
    IDBObjectStore.prototype.put = function (...what) {
      if ((window as { diskFull?: boolean }).diskFull)
        throw new DOMException('', 'QuotaExceededError');
      return put.apply(this, what);
    };
  });
  await openDemoKit(page);
  await page.getByRole('button', { name: 'More for Wind card' }).click();
  await page.evaluate(() => void Object.assign(window, { diskFull: true }));
  await page.getByRole('menuitem', { name: 'Duplicate' }).click();
  await expect(page.getByRole('alert')).toContainText('the browser has no room left');
  const asked = page.waitForEvent('dialog');
  await page.close({ runBeforeUnload: true });
  const dialog = await asked;
  expect(dialog.type()).toBe('beforeunload');
  await dialog.dismiss();
  await page.evaluate(() => void Object.assign(window, { diskFull: false }));
  await expect(page.getByRole('alert')).toHaveCount(0);
  const closed = page.waitForEvent('close');
  await page.close({ runBeforeUnload: true });
  await closed;
});
