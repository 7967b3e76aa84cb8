import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createCanvas } from '@napi-rs/canvas';
import type { Page } from '@playwright/test';
import { ffmpeg, testFile } from '../support/media';
import { documentsOf, storedIn } from './browser';
import { between, oneOf, type Random } from './random';

/** Milliseconds within which a file is brought in or refused. */
const SOON = 20_000;

const TABLE =
  'TITLE "Warm"\nLUT_3D_SIZE 2\n' + '0 0 0\n1 0.1 0\n0 1 0\n1 1 0\n0 0 1\n1 0 1\n0 1 1\n1 1 1\n';
const DRAWING =
  '<svg xmlns="http://www.w3.org/2000/svg" width="64" height="36"><defs><g id="a"><rect width="9" height="9" fill="#c8412e"/></g></defs><use href="#a" x="3"/><path d="M2 2L30 20Z" stroke="#222"/></svg>';

const PICTURES = '-f lavfi -i testsrc2=s=64x36:r=10:d=0.5'.split(' ');
const AV1 = '-c:v libaom-av1 -cpu-used 8 -pix_fmt yuv420p'.split(' ');
const SOUND = '-f lavfi -i sine=440:d=0.3'.split(' ');

function written(name: string, content: Buffer | string): Buffer {
  writeFileSync(testFile(name), content);
  return readFileSync(testFile(name));
}

function made(name: string, ...args: readonly string[]): Buffer {
  ffmpeg(...args, testFile(name));
  return readFileSync(testFile(name));
}

/** One small valid file of every format that is read, by its ending. */
export function validFiles(): ReadonlyMap<string, Buffer> {
  const canvas = createCanvas(64, 36);
  canvas.getContext('2d').fillRect(9, 9, 20, 9);
  const font = (name: string) => readFileSync(join('tests/support/fonts', name));
  const clear = ['-pix_fmt', 'yuva420p', '-c:v', 'libvpx-vp9'];
  return new Map([
    ['png', canvas.toBuffer('image/png')],
    ['jpg', canvas.toBuffer('image/jpeg')],
    ['webp', canvas.toBuffer('image/webp')],
    ['gif', made('m.gif', ...PICTURES)],
    ['apng', made('m.apng', ...PICTURES)],
    ['svg', written('m.svg', DRAWING)],
    ['avif', made('m.avif', ...PICTURES, ...AV1, '-still-picture', '1', '-frames:v', '1')],
    ['moving.avif', made('moving.avif', ...PICTURES, ...AV1)],
    ['mp4', made('m.mp4', ...PICTURES, ...SOUND, '-c:v', 'libx264', '-pix_fmt', 'yuv420p')],
    ['runs.mov', made('runs.mov', ...PICTURES, '-pix_fmt', 'argb', '-c:v', 'qtrle')],
    ['mov', made('m.mov', ...PICTURES, '-c:v', 'prores_ks', '-pix_fmt', 'yuva444p10le')],
    ['webm', made('m.webm', ...PICTURES, ...clear)],
    ['m4a', made('m.m4a', ...SOUND)],
    ['mp3', made('m.mp3', ...SOUND)],
    ['wav', made('m.wav', ...SOUND)],
    ['ogg', made('m.ogg', ...SOUND)],
    ['flac', made('m.flac', ...SOUND)],
    ...['avi', 'wmv', 'flv', 'mpg', 'ts'].map(
      (format) => [format, made(`m.${format}`, ...PICTURES, '-r', '25')] as const,
    ),
    ['ttf', readFileSync('public/fonts/permanent-marker.ttf')],
    ['otf', font('marker.otf')],
    ['woff', font('marker.woff')],
    ['woff2', font('marker.woff2')],
    ['cube', written('m.cube', TABLE)],
  ]);
}

type Mutation = (bytes: Buffer, random: Random) => Buffer;

const place = (bytes: Buffer, random: Random) => Math.floor(random() * bytes.length);

