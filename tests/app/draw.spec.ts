import { devices, expect, test, type Page } from '@playwright/test';
import { backToKit, openEmptyKit, savedKit } from '../support/app';
import {
  beginDrawing,
  drawWithMouse,
  drawWithPen,
  expectSurface,
  panel,
  strokeCount,
  surface,
  surfaceShot,
  tool,
  touch,
} from '../support/draw';
import { beginEmpty, layerMenu, say, add, section, setColour } from '../support/make';
import { whereIs, type Pixels, type Rgba } from '../support/media';
import { finger, middleOf } from '../support/touch';
import type { InkLayer } from '@/core/document';

const isWhite = ([r, g, b]: Rgba) => Math.min(r, g, b) > 200;
const white = (shot: Pixels) => whereIs(shot, isWhite).count;
const LINE = [
  [0.2, 0.45],
  [0.5, 0.55],
  [0.8, 0.45],
] as const;

async function inkOf(page: Page): Promise<InkLayer> {
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await backToKit(page);
  const kit = await savedKit(page);
  return kit.overlays[0].layers[0] as InkLayer;
}

/** A new drawing with one line by a finger. */
async function drawLine(page: Page): Promise<void> {
  await openEmptyKit(page);
  await beginEmpty(page);
  await beginDrawing(page);
  await touch(page, [LINE]);
  await expectSurface(page, white, (count) => count > 300);
}

test.describe('drawing on a phone', () => {
  const { defaultBrowserType: _type, ...phone } = devices['Pixel 5'];
  test.use({ ...phone, viewport: { width: 390, height: 844 } });

  test('a finger draws, two fingers zoom and draw nothing, and each stroke is undone by itself', async ({
    page,
  }) => {
    await drawLine(page);
    const one = white(await surfaceShot(page));
    await touch(page, [
      [
        [0.3, 0.42],
        [0.3, 0.6],
      ],
    ]);
    expect(await strokeCount(page)).toBe(2);

    // Apart by twice as much: everything grows about the middle.
    const wide = whereIs(await surfaceShot(page), isWhite);
    await touch(page, [
      [
        [0.4, 0.5],
        [0.3, 0.5],
      ],
      [
        [0.6, 0.5],
        [0.7, 0.5],
      ],
    ]);
    await expectSurface(
      page,
      (shot) => whereIs(shot, isWhite).right - whereIs(shot, isWhite).left,
      (width) => width > (wide.right - wide.left) * 1.1,
    );
    expect(await strokeCount(page)).toBe(2);
    await page.getByRole('button', { name: 'Show the whole canvas' }).click();

    await page.getByRole('button', { name: 'Undo' }).click();
    expect(await strokeCount(page)).toBe(1);
    await expectSurface(page, white, (count) => Math.abs(count - one) < one * 0.1);
    await page.getByRole('button', { name: 'Redo' }).click();
    expect(await strokeCount(page)).toBe(2);
  });

  test('a frame that is held is carried to another place, a quick finger scrolls', async ({
    page,
  }) => {
    await drawLine(page);
    await panel(page, 'Frames');
    const frame = (number: number) =>
      page.getByRole('radio', { name: `Frame ${number}`, exact: true });
    for (const number of [2, 3]) {
      await page.getByRole('button', { name: 'New frame' }).click();
      await expect(frame(number)).toBeChecked();
    }
    await frame(1).tap();
    await expect(frame(1)).toBeChecked();
    await expectSurface(page, white, (count) => count > 300);
    const [from, to] = [await middleOf(frame(1)), await middleOf(frame(3))];
    await finger(page, from, { x: to.x, y: from.y });
    await expect(frame(1)).toBeChecked();
    await finger(page, from, { x: to.x, y: from.y }, 1000);
    await expect(frame(3)).toBeChecked();
    await frame(1).tap();
    await expect(frame(1)).toBeChecked();
    const layer = await inkOf(page);
    expect(layer.drawings.map(({ strokes }) => strokes.length)).toEqual([0, 0, 1]);
  });

  test('a frame that is carried to the end of a long strip scrolls it', async ({ page }) => {
    await drawLine(page);
    await panel(page, 'Frames');
    const frame = (number: number) =>
      page.getByRole('radio', { name: `Frame ${number}`, exact: true });
    for (let number = 2; number <= 12; number++) {
      await page.getByRole('button', { name: 'New frame' }).click();
      await expect(frame(number)).toBeChecked();
    }
    const after = await middleOf(page.getByRole('button', { name: 'Frame after', exact: true }));
    await frame(1).scrollIntoViewIfNeeded();
    await expect(frame(12)).not.toBeInViewport();
    const from = await middleOf(frame(1));
    await finger(page, from, { x: after.x - 40, y: from.y }, 1000, 2500);
    await expect(frame(12)).toBeInViewport();
    const { drawings } = await inkOf(page);
    expect(drawings.findIndex(({ strokes }) => strokes.length === 1)).toBeGreaterThan(8);
  });

  test('all that is needed lies in the lower half, and is large enough for a thumb', async ({
    page,
  }) => {
    await openEmptyKit(page);
    await beginEmpty(page);
    await beginDrawing(page);
    const bar = page.getByRole('toolbar', { name: 'Tools' });
    for (const button of await bar.getByRole('button').all()) {
      const box = (await button.boundingBox())!;
      expect(box.y).toBeGreaterThan(422);
      expect(Math.min(box.width, box.height)).toBeGreaterThanOrEqual(44);
    }
    for (const tab of await page.getByRole('tab').all()) {
      const box = (await tab.boundingBox())!;
      expect(box.height).toBeGreaterThanOrEqual(44);
      expect(box.x + box.width).toBeLessThanOrEqual(390);
    }
    expect((await surface(page).boundingBox())!.height).toBeGreaterThan(400);
  });
});

