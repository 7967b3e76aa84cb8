import { expect, test, type Page } from '@playwright/test';
import { backToKit, openEmptyKit, savedKit, scrubTo, setNumber } from '../support/app';
import { like, whereIs } from '../support/media';
import {
  add,
  addMove,
  beginEmpty,
  choose,
  clickOnStage,
  colourAt,
  dragControl,
  layerMenu,
  say,
  section,
  setColour,
  setSize,
  stageShot,
} from '../support/make';

const RUST = [179, 67, 43];
const BLUE = [32, 64, 192];

const rust = async (page: Page) => {
  const shot = await stageShot(page);
  const { left, right, top, bottom } = whereIs(shot, like(RUST));
  return { x: (left + right) / 2 / shot.width, y: (top + bottom) / 2 / shot.height };
};

const overlayOf = async (page: Page) => {
  await backToKit(page);
  return (await savedKit(page)).overlays[0];
};

test.beforeEach(async ({ page }) => {
  await openEmptyKit(page);
  await beginEmpty(page);
});

test('layers are grouped, opened, moved as one, and ungrouped', async ({ page }) => {
  await add(page, 'Rectangle');
  await add(page, 'Ellipse');
  await section(page, 'Look');
  await setColour(page, 'Fill', '#2040c0');
  await layerMenu(page, 'Choose more layers');
  await choose(page, 'Rectangle');
  await layerMenu(page, 'Group');
  await section(page, 'Place');
  await setNumber(page, 'Across', 500);
  await expect.poll(async () => (await rust(page)).x).toBeLessThan(0.3);
  await expect.poll(() => colourAt(page, 500 / 1920, 0.5)).toEqual([...BLUE, 255]);
  await page.getByRole('button', { name: 'Open Group' }).click();
  await choose(page, 'Ellipse');
  await section(page, 'Place');
  await setNumber(page, 'Down', 900);
  await expect.poll(() => colourAt(page, 500 / 1920, 900 / 1080)).toEqual([...BLUE, 255]);
  await choose(page, 'Group');
  await section(page, 'Group');
  await page.getByRole('button', { name: 'Ungroup' }).click();
  await expect(page.getByRole('button', { name: 'Choose Group', exact: true })).toHaveCount(0);
  await expect.poll(() => colourAt(page, 500 / 1920, 900 / 1080)).toEqual([...BLUE, 255]);
});

test('layers are reordered by dragging their sign, locked and aligned', async ({ page }) => {
  await add(page, 'Rectangle');
  await add(page, 'Ellipse');
  await section(page, 'Look');
  await setColour(page, 'Fill', '#2040c0');
  const middle = () => colourAt(page, 0.5, 0.5);
  await expect.poll(middle).toEqual([...BLUE, 255]);
  await dragControl(page, 'Move Ellipse in the stack', 0, 60);
  await expect.poll(middle).toEqual([...RUST, 255]);
  await choose(page, 'Rectangle');
  await section(page, 'Place');
  await page.getByRole('button', { name: 'Align left' }).click();
  await expect.poll(async () => (await rust(page)).x).toBeLessThan(0.24);
  await layerMenu(page, 'Lock');
  await page.getByRole('button', { name: 'Done' }).click();
  await clickOnStage(page, 0.1, 0.5);
  await expect(page.getByRole('heading', { name: 'This overlay' })).toBeVisible();
});

test('keyframes drive a place; a diamond sets one, another frame the next', async ({ page }) => {
  await add(page, 'Rectangle');
  await setSize(page, 200, 200);
  await section(page, 'Place');
  await scrubTo(page, 0.25);
  await page.getByRole('button', { name: 'Set keyframe: Across' }).click();
  await scrubTo(page, 0.75);
  await setNumber(page, 'Across', 1700);
  await expect(page.getByRole('button', { name: 'Remove keyframe: Across' })).toBeVisible();
  await expect.poll(async () => (await rust(page)).x).toBeGreaterThan(0.86);
  await scrubTo(page, 0.5);
  await expect.poll(async () => Math.abs((await rust(page)).x - 1330 / 1920)).toBeLessThan(0.03);
  await scrubTo(page, 0.05);
  await expect.poll(async () => Math.abs((await rust(page)).x - 0.5)).toBeLessThan(0.01);
  // A tap on a diamond goes there; dragged, it is that far later.
  await page.getByRole('button', { name: 'Keyframe 2 of Rectangle' }).click();
  await expect(page.getByRole('button', { name: 'Remove keyframe: Across' })).toBeVisible();
  await dragControl(page, 'Keyframe 1 of Rectangle', 60);
  const { layers } = await overlayOf(page);
  const [first, second] = layers[0].keyframes.x;
  expect([first.value, second.value]).toEqual([960, 1700]);
  expect(first.frame).toBeGreaterThan(38);
  expect(Math.abs(second.frame - 90)).toBeLessThan(4);
});

