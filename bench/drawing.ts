import type { Browser } from '@playwright/test';
import { createInk, createMove, createOverlay, type Overlay, type Stroke } from '@/core/document';
import { packed } from '@/core/ink/points';
import { paintInWorker, STAGE } from './painting';
import { median, openKit, quantile, row } from './support';

const STROKES = 500;
const POINTS = 200;

/** A scribble in its own place of the canvas, a point every eight milliseconds. */
function scribble(index: number): Stroke {
  const [column, line] = [index % 25, Math.floor(index / 25)];
  const [x, y] = [(column - 12) * 72, (line - 9.5) * 52];
  return {
    id: `stroke-${index}`,
    brush: 'pen',
    colour: '#ffffff',
    size: 8,
    opacity: 1,
    smoothing: 0.45,
    fill: null,
    sensed: true,
    pause: 100,
    points: packed(
      Array.from({ length: POINTS }, (_, i) => ({
        x: x + i * 0.3 - 30 + 8 * Math.sin(i / 5),
        y: y + 18 * Math.sin(i / 9 + index),
        pressure: 0.5 + 0.3 * Math.sin(i / 20),
        tilt: 0.2,
        ms: i * 8,
      })),
    ),
  };
}

/** 100,000 points, written on over ten seconds. */
export function drawn(name: string, together: number, count = STROKES): Overlay {
  const base = { ...createOverlay({ id: 'drawn', created: 0 }, name), length: 330 };
  const layer = createInk('ink', base, 'drawing');
  const strokes = Array.from({ length: count }, (_, i) => scribble(i));
  const write = createMove('write', 'write on', 'arrive', 0, 300);
  return {
    ...base,
    layers: [
      {
        ...layer,
        drawings: [{ id: 'drawing', hold: 1, strokes }],
        moves: [{ ...write, params: { ...write.params, together } }],
      },
    ],
  };
}

const FRAME_MS = 1000 / 60;

/** Drawing: replays of a very large drawing, and how soon ink follows the pointer. */
export async function benchDrawing(browser: Browser): Promise<void> {
  row('a frame of 500 strokes, 100,000 points', 'median', 'slowest of 20', 'aim', 'slowest/aim');
  for (const [together, name] of [
    [0, 'written stroke by stroke'],
    [1, 'written word by word'],
    [2, 'written all at once'],
  ] as const) {
    const { scene, paint } = await paintInWorker(
      browser,
      drawn(name, together),
      STAGE.width,
      STAGE.height,
    );
    const frames = scene.map((time, i) => time + paint[i]);
    const slow = quantile(frames, 0.95);
    row(
      name,
      `${median(frames).toFixed(1)} ms`,
      `${slow.toFixed(1)} ms`,
      '16 ms',
      (slow / 16).toFixed(2),
    );
  }
  await benchPointer();
}

/** From a pointer's event to its ink on the canvas, over a drawing of 100,000 points. */
async function benchPointer(): Promise<void> {
  const page = await openKit([drawn('Drawn', 0)]);
  await page.getByRole('link', { name: 'Open Drawn' }).click();
  await page.getByRole('button', { name: 'Choose Drawing' }).click();
  await page.getByRole('button', { name: 'Draw on it' }).click();
  const surface = page.getByRole('application', { name: 'Drawing canvas' });
  await surface.waitFor();
  await page.waitForTimeout(1500);
  await page.evaluate(() => {
    const waits: number[] = [];
    Object.assign(window, { waits });
    // On the window, after the canvas's own handler has drawn.
    window.addEventListener('pointermove', (event) => {
      if (event.buttons === 1) waits.push(performance.now() - event.timeStamp);
    });
  });
  const box = (await surface.boundingBox())!;
  await page.mouse.move(box.x + 40, box.y + box.height / 2);
  await page.mouse.down();
  for (let i = 0; i < 400; i++) {
    const share = i / 400;
    await page.mouse.move(
      box.x + 40 + (box.width - 80) * share,
      box.y + box.height * (0.5 + 0.3 * Math.sin(share * 30)),
    );
  }
  await page.mouse.up();
  const waits = await page.evaluate(() => (window as unknown as { waits: number[] }).waits);
  const slow = quantile(waits, 0.95);
  row(
    `pointer to ink, ${waits.length} events`,
    `${median(waits).toFixed(1)} ms`,
    `${slow.toFixed(1)} ms`,
    `${FRAME_MS.toFixed(1)} ms, a frame`,
    (slow / FRAME_MS).toFixed(2),
  );
  await page.context().close();
}
