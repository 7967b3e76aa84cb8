import { expect, test, type Page } from '@playwright/test';
import { openDemoKit, stagePoint } from '../support/app';
import { surface } from '../support/draw';
import { add, addMove, beginEmpty, setCanvas, stageDrawn } from '../support/make';
import {
  covering,
  finger,
  middleOf,
  smallControls,
  smallFields,
  sureTap,
  sweep,
} from '../support/touch';

test.use({ viewport: { width: 390, height: 664 }, hasTouch: true });

const SIZES = [
  [320, 560],
  [360, 640],
  [390, 664],
  [390, 844],
  [430, 932],
  [844, 390],
  [820, 1180],
  [1280, 800],
] as const;

async function openLayer(page: Page, overlay: string, layer: string, section: string) {
  await page.getByRole('link', { name: `Open ${overlay}` }).tap();
  await page.getByRole('button', { name: `Choose ${layer}` }).tap();
  await page.getByRole('tab', { name: section }).tap();
}

const numberIn = async (page: Page, name: string) =>
  Number(await page.getByRole('textbox', { name, exact: true }).inputValue());

test('a finger that goes up or down over a slider scrolls, one that goes sideways sets it', async ({
  page,
}) => {
  await openDemoKit(page);
  await openLayer(page, 'Wind card', 'Band', 'Place');
  await page.getByRole('button', { name: 'Make the settings taller' }).tap();
  const slider = page.getByRole('slider', { name: 'Across, slider', exact: true });
  const before = await numberIn(page, 'Across');
  const at = await middleOf(slider);
  await finger(page, at, { x: at.x + 2, y: at.y - 60 });
  await expect.poll(async () => (await middleOf(slider)).y).toBeLessThan(at.y - 20);
  expect(await numberIn(page, 'Across')).toBe(before);

  await page.waitForTimeout(500);
  const now = await middleOf(slider);
  expect(await covering(slider)).toBeNull();
  await finger(page, now, { x: now.x + 30, y: now.y });
  await expect.poll(() => numberIn(page, 'Across')).toBeGreaterThan(before);
  await page.getByRole('button', { name: 'Undo' }).tap();
  await expect.poll(() => numberIn(page, 'Across')).toBe(before);
});

test('a slider is moved by keys, and says what it stands at', async ({ page }) => {
  await openDemoKit(page);
  await openLayer(page, 'Wind card', 'Band', 'Look');
  const slider = page.getByRole('slider', { name: 'Opacity, slider', exact: true });
  await expect(slider).toHaveAttribute('aria-valuetext', '100 %');
  await slider.press('ArrowLeft');
  await slider.press('PageDown');
  await expect(slider).toHaveAttribute('aria-valuenow', '89');
  await slider.press('Home');
  await expect.poll(() => numberIn(page, 'Opacity')).toBe(0);
});

/** Looks at something on screens of all sizes, none of which may have anything too small on it. */
async function onEveryScreen(
  page: Page,
  look: (width: number, height: number) => Promise<void>,
): Promise<void> {
  for (const [width, height] of SIZES) {
    await test.step(`${width} × ${height}`, async () => {
      await page.setViewportSize({ width, height });
      await look(width, height);
      expect(await smallControls(page)).toEqual([]);
      expect(await smallFields(page)).toEqual([]);
    });
  }
}

/** What must be in reach, whatever the screen. */
async function inReach(page: Page, section: string): Promise<void> {
  const lanes = page.getByRole('button', { name: /^Choose / });
  const all = {
    stage: page.getByRole('application', { name: 'Stage' }),
    play: page.getByRole('button', { name: 'Play', exact: true }),
    ruler: page.getByRole('slider', { name: 'Playhead' }),
    add: page.getByRole('button', { name: 'Add', exact: true }),
    'first lane': lanes.nth(0),
    'second lane': lanes.nth(1),
    section: page.getByRole('tab', { name: section, exact: true }),
  };
  await page.getByRole('region', { name: 'Cue sheet' }).evaluate((sheet) => sheet.scrollTo(0, 0));
  for (const [what, control] of Object.entries(all)) {
    await expect.poll(() => covering(control), what).toBeNull();
  }
}