test('a pen draws by its pressure, and fingers rest while there is a pen', async ({ page }) => {
  await openEmptyKit(page);
  await beginEmpty(page);
  await beginDrawing(page);
  await drawWithPen(
    page,
    [
      [0.2, 0.4],
      [0.8, 0.4],
    ],
    0.15,
  );
  await drawWithPen(
    page,
    [
      [0.2, 0.6],
      [0.8, 0.6],
    ],
    0.95,
  );
  await expectSurface(page, white, (count) => count > 300);
  // The palm comes down beside the pen.
  await touch(page, [
    [
      [0.3, 0.3],
      [0.6, 0.35],
    ],
  ]);
  expect(await strokeCount(page)).toBe(2);
  await panel(page, 'Pen');
  await page.getByRole('switch', { name: /Fingers draw/ }).click();
  await touch(page, [
    [
      [0.3, 0.3],
      [0.6, 0.35],
    ],
  ]);
  expect(await strokeCount(page)).toBe(3);

  const [light, heavy] = (await inkOf(page)).drawings[0].strokes;
  expect([light.sensed, heavy.sensed]).toEqual([true, true]);
  expect(light.points[2]).toBeCloseTo(0.15, 1);
  expect(heavy.points[2]).toBeCloseTo(0.95, 1);
});

test('the rubber takes strokes, or what it goes over', async ({ page }) => {
  await openEmptyKit(page);
  await beginEmpty(page);
  await beginDrawing(page);
  await drawWithMouse(page, [
    [0.2, 0.4],
    [0.8, 0.4],
  ]);
  await drawWithMouse(page, [
    [0.2, 0.6],
    [0.8, 0.6],
  ]);
  expect(await strokeCount(page)).toBe(2);

  await tool(page, 'Rub out');
  await panel(page, 'Pen');
  await page.getByRole('radio', { name: 'What it goes over' }).click();
  await drawWithMouse(page, [
    [0.5, 0.5],
    [0.5, 0.7],
  ]);
  expect(await strokeCount(page)).toBe(3);
  const shot = await surfaceShot(page);
  const [x, y] = [Math.round(shot.width * 0.5), Math.round(shot.height * 0.6)];
  expect(shot.data[(y * shot.width + x) * 4]).toBeLessThan(100);

  await panel(page, 'Pen');
  await page.getByRole('radio', { name: 'Whole strokes' }).click();
  await drawWithMouse(page, [
    [0.3, 0.3],
    [0.3, 0.5],
  ]);
  expect(await strokeCount(page)).toBe(2);
  // All of it was one movement of the rubber.
  await page.getByRole('button', { name: 'Undo' }).click();
  expect(await strokeCount(page)).toBe(3);
});

test('what is drawn is recoloured, thickened and put in another order without drawing it again', async ({
  page,
}) => {
  await openEmptyKit(page);
  await beginEmpty(page);
  await beginDrawing(page);
  await drawWithMouse(page, [
    [0.2, 0.4],
    [0.4, 0.4],
  ]);
  await drawWithMouse(page, [
    [0.6, 0.6],
    [0.8, 0.6],
  ]);
  const before = white(await surfaceShot(page));
  await panel(page, 'Strokes');
  await page.getByRole('button', { name: 'Thicker' }).click();
  await page.getByRole('button', { name: 'Thicker' }).click();
  await expectSurface(page, white, (count) => count > before * 1.3);
  await setColour(page, 'Colour', '#e9a23b');
  await expectSurface(page, white, (count) => count === 0);
  await page.getByRole('button', { name: 'One stroke' }).click();
  await page.getByRole('button', { name: 'Later', exact: true }).click();
  const { strokes } = (await inkOf(page)).drawings[0];
  expect(strokes.map(({ colour, size }) => [colour, Math.round(size)])).toEqual([
    ['#e9a23b', 22],
    ['#e9a23b', 22],
  ]);
  expect(strokes[0].points[0]).toBeGreaterThan(strokes[1].points[0]);
});

test('words become pen strokes, and an SVG’s lines too; both are written on', async ({ page }) => {
  await openEmptyKit(page);
  await beginEmpty(page);
  await add(page, 'Words');
  await say(page, 'gust');
  await layerMenu(page, 'Write with the pen', 'Along the middle of the letters');
  await expect(page.getByText(/^\d+ strokes$/)).toBeVisible();
  await section(page, 'Moves');
  await expect(page.getByRole('button', { name: 'Write on, arrive' })).toBeVisible();
  await section(page, 'Drawing');
  await page.getByRole('button', { name: 'Draw on it' }).click();
  const letters = await strokeCount(page);
  expect(letters).toBeGreaterThanOrEqual(4);

  await panel(page, 'Trace');
  // The lines come a while after the panel that they were asked for in was left.
  await page.evaluate(() => {
    const { postMessage } = Worker.prototype;
    Worker.prototype.postMessage = function (...message: unknown[]) {
      setTimeout(() => postMessage.apply(this, message as Parameters<typeof postMessage>), 1500);
    };
  });
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: /Bring in an SVG/ }).click();
  const svg = '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0L40 20" stroke="red"/></svg>';
  await (
    await chooser
  ).setFiles({
    name: 'line.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(svg),
  });
  await expect.poll(() => strokeCount(page)).toBe(letters + 1);
});
