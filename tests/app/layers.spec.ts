import { expect, test, type Page } from '@playwright/test';
import { openEmptyKit, scrubTo, setNumber, stagePoint } from '../support/app';
import { pixelAt, pngPixels } from '../support/media';

const RUST = [179, 67, 43];
const CHECKS_AT_LEAST = 200;

const stageShot = async (page: Page) =>
  pngPixels(await page.getByRole('application', { name: 'Stage' }).screenshot());

/** The colour on the stage at a point, in shares of its size. */
const colourAt = async (page: Page, x: number, y: number) => {
  const shot = await stageShot(page);
  return [...pixelAt(shot, shot.width * x, shot.height * y).slice(0, 3)];
};

async function add(page: Page, what: 'Words' | 'Rectangle' | 'Ellipse'): Promise<void> {
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByRole('menuitem', { name: what }).click();
}

const addMove = (page: Page, phase: 'Arrive' | 'Stay' | 'Leave', kind: string) =>
  page
    .getByRole('group', { name: `Add a move: ${phase}` })
    .getByRole('button', { name: kind })
    .click();

test.beforeEach(async ({ page }) => {
  await openEmptyKit(page);
  await page.getByRole('button', { name: 'New overlay' }).first().click();
});

test('layers are stacked, hidden, copied and deleted', async ({ page }) => {
  await add(page, 'Rectangle');
  await page.getByRole('tab', { name: 'Place' }).click();
  await add(page, 'Ellipse');
  await page.getByRole('tab', { name: 'Look' }).click();
  await page.getByRole('button', { name: /^Fill: / }).click();
  await page.getByRole('textbox', { name: 'Colour value' }).fill('#2040c0');
  await page.getByRole('button', { name: 'Done', exact: true }).last().click();
  const middle = () => colourAt(page, 0.5, 0.5);
  await expect.poll(middle).toEqual([32, 64, 192]);
  await page.getByRole('tab', { name: 'Place' }).click();
  await page.getByRole('button', { name: 'Send backward' }).click();
  await expect.poll(middle).toEqual(RUST);
  await page.getByRole('button', { name: 'Bring forward' }).click();
  await expect.poll(middle).toEqual([32, 64, 192]);
  await page.getByRole('switch', { name: 'Hidden' }).click();
  await expect.poll(middle).toEqual(RUST);
  await page.getByRole('switch', { name: 'Hidden' }).click();
  await page.getByRole('button', { name: 'Duplicate' }).click();
  await expect(page.getByRole('button', { name: 'Choose Spot copy' })).toBeVisible();
  await page.getByRole('button', { name: 'Delete layer' }).click();
  await expect(page.getByRole('button', { name: 'Choose Spot', exact: true })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Choose Spot', exact: true })).toBeVisible();
});

test('a tap on the stage chooses what lies there, a tap beside it nothing', async ({ page }) => {
  await add(page, 'Rectangle');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect.poll(() => colourAt(page, 0.5, 0.5)).toEqual(RUST);
  const on = await stagePoint(page, 0.5, 0.5);
  const beside = await stagePoint(page, 0.05, 0.05);
  await page.mouse.click(on.x, on.y);
  await expect(page.getByRole('button', { name: 'Resize Band' })).toBeVisible();
  await page.mouse.click(beside.x, beside.y);
  await expect(page.getByRole('button', { name: 'Resize Band' })).toHaveCount(0);
});

test('a handle enlarges a layer, another one turns it, and typed numbers do both', async ({
  page,
}) => {
  await add(page, 'Rectangle');
  await page.getByRole('tab', { name: 'Place' }).click();
  const drag = async (name: string, dx: number, dy: number) => {
    const box = (await page.getByRole('button', { name }).boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + dx, y + dy, { steps: 6 });
    await page.mouse.up();
  };
  const number = async (name: string) =>
    Number(await page.getByRole('textbox', { name, exact: true }).inputValue());
  await drag('Resize Band', 60, 14);
  await expect.poll(() => number('Scale')).toBeGreaterThan(115);
  await drag('Turn Band', 80, 40);
  await expect.poll(() => number('Rotation')).toBeGreaterThan(20);
  await setNumber(page, 'Scale', 50);
  await setNumber(page, 'Rotation', 90);
  // Upright now: 480 by 108 pixels stand on end.
  await expect.poll(() => colourAt(page, 0.5, 0.32)).toEqual(RUST);
  const [r] = await colourAt(page, 0.6, 0.5);
  expect(r).toBeGreaterThan(CHECKS_AT_LEAST);
});

test('each kind of move is seen on the stage while it runs, and is gone when it is done', async ({
  page,
}) => {
  await add(page, 'Rectangle');
  await page.getByRole('tab', { name: 'Moves' }).click();
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

  await addMove(page, 'Leave', 'Grow');
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
  await page.getByRole('textbox', { name: 'Words' }).fill('IIIIIIII');
  await setNumber(page, 'Size', 300);
  await page.getByRole('tab', { name: 'Look' }).click();
  await page.getByRole('button', { name: /^Fill: / }).click();
  await page.getByRole('textbox', { name: 'Colour value' }).fill('#b3432b');
  await page.getByRole('button', { name: 'Done', exact: true }).last().click();
  await page.getByRole('tab', { name: 'Moves' }).click();
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
    await page.waitForTimeout(400);
    counts.push(await inked());
  }
  // One, three, six and all eight letters; the playhead's click may be a frame off.
  const letter = counts[3] / 8;
  expect(counts.map((count) => Math.round(count / letter))).toEqual([1, 3, 6, 8]);
});