test('on every screen the work, its time and its settings are in reach in Make', async ({
  page,
}) => {
  await openDemoKit(page);
  await openLayer(page, 'Wind card', 'Band', 'Place');
  await onEveryScreen(page, async (width, height) => {
    await inReach(page, 'Place');
    const stage = (await page.getByRole('application', { name: 'Stage' }).boundingBox())!;
    expect(stage.width * stage.height).toBeGreaterThan(0.1 * width * height);
    const across = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(across).toBeLessThanOrEqual(width);
  });
});

test('on every screen the work, its time and its settings are in reach in Land', async ({
  page,
}) => {
  await openDemoKit(page);
  await page.getByRole('tab', { name: /^Landings/ }).tap();
  await page.getByRole('link', { name: 'Open Episode opening' }).tap();
  await page.getByRole('button', { name: 'Choose Wind card' }).tap();
  await page.getByRole('tab', { name: 'Look' }).tap();
  await onEveryScreen(page, async () => {
    await inReach(page, 'Look');
  });
});

test('on every screen the drawing, its tools and its settings are in reach in Draw', async ({
  page,
}) => {
  await openDemoKit(page);
  await page.getByRole('link', { name: 'Open Gust, by hand' }).tap();
  await page
    .getByRole('button', { name: /^Choose / })
    .first()
    .tap();
  await page.getByRole('button', { name: 'Draw on it' }).tap();
  await page.getByRole('tab', { name: 'Frames' }).tap();
  const controls = {
    canvas: surface(page),
    rubber: page.getByRole('button', { name: 'Rub out' }),
    colour: page.getByRole('button', { name: /^Pen colour/ }),
    play: page.getByRole('button', { name: 'Play the drawing' }),
    undo: page.getByRole('button', { name: 'Undo' }),
    section: page.getByRole('tab', { name: 'Frames' }),
  };
  await onEveryScreen(page, async (width, height) => {
    for (const [what, control] of Object.entries(controls)) {
      await expect.poll(() => covering(control), what).toBeNull();
    }
    const canvas = (await surface(page).boundingBox())!;
    expect(canvas.width * canvas.height).toBeGreaterThan(0.15 * width * height);
  });
});

test('the settings are dragged to three heights, and the work stays in sight above them', async ({
  page,
}) => {
  await openDemoKit(page);
  await openLayer(page, 'Wind card', 'Band', 'Place');
  const grip = page.getByRole('button', { name: /^Make the settings/ });
  const top = async () => (await grip.boundingBox())!.y;
  const heights = [await top()];
  for (const by of [-400, 120, 400]) {
    const from = await middleOf(grip);
    await finger(page, from, { x: from.x, y: from.y + by });
    await expect.poll(top).not.toBe(heights.at(-1));
    heights.push(await top());
  }
  const [middle, high, again, low] = heights;
  expect(high).toBeLessThan(middle);
  expect(again).toBe(middle);
  expect(low).toBeGreaterThan(middle);
  await finger(page, await middleOf(grip), { x: 195, y: 200 });
  await expect.poll(top).toBe(high);
  expect(await covering(page.getByRole('application', { name: 'Stage' }))).toBeNull();
});

test('a note at the head of a short screen covers and moves nothing that is worked with', async ({
  page,
}) => {
  await openDemoKit(page);
  await beginEmpty(page);
  await setCanvas(page, 640, 360, 3);
  // It is larger than the canvas, which is told.
  await add(page, 'Picture or clip', 'Kite mark');
  const note = page.getByText(/more than the canvas; it was made to fit/);
  await expect(note).toBeVisible();
  const shown = [
    page.getByRole('application', { name: 'Stage' }),
    page.getByRole('button', { name: 'Play', exact: true }),
    page.getByRole('button', { name: 'Choose Kite mark' }),
    page.getByRole('tab', { name: 'Place' }),
    page.getByRole('textbox', { name: 'Across', exact: true }),
  ];
  await page.getByRole('tab', { name: 'Place' }).tap();
  const boxes = () => Promise.all(shown.map((part) => part.boundingBox()));
  for (const part of shown) expect(await covering(part)).toBeNull();
  const among = await boxes();
  const stage = (await shown[0].boundingBox())!;
  const noteBox = (await note.boundingBox())!;
  expect(noteBox.y + noteBox.height).toBeLessThanOrEqual(stage.y);
  await page.getByRole('button', { name: 'Close', exact: true }).first().tap();
  await expect(note).toHaveCount(0);
  expect(await boxes()).toEqual(among);
});

