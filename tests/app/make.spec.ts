import { expect, test, type Page } from '@playwright/test';
import { createMove, createOverlay, createWords, NEUTRAL } from '@/core/document';
import {
  backToKit,
  dragOnStage,
  openDemoKit,
  openKitFile,
  savedKit,
  scrubTo,
  setNumber,
} from '../support/app';
import { packedKit } from '../support/kitFile';
import { stageDrawn } from '../support/make';
import { pixelAt, pngPixels } from '../support/media';

test.beforeEach(async ({ page }) => {
  await openDemoKit(page);
  await page.getByRole('link', { name: 'Open Wind card' }).click();
});

/** Seconds on the clock beside Play. */
const clock = async (page: Page): Promise<number> =>
  Number.parseFloat((await page.getByText(/^\d+\.\d\d s$/).textContent())!);

test('what is too much to play keeps its time, and the frames it leaves out are counted', async ({
  page,
}) => {
  // Thirty blurred, turning words at 60 frames a second are more than any stage draws in time.
  const base = createOverlay({ id: 'heavy', created: 0 }, 'Heavy');
  const heavy = {
    ...base,
    ...{ rate: { num: 60, den: 1 }, length: 3600 },
    layers: Array.from({ length: 30 }, (_, i) => ({
      ...createWords(`words-${i}`, { ...base, length: 3600 }, 'Gust'),
      effects: { ...NEUTRAL, blur: 40 + i },
      moves: [createMove(`spin-${i}`, 'spin', 'stay', 0, 600)],
    })),
  };
  const kit = { name: 'Heavy kit', overlays: [heavy] };
  const none = { landings: [], footage: [], fonts: [], luts: [], recipes: [] };
  const buffer = Buffer.from(packedKit({ ...kit, ...none }));
  await backToKit(page);
  await openKitFile(page, { name: 'heavy.moonpatch', mimeType: 'application/zip', buffer });
  await page.getByRole('link', { name: 'Open Heavy' }).click();
  await stageDrawn(page);
  const begun = await clock(page);
  const started = Date.now();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  const dropped = page.getByText(/^\d+ dropped$/);
  await expect(dropped).toBeVisible();
  await expect.poll(() => clock(page), { timeout: 30_000 }).toBeGreaterThan(begun + 3);
  await page.getByRole('button', { name: 'Pause' }).click();
  const passed = (Date.now() - started) / 1000;
  const ran = (await clock(page)) - begun;
  // It is never ahead of the time that passed, and as far behind as it takes to draw one frame and to press Pause.
  expect(ran).toBeLessThan(passed + 0.1);
  expect(ran).toBeGreaterThan(passed - 3);
  // What was not drawn was left out: not more frames than there were, nor nearly none.
  const count = Number.parseInt((await dropped.textContent())!);
  expect(count).toBeGreaterThan(10);
  expect(count).toBeLessThan(ran * 60);
});

test('a layer is dragged with the pointer, nudged with the keys, and both are undone', async ({
  page,
}) => {
  await scrubTo(page, 0.6);
  await page.getByRole('button', { name: 'Choose Band' }).click();
  await page.getByRole('tab', { name: 'Place' }).click();
  const across = page.getByRole('textbox', { name: 'Across', exact: true });
  await expect(across).toHaveValue('640');
  // The stage knows where things are once it has drawn them.
  await expect(page.getByRole('button', { name: 'Resize Band' })).toBeVisible();
  await dragOnStage(page, [0.55, 0.76], [0.65, 0.66]);
  await expect(across).not.toHaveValue('640');
  const moved = Number(await across.inputValue());
  expect(Math.abs(moved - (640 + 192))).toBeLessThan(16);
  await page.getByRole('application', { name: 'Stage' }).press('Shift+ArrowRight');
  await expect(across).toHaveValue(String(moved + 10));
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(across).toHaveValue('640');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(across).toHaveValue(String(moved));
});

test('a ribbon dragged in the cue sheet takes what waits for it along', async ({ page }) => {
  await page.getByRole('button', { name: 'Choose Band' }).click();
  const ribbon = page.getByRole('button', { name: 'Ribbon of Band' });
  const waiting = page.getByRole('button', { name: 'Ribbon of Southwest, rising' });
  const before = { band: (await ribbon.boundingBox())!, words: (await waiting.boundingBox())! };
  const grip = { x: before.band.x + before.band.width / 2, y: before.band.y + 10 };
  await page.mouse.move(grip.x, grip.y);
  await page.mouse.down();
  await page.mouse.move(grip.x + 60, grip.y, { steps: 6 });
  await page.mouse.up();
  const after = { band: (await ribbon.boundingBox())!, words: (await waiting.boundingBox())! };
  expect(after.band.x - before.band.x).toBeGreaterThan(50);
  expect(Math.abs(after.words.x - before.words.x - (after.band.x - before.band.x))).toBeLessThan(2);
});

