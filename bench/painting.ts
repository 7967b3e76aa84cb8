import { readFileSync } from 'node:fs';
import { build } from 'esbuild';
import type { Browser } from '@playwright/test';
import {
  createMove,
  createShape,
  createWords,
  solid,
  type Layer,
  type Overlay,
} from '@/core/document';
import { median, row, title } from './support';

const SHADOW = { colour: '#000000', opacity: 0.6, dx: 4, dy: 6, blur: 24 };
const KINDS = ['rectangle', 'ellipse', 'star', 'words'] as const;

/** `count` layers with shadows all over the canvas; each arrives, throbs and leaves in its turn. */
function crowd(count: number, name = 'shadows', shadow: typeof SHADOW | null = SHADOW): Overlay {
  const base = { ...title(name, 4), layers: [] };
  const layers = Array.from({ length: count }, (_, i): Layer => {
    const kind = KINDS[i % KINDS.length];
    const made: Layer =
      kind === 'words'
        ? createWords(`layer-${i}`, base, 'Southwest, rising')
        : { ...createShape(`layer-${i}`, base, kind), fill: solid('#4b2e73') };
    const move = (name: string, phase: 'arrive' | 'stay' | 'leave', frame: number) =>
      createMove(`${name}-${i}`, name, phase, frame, phase === 'stay' ? 30 : 15);
    return {
      ...made,
      shadow,
      place: { ...made.place, x: 300 + (i % 4) * 440, y: 200 + (Math.floor(i / 4) % 3) * 340 },
      moves: [
        move('slide', 'arrive', (i % 12) * 2),
        move('throb', 'stay', 40 + (i % 12)),
        move('fade', 'leave', 100 + (i % 5)),
      ],
    };
  });
  return { ...base, layers };
}

/** The same, but only the topmost layer moves. */
function standing(count: number): Overlay {
  const overlay = crowd(count, 'one moves');
  const still = overlay.layers.slice(0, -1).map((layer) => ({ ...layer, moves: [] }));
  return { ...overlay, layers: [...still, overlay.layers[count - 1]] };
}

/** Scene evaluation of a large document, in the worker: 100 layers with 300 moves. */
async function benchScene(browser: Browser): Promise<void> {
  const { scene } = await paintInWorker(browser, crowd(100), 16, 9);
  row(
    'a scene of 100 layers and 300 moves, median',
    `${median(scene).toFixed(2)} ms`,
    'aim 2.00 ms',
    (median(scene) / 2).toFixed(2),
  );
}

export const STAGE = { name: 'stage size, 856 × 482', width: 856, height: 482 } as const;
const SIZES = [STAGE, { name: '1920 × 1080', width: 1920, height: 1080 }] as const;

/** Painting in a worker of the browser, beside a plain copy of the frame's memory. */
export async function benchPainting(browser: Browser): Promise<void> {
  await benchScene(browser);
  const overlays = [title('a title', 4), crowd(12), crowd(12, 'no shadows', null), standing(12)];
  row('a frame in the worker, median of all', 'scene', 'painting', 'memory copy', 'painting/copy');
  for (const { name, width, height } of SIZES) {
    for (const overlay of overlays) {
      const { scene, paint } = await paintInWorker(browser, overlay, width, height);
      const copy = copyTime(width * height * 4);
      row(
        `${overlay.layers.length} layers, ${overlay.name}, ${name}`,
        `${median(scene).toFixed(2)} ms`,
        `${median(paint).toFixed(2)} ms`,
        `${copy.toFixed(2)} ms`,
        (median(paint) / copy).toFixed(1),
      );
    }
  }
}

function copyTime(bytes: number): number {
  const [source, target] = [new Uint8Array(bytes), new Uint8Array(bytes)];
  const times = Array.from({ length: 60 }, () => {
    const start = performance.now();
    target.set(source);
    return performance.now() - start;
  });
  return median(times);
}

const HOST = 'http://bench.test/';

/** Runs the painting worker in a page of its own, with the shipped fonts. */
export async function paintInWorker(
  browser: Browser,
  overlay: Overlay,
  width: number,
  height: number,
): Promise<{ scene: number[]; paint: number[] }> {
  const { outputFiles } = await build({
    entryPoints: ['bench/paint.worker.ts'],
    bundle: true,
    format: 'esm',
    platform: 'browser',
    target: 'chrome120',
    write: false,
    define: { 'process.env.NODE_ENV': '"production"', global: 'globalThis' },
    alias: { '@': './src' },
  });
  const page = await browser.newPage();
  const serve = (path: string, contentType: string, body: string | Buffer) =>
    page.route(HOST + path, (route) => route.fulfill({ contentType, body }));
  await serve('', 'text/html', '<!doctype html><title>Bench</title>');
  await serve('worker.js', 'text/javascript', Buffer.from(outputFiles[0].contents));
  await serve('anton.ttf', 'font/ttf', readFileSync('public/fonts/anton.ttf'));
  await page.goto(HOST);
  const times = await page.evaluate(
    async ([document, w, h]) => {
      const font = new Uint8Array(await (await fetch('/anton.ttf')).arrayBuffer());
      const worker = new Worker('/worker.js', { type: 'module' });
      return new Promise<{ scene: number[]; paint: number[] }>((resolve) => {
        worker.onmessage = ({ data }) => resolve(data as { scene: number[]; paint: number[] });
        worker.postMessage({ overlay: document, fonts: [['anton', font]], width: w, height: h });
      });
    },
    [overlay, width, height] as const,
  );
  await page.close();
  return times;
}