test('while something is typed with the keyboard up, the chosen layer is seen', async ({
  page,
}) => {
  await openDemoKit(page);
  await openLayer(page, 'Wind card', 'Southwest, rising', 'Words');
  await page.getByRole('textbox', { name: 'Words' }).tap();
  await page.setViewportSize({ width: 390, height: 500 });
  await expect(page.getByRole('textbox', { name: 'Words' })).toBeFocused();
  await expect.poll(() => covering(page.getByRole('textbox', { name: 'Words' }))).toBeNull();
  expect(await covering(page.getByRole('button', { name: 'Resize Southwest, rising' }))).toBeNull();
});

test('a small layer is dragged by its body, and its handles stand outside it', async ({ page }) => {
  await openDemoKit(page);
  await openLayer(page, 'Wind card', 'Band', 'Place');
  await page.getByRole('textbox', { name: 'Scale', exact: true }).fill('14');
  await page.getByRole('textbox', { name: 'Scale', exact: true }).press('Enter');
  await stageDrawn(page);
  const before = await numberIn(page, 'Across');
  const from = await stagePoint(page, before / 1920, (await numberIn(page, 'Down')) / 1080);
  await finger(page, from, { x: from.x + 60, y: from.y - 20 });
  await expect.poll(() => numberIn(page, 'Across')).toBeGreaterThan(before + 200);
  expect(await numberIn(page, 'Scale')).toBe(14);
});

test('a point of a path outside the canvas is seen where it is, and dragged from there', async ({
  page,
}) => {
  await openDemoKit(page);
  await openLayer(page, 'Gust call-out', 'Pill', 'Moves');
  await addMove(page, 'Arrive', 'Follow a path');
  const stage = page.getByRole('application', { name: 'Stage' });
  const whole = (await stage.boundingBox())!;
  const point = page.getByRole('button', { name: 'Point 1', exact: true });
  const from = await middleOf(point);
  await finger(page, from, { x: from.x, y: whole.y - 30 });
  // The canvas is shown less large, and the point above it.
  await expect.poll(async () => (await stage.boundingBox())!.width).toBeLessThan(whole.width - 20);
  const outside = await middleOf(point);
  expect(outside.y).toBeLessThan((await stage.boundingBox())!.y);
  expect(await covering(point)).toBeNull();
  await finger(page, outside, { x: outside.x + 40, y: outside.y });
  await expect.poll(async () => (await middleOf(point)).x).toBeGreaterThan(outside.x + 25);
});

test('a quick finger in the colour picker sets the colour, and breaks nothing', async ({
  page,
}) => {
  const errors: string[] = [];
  page.on('pageerror', ({ message }) => errors.push(message));
  await openDemoKit(page);
  await page.getByRole('link', { name: 'Open Letters land' }).tap();
  await page.getByRole('button', { name: /^Key colour: / }).tap();
  const dialog = page.getByRole('dialog');
  const value = dialog.getByRole('textbox', { name: 'Colour value' });
  const before = await value.inputValue();
  const square = (await dialog.getByRole('slider', { name: 'Color' }).boundingBox())!;
  const hue = (await dialog.getByRole('slider', { name: 'Hue' }).boundingBox())!;
  for (const box of [square, hue, square, hue, square, hue]) await sweep(page, box);
  await expect(dialog).toBeVisible();
  await expect.poll(() => value.inputValue()).not.toBe(before);
  await sureTap(page, () => dialog.getByRole('button', { name: 'Done' }).tap());
  const set = page.getByRole('button', { name: /^Key colour: / });
  await expect(set).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).tap();
  await expect(set).toHaveAccessibleName(new RegExp(before));
  expect(errors).toEqual([]);
});
