import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { createCanvas, loadImage } from '@napi-rs/canvas';
import type { Overlay } from '@/core/document';
import { sceneAt } from '@/core/scene';
import { nodeContext, nodeFont, nodeTools } from '@/paint/nodeTools';
import { paintScene } from '@/paint/paintScene';
import type { Pixels } from '../golden/pictures';
import { scratchFolder } from './scratch';

export type { Pixels } from '../golden/pictures';

const folder = scratchFolder('test');

export const testFile = (name: string): string => join(folder, name);

/** Levels of alpha between clear and solid that a picture has: few of them are a jagged edge. */
export const edgeShades = ({ data }: Pixels): number =>
  new Set(data.filter((value, i) => i % 4 === 3 && value > 0 && value < 255)).size;

/** Runs ffmpeg quietly and gives back what it writes to its output. */
export const ffmpeg = (...args: readonly string[]): Buffer =>
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...args], {
    maxBuffer: 1 << 30,
    stdio: ['ignore', 'pipe', 'pipe'],
  });

export interface Probe {
  readonly codec_name: string;
  readonly width: number;
  readonly height: number;
  readonly nb_read_frames: string;
  readonly pix_fmt: string;
  readonly r_frame_rate: string;
  readonly color_range?: string;
  readonly color_space?: string;
  readonly color_primaries?: string;
  readonly color_transfer?: string;
}

/** What ffprobe finds in a file's video, all frames counted. */
export const probe = (file: string): Probe => videoOf(file, ['-count_frames']);

function videoOf(file: string, options: readonly string[] = []): Probe {
  const shown = ['-select_streams', 'v:0', '-show_streams', '-of', 'json', file];
  const found = execFileSync('ffprobe', ['-v', 'error', ...options, ...shown]).toString();
  return (JSON.parse(found) as { streams: Probe[] }).streams[0];
}

/** Frame `index` of a file, decoded by ffmpeg to straight RGBA. */
export const decodeFrame = (file: string, index: number): Pixels =>
  decodeFrames(file, index, index)[0];

/** Frames `from`…`to` of a file, both included, for which it is decoded but once. */
export function decodeFrames(file: string, from: number, to: number): readonly Pixels[] {
  // Counting frames would decode the whole file once more.
  const { width, height, codec_name: codec } = videoOf(file);
  const decoder = codec === 'vp9' ? ['-c:v', 'libvpx-vp9'] : [];
  const bytes = ffmpeg(
    ...decoder,
    '-i',
    file,
    '-vf',
    `select=between(n\\,${from}\\,${to}),scale=in_color_matrix=bt709:in_range=auto:in_h_chr_pos=0:in_v_chr_pos=128:flags=bicubic+accurate_rnd+full_chroma_int+full_chroma_inp`,
    ...['-fps_mode', 'passthrough', '-frames:v', String(to - from + 1)],
    ...['-f', 'rawvideo', '-pix_fmt', 'rgba', '-'],
  );
  const size = width * height * 4;
  return Array.from({ length: to - from + 1 }, (_, i) => ({
    ...{ width, height },
    data: new Uint8ClampedArray(bytes.subarray(i * size, (i + 1) * size)),
  }));
}

/** A document's frame painted by the app's own code in Node. */
export function painted(document: Overlay, frame: number, scale = 1): Pixels {
  const width = Math.round(document.width * scale);
  const height = Math.round(document.height * scale);
  const context = nodeContext(width, height);
  const assets = { font: nodeFont, footage: () => undefined, overlay: () => undefined };
  paintScene(context, sceneAt(document, frame, assets), nodeTools(), { x: scale, y: scale });
  return context.getImageData(0, 0, width, height) as unknown as Pixels;
}

const GREY = 128;

/** What two pictures look like over mid grey: the largest difference in levels, and the PSNR. */
export function overGrey(a: Pixels, b: Pixels): { worst: number; psnr: number } {
  if (a.width !== b.width || a.height !== b.height) throw new Error('The pictures differ in size.');
  let worst = 0;
  let squares = 0;
  for (let i = 0; i < a.data.length; i += 4) {
    for (let channel = 0; channel < 3; channel++) {
      const over = (p: Pixels) => GREY + ((p.data[i + channel] - GREY) * p.data[i + 3]) / 255;
      const off = Math.abs(Math.round(over(a)) - Math.round(over(b)));
      worst = Math.max(worst, off);
      squares += off * off;
    }
  }
  const mean = squares / ((a.data.length / 4) * 3);
  return { worst, psnr: mean === 0 ? Infinity : 10 * Math.log10((255 * 255) / mean) };
}

