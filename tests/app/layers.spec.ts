import { expect, test } from '@playwright/test';
import { openEmptyKit, scrubTo, setNumber } from '../support/app';
import {
  add,
  addMove,
  beginEmpty,
  clickOnStage,
  colourAt,
  dragControl,
  layerMenu,
  say,
  section,
  setColour,
  stageShot,
} from '../support/make';

const RUST = [179, 67, 43, 255];
const CHECKS_AT_LEAST = 200;

test.beforeEach(async ({ page }) => {
  await openEmptyKit(page);
  await beginEmpty(page);
});

test('layers are stacked, hidden, copied and deleted', async ({ page }) => {
  await add(page, 'Rectangle');
  await section(page, 'Place');
  await add(page, 'Ellipse');
  await section(page, 'Look');
  await setColour(page, 'Fill', '#2040c0');
  const middle = () => colourAt(page, 0.5, 0.5);
  const BLUE = [32, 64, 192, 255];
  await expect.poll(middle).toEqual(BLUE);
  await section(page, 'Place');
  await page.getByRole('button', { name: 'Send backward' }).click();
  await expect.poll(middle).toEqual(RUST);
  await page.getByRole('button', { name: 'Bring forward' }).click();
  await expect.poll(middle).toEqual(BLUE);
  await layerMenu(page, 'Hide');
  await expect.poll(middle).toEqual(RUST);
  await layerMenu(page, 'Show');
  await layerMenu(page, 'Duplicate');
  const copy = page.getByRole('button', { name: 'Choose Ellipse copy' });
  await expect(copy).toBeVisible();
  await layerMenu(page, 'Delete layer');
  await expect(copy).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(copy).toBeVisible();
});

test('a tap on the stage chooses what lies there, a tap beside it nothing', async ({ page }) => {
  await add(page, 'Rectangle');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect.poll(() => colourAt(page, 0.5, 0.5)).toEqual(RUST);
  await clickOnStage(page, 0.5, 0.5);
  await expect(page.getByRole('button', { name: 'Resize Rectangle' })).toBeVisible();
  await clickOnStage(page, 0.05, 0.05);
  await expect(page.getByRole('button', { name: 'Resize Rectangle' })).toHaveCount(0);
});

test('a handle enlarges a layer, another one turns it, and typed numbers do both', async ({
  page,
}) => {
  await add(page, 'Rectangle');
  await section(page, 'Place');
  const number = async (name: string) =>
    Number(await page.getByRole('textbox', { name, exact: true }).inputValue());
  await dragControl(page, 'Resize Rectangle', 60, 14);
  await expect.poll(() => number('Scale')).toBeGreaterThan(115);
  await dragControl(page, 'Turn Rectangle', 80, 40);
  await expect.poll(() => number('Rotation')).toBeGreaterThan(20);
  await setNumber(page, 'Scale', 50);
  await setNumber(page, 'Rotation', 90);
  // Upright now: 432 by 108 pixels stand on end.
  await expect.poll(() => colourAt(page, 0.5, 0.32)).toEqual(RUST);
  const [r] = await colourAt(page, 0.6, 0.5);
  expect(r).toBeGreaterThan(CHECKS_AT_LEAST);
});

test('each kind of move is seen on the stage while it runs, and is gone when it is done', async ({
  page,
}) => {
  await add(page, 'Rectangle');
  await section(page, 'Moves');
  await addMove(page, 'Arrive', 'Slide');
  await setNumber(page, 'Takes', 2);
  await setNumber(page, 'Distance', 1920);
  const left = () => colourAt(page, 0.03, 0.5);
  const middle = () => colourAt(page, 0.5, 0.5);
  // A tenth of four seconds in, three quarters of the way are still to go.
  await scrubTo(page, 0.1);
  await expect.poll(left).toEqual(RUST);
  expect((await middle())[0]).toBeGreaterThan(CHECKS_AT_LEAST);
  await scrubTo(page, 0.7);
  await expect.poll(middle).toEqual(RUST);
  await page.getByRole('button', { name: 'Remove move' }).click();

  await addMove(page, 'Leave', 'Grow or shrink');
  await setNumber(page, 'Takes', 2);
  await page.getByRole('radio', { name: 'Linear' }).click();
  await scrubTo(page, 0.9);
  // Small by now: its ends are gone, its middle is there.
  await expect
    .poll(async () => (await colourAt(page, 0.3, 0.5))[0])
    .toBeGreaterThan(CHECKS_AT_LEAST);
  expect(await middle()).toEqual(RUST);
});

test('letters type on one after the other', async ({ page }) => {
  await add(page, 'Words');
  await say(page, 'IIIIIIII');
  await setNumber(page, 'Size', 300);
  await section(page, 'Look');
  await setColour(page, 'Fill', '#b3432b');
  await section(page, 'Moves');
  await addMove(page, 'Arrive', 'Type on');
  await setNumber(page, 'Gap', 0.4);
  const inked = async () => {
    const { data } = await stageShot(page);
    return data.filter((value, i) => i % 4 === 0 && value === RUST[0] && data[i + 1] === RUST[1])
      .length;
  };
  const counts: number[] = [];
  for (const share of [0.03, 0.25, 0.5, 0.9]) {
    await scrubTo(page, share);
    counts.push(await inked());
  }
  // One, three, six and all eight letters; the playhead's click may be a frame off.
  const letter = counts[3] / 8;
  expect(counts.map((count) => Math.round(count / letter))).toEqual([1, 3, 6, 8]);
});
