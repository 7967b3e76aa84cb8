import { expect, test } from '@playwright/test';
import { readFileSync, writeFileSync } from 'node:fs';
import { bringIn, openEmptyKit, openKitFile, savedKit } from '../support/app';
import { packedKit, sha256 } from '../support/kitFile';
import { ffmpeg, testFile } from '../support/media';
import {
  createFootageLayer,
  createOverlay,
  DOCUMENT_VERSION,
  EMPTY_KIT,
  type Footage,
} from '@/core/document';

const PICTURES = '-f lavfi -i testsrc2=s=320x180:r=25:d=6'.split(' ');
const SOUND = '-f lavfi -i sine=440:d=6'.split(' ');

/** Whole at both ends, noise from a third to two thirds. */
function damaged(name: string, ...args: readonly string[]): string {
  ffmpeg(...args, testFile(name));
  const bytes = readFileSync(testFile(name));
  const [from, to] = [Math.floor(bytes.length / 3), Math.floor((bytes.length * 2) / 3)];
  for (let i = from; i < to; i++) bytes[i] = (i * 2_654_435_761) >>> 13;
  writeFileSync(testFile(name), bytes);
  return testFile(name);
}

test('a file that is damaged in its middle is refused when it comes in, not when it is sent', async ({
  page,
}) => {
  const h264 = ['-c:v', 'libx264', '-g', '10', '-pix_fmt', 'yuv420p', '-b:v', '1M'];
  const files = [
    damaged('noise-mp4.mp4', ...PICTURES, ...h264, '-movflags', '+faststart'),
    damaged('noise-webm.webm', ...PICTURES, '-c:v', 'libvpx-vp9', '-g', '10', '-cpu-used', '8'),
    damaged('noise-m4a.m4a', ...SOUND),
  ];
  ffmpeg(...SOUND, testFile('whole.m4a'));
  await openEmptyKit(page);
  await bringIn(page, [...files, testFile('whole.m4a')]);
  await expect(page.getByRole('link', { name: 'Open whole' })).toBeVisible();
  const { footage } = await savedKit(page);
  expect(footage.map(({ name }) => name)).toEqual(['whole']);
});

test('a file that fails only when it is sent is told by its name, and another can take its place @long', async ({
  page,
}) => {
  // From a kit file, whose media are held against their hash and not decoded.
  const h264 = ['-c:v', 'libx264', '-g', '10', '-pix_fmt', 'yuv420p', '-b:v', '1M'];
  const bytes = readFileSync(damaged('late.mp4', ...PICTURES, ...h264, '-movflags', '+faststart'));
  const footage: Footage = {
    ...{ kind: 'footage', version: DOCUMENT_VERSION, id: 'late', created: 0, name: 'Late kite' },
    media: { hash: sha256(bytes), extension: 'mp4', bytes: bytes.length },
    ...{ type: 'video', width: 320, height: 180, duration: 6, rate: { num: 25, den: 1 } },
    ...{ alpha: false, plays: null, cut: null },
  };
  const overlay = { ...createOverlay({ id: 'o', created: 0 }, 'Sent'), length: 150 };
  const layers = [createFootageLayer('l', overlay, footage)];
  const kit = { ...EMPTY_KIT, overlays: [{ ...overlay, layers }], footage: [footage] };
  const file = Buffer.from(packedKit(kit, new Map([[footage.media.hash, bytes]])));
  await openEmptyKit(page);
  await openKitFile(page, { name: 'k.moonpatch', mimeType: 'application/zip', buffer: file });
  await page.getByRole('link', { name: 'Open Sent' }).click();
  await page.getByRole('link', { name: 'Send' }).click();
  await page.getByRole('radio', { name: 'VP9 .webm' }).click();
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  const told = page.getByText(/“Late kite” cannot be read at [1-3]\.\d s: .* put another file/);
  await expect(told).toBeVisible();
});
