import { execFileSync } from 'node:child_process';
import { mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { BrowserContext } from '@playwright/test';
import { decodeFrame, pngPixels, probe, testFile, type Pixels } from './media';

const run = (program: string, ...args: readonly string[]): string =>
  execFileSync(program, args, { stdio: ['ignore', 'pipe', 'pipe'] }).toString();

/** What mediainfo calls a file's container, or the picture it is. */
export function mediaInfo(file: string): string {
  const { media } = JSON.parse(run('mediainfo', '--Output=JSON', file)) as {
    media: { track: { '@type': string; Format?: string }[] };
  };
  return media.track.map(({ Format: format }) => format).join(' ');
}

/** How many frames gifsicle finds, and how often it says that they are played. */
export function gifInfo(file: string): { frames: number; loops: string } {
  const told = run('gifsicle', '--info', file);
  return {
    frames: Number(/(\d+) images?/.exec(told)![1]),
    loops: /loop (forever|count \d+)/.exec(told)?.[1] ?? 'once',
  };
}

/** How many frames webpinfo finds, and how often they are played. */
export function webpInfo(file: string): { frames: number; plays: number } {
  const told = run('webpinfo', file);
  return {
    frames: told.match(/Chunk ANMF/g)!.length,
    plays: Number(/Loop count\s*:\s*(\d+)/.exec(told)![1]),
  };
}

/** The frames that apngdis takes out of an animated PNG. */
export function apngFrames(file: string, name: string): readonly string[] {
  const folder = testFile(name);
  mkdirSync(folder, { recursive: true });
  execFileSync('cp', [file, join(folder, 'a.png')]);
  run('apngdis', join(folder, 'a.png'));
  return run('ls', folder)
    .split('\n')
    .filter((entry) => /^apngframe\d+\.png$/.test(entry))
    .map((entry) => join(folder, entry));
}

/** A frame of a file by a decoder that is not the app's. */
export async function frameByOthers(file: string, format: string, index: number): Promise<Pixels> {
  if (format === 'webp') {
    const still = testFile(`frame-${index}.webp`);
    run('webpmux', '-get', 'frame', String(index + 1), file, '-o', still);
    run('dwebp', '-quiet', still, '-o', `${still}.png`);
    return onCanvas(await pngPixels(`${still}.png`), run('webpmux', '-info', file), index);
  }
  if (format === 'apng') return pngPixels(apngFrames(file, `apng-${index}`)[index]);
  if (format === 'png' || format === 'svg') return pngPixels(readFileSync(file));
  return decodeFrame(file, index);
}

/** A frame of an animated WebP at its place. @param told what webpmux says of the file */
function onCanvas(part: Pixels, told: string, index: number): Pixels {
  const [width, height] = /Canvas size: (\d+) x (\d+)/.exec(told)!.slice(1).map(Number);
  const line = new RegExp(`^\\s*${index + 1}:(.*)$`, 'm').exec(told)![1].trim().split(/\s+/);
  const [left, top] = [Number(line[3]), Number(line[4])];
  const data = new Uint8ClampedArray(width * height * 4);
  for (let row = 0; row < part.height; row++) {
    const own = part.data.subarray(row * part.width * 4, (row + 1) * part.width * 4);
    data.set(own, ((top + row) * width + left) * 4);
  }
  return { ...part, width, height, data };
}

/** Frames that ffprobe counts. */
export const framesIn = (file: string): number => Number(probe(file).nb_read_frames);

/**
 * What the browser itself shows of a file over white and over black, as straight RGBA.
 * @param seconds the moment of a video, or how long a picture has been moving
 */
export async function shownByBrowser(
  context: BrowserContext,
  file: string,
  mime: string,
  size: { readonly width: number; readonly height: number },
  seconds: number,
): Promise<Pixels> {
  const page = await context.newPage();
  await page.setViewportSize(size);
  await page.route('http://file.test/**', (route) =>
    route.fulfill(
      route.request().url().endsWith('/page')
        ? { contentType: 'text/html', body: '<style>body{margin:0}</style>' }
        : { contentType: mime, body: readFileSync(file) },
    ),
  );
  await page.goto('http://file.test/page');
  await page.evaluate(
    async ([kind, at]) => {
      const element = document.createElement(kind as 'img' | 'video');
      element.style.display = 'block';
      // A blob can be sought in, which a plain answer cannot.
      element.src = URL.createObjectURL(await (await fetch('/file')).blob());
      document.body.append(element);
      if (element instanceof HTMLImageElement) {
        await element.decode();
        await new Promise((resolve) => setTimeout(resolve, Number(at) * 1000));
        return;
      }
      await new Promise((resolve) => (element.onloadeddata = resolve));
      const seeked = new Promise((resolve) => (element.onseeked = resolve));
      element.currentTime = Number(at);
      await seeked;
    },
    [mime.startsWith('video/') ? 'video' : 'img', seconds] as const,
  );
  const over = async (colour: string) => {
    await page.evaluate((ground) => {
      document.body.style.background = ground;
      return new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
    }, colour);
    return pngPixels(await page.screenshot());
  };
  const [white, black] = [await over('#ffffff'), await over('#000000')];
  await page.close();
  return fromTwo(white, black);
}

/** What gives these two pictures over white and over black: a = 1 − (white − black). */
function fromTwo(white: Pixels, black: Pixels): Pixels {
  const data = new Uint8ClampedArray(white.data.length);
  for (let k = 0; k < data.length; k += 4) {
    const lost = [0, 1, 2].map((c) => white.data[k + c] - black.data[k + c]);
    const alpha = 1 - (lost[0] + lost[1] + lost[2]) / (3 * 255);
    for (let c = 0; c < 3; c++) data[k + c] = alpha > 0 ? black.data[k + c] / alpha : 0;
    data[k + 3] = alpha * 255;
  }
  return { ...white, data };
}

/** Mean difference of two pictures' alphas, 0 to 1. */
export function alphaOff(a: Pixels, b: Pixels): number {
  let sum = 0;
  for (let k = 3; k < a.data.length; k += 4) sum += Math.abs(a.data[k] - b.data[k]) / 255;
  return sum / (a.data.length / 4);
}