/** Ways in which files are damaged: cut, bits flipped, zeroed, parts swapped, lengths that lie, parts repeated. */
const MUTATIONS: readonly Mutation[] = [
  (bytes, random) => bytes.subarray(0, place(bytes, random)),
  (bytes, random) => {
    for (let i = between(random, 1, 24); i > 0; i--) {
      bytes[place(bytes, random)] ^= 1 << between(random, 0, 7);
    }
    return bytes;
  },
  (bytes, random) => {
    const from = place(bytes, random);
    return bytes.fill(0, from, Math.min(bytes.length, from + between(random, 1, 400)));
  },
  (bytes, random) => {
    const [a, b] = [place(bytes, random), place(bytes, random)].sort((x, y) => x - y);
    return Buffer.concat([bytes.subarray(0, a), bytes.subarray(b), bytes.subarray(a, b)]);
  },
  (bytes, random) => {
    if (bytes.length < 8) return bytes;
    const at = Math.min(place(bytes, random), bytes.length - 4);
    bytes.writeUInt32BE(oneOf(random, [0, 1, 0x7fffffff, 0x80000000, 0xffffffff]), at);
    return bytes;
  },
  (bytes, random) => {
    const [a, b] = [place(bytes, random), place(bytes, random)].sort((x, y) => x - y);
    const part = bytes.subarray(a, Math.min(b, a + 4000));
    const times = between(random, 2, 40);
    return Buffer.concat([
      bytes.subarray(0, b),
      ...Array<Buffer>(times).fill(part),
      bytes.subarray(b),
    ]);
  },
];

/** A damaged copy of a file, by its first bytes still of the same kind. */
export function mutant(original: Buffer, random: Random): Buffer {
  let bytes: Buffer = Buffer.from(original);
  for (let i = between(random, 1, 3); i > 0 && bytes.length > 0; i--) {
    bytes = Buffer.from(oneOf(random, MUTATIONS)(bytes, random));
  }
  const head = between(random, 0, 3) > 0 ? Math.min(16, bytes.length) : 0;
  original.copy(bytes, 0, 0, head);
  return bytes;
}

export interface Brought {
  readonly tried: number;
  readonly problems: readonly string[];
}

/**
 * Brings damaged files in through the interface, one batch at a time, and looks whether each came in or was refused
 * in time, and nothing is left of what was refused.
 */
export async function bringInMutants(
  page: Page,
  files: readonly (readonly [name: string, bytes: Buffer])[],
): Promise<Brought> {
  const problems: string[] = [];
  const crashed = (error: Error) => problems.push(`page error: ${error.message}`);
  page.on('pageerror', crashed);
  await page.getByRole('tab', { name: /^Footage/ }).click();
  await page.evaluate(watchWork);
  const good = createCanvas(8, 8);
  good.getContext('2d').fillRect(0, 0, between(Math.random, 1, 8), 8);
  const last = `last-${Date.now()}`;
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Bring in files' }).first().click();
  await (
    await chooser
  ).setFiles([
    ...files.map(([name, buffer]) => ({ name, mimeType: '', buffer })),
    { name: `${last}.png`, mimeType: 'image/png', buffer: good.toBuffer('image/png') },
  ]);
  const done = page.getByRole('link', { name: `Open ${last}` });
  await done.waitFor({ timeout: (files.length + 1) * SOON }).catch(() => {
    problems.push('it hangs');
  });
  for (const [doing, took] of Object.entries(await page.evaluate(workSeen))) {
    if (took > SOON) problems.push(`${doing} took ${Math.round(took / 1000)} s`);
  }
  await page.waitForTimeout(300);
  const stored = await storedIn(page);
  const named = new Set(documentsOf(stored).flatMap(({ media }) => media?.hash ?? []));
  const halves = Object.keys(stored.media).filter((hash) => !named.has(hash));
  if (halves.length > 0) problems.push(`${halves.length} files are half brought in`);
  page.off('pageerror', crashed);
  return { tried: files.length, problems };
}

/** Measures in the page for how long each piece of long work is shown. */
function watchWork() {
  const seen: Record<string, { from: number; to: number }> = {};
  Object.assign(window, { workShown: seen });
  setInterval(() => {
    const doing = document.querySelector('[role=progressbar]')?.getAttribute('aria-label');
    if (!doing) return;
    seen[doing] ??= { from: performance.now(), to: 0 };
    seen[doing].to = performance.now();
  }, 200);
}

const workSeen = () =>
  Object.fromEntries(
    Object.entries(
      (window as unknown as { workShown: Record<string, { from: number; to: number }> }).workShown,
    ).map(([doing, { from, to }]) => [doing, to - from]),
  );