test('a move is tried before it is added, and turned into keyframes that do the same', async ({
  page,
}) => {
  await add(page, 'Rectangle');
  await setSize(page, 200, 200);
  await section(page, 'Moves');
  const slide = page
    .getByRole('group', { name: 'Add a move: Arrive' })
    .getByRole('button', { name: 'Slide' });
  await slide.click();
  await expect(page.getByText('Slide, tried on the stage')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
  // Looked at only: nothing is added, nothing can be undone.
  await slide.click();
  await expect(page.getByRole('button', { name: 'Slide, arrive' })).toHaveCount(0);
  await addMove(page, 'Arrive', 'Slide');
  await setNumber(page, 'Takes', 2);
  await setNumber(page, 'Distance', 700);
  await scrubTo(page, 0.2);
  const before = await rust(page);
  await page.getByRole('button', { name: 'Turn into keyframes' }).click();
  await expect(page.getByRole('button', { name: 'Slide, arrive' })).toHaveCount(0);
  await section(page, 'Place');
  await expect(page.getByRole('button', { name: /keyframe: Across/ })).toBeVisible();
  await expect.poll(async () => Math.abs((await rust(page)).x - before.x)).toBeLessThan(0.005);
});

test('words are split into letters that stand where they stood, each with its own moves', async ({
  page,
}) => {
  await add(page, 'Words');
  await say(page, 'WIND');
  await setNumber(page, 'Size', 400);
  await section(page, 'Look');
  await setColour(page, 'Fill', '#b3432b');
  await expect.poll(async () => (await rust(page)).x).toBeGreaterThan(0.4);
  const whole = await stageShot(page);
  await layerMenu(page, 'Split', 'Into letters');
  await page.getByRole('button', { name: 'Open WIND' }).click();
  await expect(page.getByRole('button', { name: 'Choose D', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Done' }).click();
  const split = await stageShot(page);
  const box = (shot: typeof whole) => whereIs(shot, like(RUST, 12));
  expect(box(split)).toEqual(box(whole));
});

test('a letter window cuts letters out of a wall of colour', async ({ page }) => {
  await add(page, 'Words');
  await say(page, 'O');
  await setNumber(page, 'Size', 700);
  await section(page, 'Look');
  await page.getByRole('button', { name: 'Wall with a hole' }).click();
  await page.getByRole('switch', { name: 'Cut it out of a wall' }).click();
  await setColour(page, 'Wall colour', '#2040c0');
  // All around is the wall; in the stroke of the letter it is clear.
  await expect.poll(() => colourAt(page, 0.02, 0.5)).toEqual([...BLUE, 255]);
  const shot = await stageShot(page);
  const clear = whereIs(shot, ([r, g, b]) => r > 200 && g > 200 && b > 200);
  expect(clear.left / shot.width).toBeGreaterThan(0.35);
  expect(clear.right / shot.width).toBeLessThan(0.65);
  expect(clear.count).toBeGreaterThan(2000);
});

test('an overlay nested in another one stays live, and a circle is refused', async ({ page }) => {
  await add(page, 'Rectangle');
  await backToKit(page);
  await beginEmpty(page);
  await add(page, 'Another overlay', 'New overlay');
  await expect.poll(() => colourAt(page, 0.5, 0.5)).toEqual([...RUST, 255]);
  await backToKit(page);
  const outer = page.getByRole('link', { name: 'Open New overlay' });
  // The older one, which is inside the newer, is asked to hold it.
  await outer.last().click();
  await choose(page, 'Rectangle');
  await section(page, 'Look');
  await setColour(page, 'Fill', '#2040c0');
  await page.getByRole('button', { name: 'Done' }).click();
  await add(page, 'Another overlay', 'New overlay');
  await expect(page.getByText(/An overlay cannot be inside itself/)).toBeVisible();
  await backToKit(page);
  await outer.first().click();
  await expect.poll(() => colourAt(page, 0.5, 0.5)).toEqual([...BLUE, 255]);
});

test('stretching the stay keeps arriving and leaving, and the length can follow the artwork', async ({
  page,
}) => {
  await add(page, 'Rectangle');
  await section(page, 'Moves');
  await addMove(page, 'Arrive', 'Fade');
  await page.getByRole('button', { name: 'Fade, arrive' }).click();
  await addMove(page, 'Leave', 'Fade');
  await page.getByRole('button', { name: 'Done' }).click();
  await setNumber(page, 'Stretch the stay', 10);
  await page.getByRole('radio', { name: 'As long as the artwork' }).click();
  await choose(page, 'Rectangle');
  await section(page, 'Moves');
  await page.getByRole('button', { name: 'Fade, leave' }).click();
  await setNumber(page, 'At', 8);
  const { length, layers } = await overlayOf(page);
  expect(layers[0].moves.map((move) => [move.cue, move.length])).toEqual([
    [{ kind: 'at', frame: 0 }, 15],
    [{ kind: 'at', frame: 240 }, 15],
  ]);
  expect(length).toBe(255);
});

test('look, place and moves are copied from one layer and pasted on another', async ({ page }) => {
  await add(page, 'Rectangle');
  await add(page, 'Ellipse');
  await section(page, 'Look');
  await setColour(page, 'Fill', '#2040c0');
  await section(page, 'Place');
  await setNumber(page, 'Across', 500);
  await section(page, 'Moves');
  await addMove(page, 'Leave', 'Fade');
  await layerMenu(page, 'Copy settings');
  await layerMenu(page, 'Hide');
  await choose(page, 'Rectangle');
  for (const part of ['Look', 'Place', 'Moves']) {
    await layerMenu(page, 'Paste settings');
    await page.getByRole('menuitem', { name: `${part} of Ellipse` }).click();
  }
  const { layers } = await overlayOf(page);
  const [rectangle, ellipse] = layers;
  expect(rectangle).toMatchObject({ fill: { colour: '#2040c0' }, place: { x: 500 } });
  expect(rectangle.moves).toEqual([{ ...ellipse.moves[0], id: rectangle.moves[0].id }]);
  expect(rectangle.moves[0].id).not.toBe(ellipse.moves[0].id);
});

test('a cue is made by dragging from one ribbon to another', async ({ page }) => {
  await add(page, 'Rectangle');
  await section(page, 'Moves');
  await addMove(page, 'Arrive', 'Fade');
  await add(page, 'Ellipse');
  await section(page, 'Moves');
  await addMove(page, 'Arrive', 'Iris');
  const from = page.getByRole('button', { name: 'Let Ellipse wait for another layer' });
  const to = (await page.getByRole('button', { name: 'Ribbon of Rectangle' }).boundingBox())!;
  const grip = (await from.boundingBox())!;
  await page.mouse.move(grip.x + grip.width / 2, grip.y + grip.height / 2);
  await page.mouse.down();
  await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 8 });
  await page.mouse.up();
  const { layers } = await overlayOf(page);
  expect(layers[1].moves[0].cue).toMatchObject({ kind: 'after', move: layers[0].moves[0].id });
});

test('a speech bubble’s tail and the target of a zoom are dragged on the stage', async ({
  page,
}) => {
  await add(page, 'Another shape', 'Speech bubble');
  const below = () => colourAt(page, 0.5, 0.85);
  await expect.poll(() => colourAt(page, 0.5, 0.5)).toEqual([...RUST, 255]);
  expect(await below()).not.toEqual([...RUST, 255]);
  await dragControl(page, 'Tail', 60, 130);
  await expect.poll(async () => (await rust(page)).y).toBeGreaterThan(0.55);
  await section(page, 'Moves');
  await addMove(page, 'Stay', 'Zoom to a point');
  await dragControl(page, 'Target', 80, 0);
  const [layer] = (await overlayOf(page)).layers;
  expect(layer.kind === 'shape' && layer.params.tailY).toBeGreaterThan(400);
  expect(layer.moves[0].params.x).toBeGreaterThan(100);
  expect(Math.abs(layer.moves[0].params.y)).toBeLessThan(1);
});