test('the ends of a ribbon and of its arrival are dragged, each on its own', async ({ page }) => {
  await page.getByRole('button', { name: 'Choose Band' }).click();
  const ribbon = page.getByRole('button', { name: 'Ribbon of Band' });
  const waiting = page.getByRole('button', { name: 'Ribbon of Southwest, rising' });
  const drag = async (name: string, by: number) => {
    const box = (await page.getByRole('button', { name, exact: true }).boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + by, y, { steps: 5 });
    await page.mouse.up();
  };
  const ends = async () => {
    const box = (await ribbon.boundingBox())!;
    return { left: box.x, right: box.x + box.width };
  };
  const before = await ends();
  await drag('End of Band', -60);
  const shorter = await ends();
  expect(Math.abs(shorter.left - before.left)).toBeLessThan(2);
  expect(before.right - shorter.right).toBeGreaterThan(50);
  await drag('Start of Band', 40);
  const later = await ends();
  expect(later.left - shorter.left).toBeGreaterThan(30);
  expect(Math.abs(later.right - shorter.right)).toBeLessThan(2);
  // What waits for the arrival is pushed when it takes longer.
  const { x } = (await waiting.boundingBox())!;
  await drag('Length of the arrival of Band', 50);
  expect((await waiting.boundingBox())!.x - x).toBeGreaterThan(40);
  expect(await ends()).toEqual(later);
});

test('size, rate and length are chosen; time keeps its seconds at another rate', async ({
  page,
}) => {
  await page.getByRole('radio', { name: '9:16' }).click();
  await page.getByRole('radio', { name: '29.97' }).click();
  await setNumber(page, 'Length', 3);
  await page.getByRole('radio', { name: 'Key colour' }).click();
  await backToKit(page);
  const overlay = (await savedKit(page)).overlays.find((entry) => entry.name === 'Wind card')!;
  expect(overlay).toMatchObject({
    width: 1080,
    height: 1920,
    rate: { num: 30000, den: 1001 },
    length: 90,
    backdrop: { kind: 'key' },
  });
});

test('proof surfaces lie behind the artwork', async ({ page }) => {
  await page.getByRole('radio', { name: 'None' }).click();
  const stage = page.getByRole('application', { name: 'Stage' });
  const corner = async () => pixelAt(await pngPixels(await stage.screenshot()), 4, 4).slice(0, 3);
  for (const [name, colour] of [
    ['Dark', [23, 20, 31]],
    ['Light', [246, 244, 239]],
    ['Bars', [255, 255, 255]],
  ] as const) {
    await page.getByRole('button', { name: /^(Squares|Dark|Light|Bars)$/ }).click();
    await page.getByRole('menuitem', { name, exact: true }).click();
    await expect.poll(corner).toEqual(colour);
  }
});

test('Check finds what would go wrong and repairs it with a tap that can be undone', async ({
  page,
}) => {
  await backToKit(page);
  await page.getByRole('link', { name: 'Open Letters land' }).click();
  await page.getByRole('link', { name: 'Check' }).click();
  await expect(page.getByRole('heading', { name: '3 things would go wrong' })).toBeVisible({
    timeout: 60_000,
  });
  const vanishing = page.getByRole('article', { name: /vanish/ });
  const picture = vanishing.getByRole('img', { name: /with the places marked/ });
  await expect(picture).toBeVisible();
  // The green letters are marked, in the place where they stand.
  await expect
    .poll(async () => {
      const shot = await pngPixels(await picture.screenshot());
      return shot.data.filter((value, i) => i % 4 === 0 && value === 179 && shot.data[i + 1] === 67)
        .length;
    })
    .toBeGreaterThan(300);
  const verdict = async (words: string) =>
    expect(page.getByRole('heading', { name: words })).toBeVisible();
  await vanishing.getByRole('button', { name: /^Use / }).click();
  await verdict('2 things would go wrong');
  const rim = page.getByRole('article', { name: /rim of the key colour/ });
  await rim.getByRole('button', { name: 'Make the backdrop clear' }).click();
  await verdict('1 thing would go wrong');
  await expect(page.getByRole('link', { name: 'Check: something would go wrong' })).toBeVisible();
  await page.getByRole('button', { name: 'Let it fade out' }).click();
  await verdict('Good to go, with a few fine points');
  await page.getByRole('link', { name: 'Make' }).click();
  await page.getByRole('link', { name: 'Check: a few fine points' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await verdict('1 thing would go wrong');
});