export type Rgba = readonly [number, number, number, number];

export const pixelAt = ({ width, data }: Pixels, x: number, y: number): Rgba => {
  const at = (Math.round(y) * width + Math.round(x)) * 4;
  return [data[at], data[at + 1], data[at + 2], data[at + 3]];
};

/** The pixels of a screenshot or any other PNG. */
export async function pngPixels(png: Buffer | string): Promise<Pixels> {
  const image = await loadImage(png);
  const context = createCanvas(image.width, image.height).getContext('2d');
  context.drawImage(image, 0, 0);
  return context.getImageData(0, 0, image.width, image.height) as unknown as Pixels;
}

/** Where pixels are that pass a test: the box round them, and how many there are. */
export function whereIs(
  { width, data }: Pixels,
  passes: (rgba: Rgba) => boolean,
): { left: number; top: number; right: number; bottom: number; count: number } {
  const found = { left: Infinity, top: Infinity, right: -1, bottom: -1, count: 0 };
  for (let i = 0; i < data.length; i += 4) {
    if (!passes([data[i], data[i + 1], data[i + 2], data[i + 3]])) continue;
    const [x, y] = [(i / 4) % width, Math.floor(i / 4 / width)];
    found.left = Math.min(found.left, x);
    found.right = Math.max(found.right, x);
    found.top = Math.min(found.top, y);
    found.bottom = Math.max(found.bottom, y);
    found.count++;
  }
  return found;
}

/** The box round columns and rows in which many pixels pass: a codec's noise here and there is none. */
export function thickBox(
  { width, height, data }: Pixels,
  passes: (rgba: Rgba) => boolean,
  least = 12,
): { left: number; top: number; right: number; bottom: number } {
  const columns = new Array<number>(width).fill(0);
  const rows = new Array<number>(height).fill(0);
  for (let i = 0; i < data.length; i += 4) {
    if (!passes([data[i], data[i + 1], data[i + 2], data[i + 3]])) continue;
    columns[(i / 4) % width]++;
    rows[Math.floor(i / 4 / width)]++;
  }
  const thick = (count: number) => count >= least;
  return {
    left: columns.findIndex(thick),
    right: columns.findLastIndex(thick),
    top: rows.findIndex(thick),
    bottom: rows.findLastIndex(thick),
  };
}

export const solidPixel = ([, , , alpha]: Rgba): boolean => alpha > 128;

export const like =
  (colour: readonly number[], reach = 40) =>
  (rgba: Rgba): boolean =>
    rgba[3] > 128 && colourDistance(rgba, colour) < reach;

/** Mean distance of two pictures' colours on a coarse grid, where the first one is solid. */
export function meanOff(shown: Pixels, other: Pixels): number {
  const offs: number[] = [];
  for (let y = 4; y < shown.height; y += 8) {
    for (let x = 4; x < shown.width; x += 8) {
      const pixel = pixelAt(shown, x, y);
      if (pixel[3] === 255) offs.push(colourDistance(pixel, pixelAt(other, x, y)));
    }
  }
  return offs.reduce((sum, off) => sum + off, 0) / offs.length;
}

/** How far two pictures are apart, pixel by pixel and channel by channel; all of it solid. */
export const difference = (a: Pixels, b: Pixels): Pixels => ({
  ...a,
  data: a.data.map((value, i) => (i % 4 === 3 ? 255 : Math.abs(value - b.data[i]))),
});

/** Distance between two colours, the largest channel's. */
export const colourDistance = (a: readonly number[], b: readonly number[]): number =>
  Math.max(...[0, 1, 2].map((i) => Math.abs(a[i] - b[i])));

/** The file of one of the demo kit's clips. */
export function demoMedia(id: 'hillside' | 'meadow' | 'hand-line'): string {
  const media = 'demo/kit/media';
  const kit = JSON.parse(readFileSync('demo/kit/kit.json', 'utf8')) as {
    kit: { footage: { id: string; media: { hash: string } }[] };
  };
  const { hash } = kit.kit.footage.find((entry) => entry.id === id)!.media;
  return join(
    media,
    readdirSync(media).find((name) => name.startsWith(hash))!,
  );
}
