import { expect, test, type Page } from '@playwright/test';
import { openDemoKit } from '../support/app';
import { Keys } from '../support/keys';
import { colourDistance, decodeFrame, pixelAt } from '../support/media';

const button = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, exact: true });
const cues = (page: Page) => page.getByRole('region', { name: 'Cue sheet' });
const settings = (page: Page) => page.getByRole('region', { name: 'Settings' });

/** Goes to the cue sheet, back from the settings where a layer is chosen, and chooses another. */
async function chooseLane(page: Page, keys: Keys, name: string, arrow: string): Promise<void> {
  const chosen = page.getByRole('button', { name: /^Choose /, pressed: true });
  const some = (await chosen.count()) > 0;
  await keys.part(cues(page), some ? 'Shift+F6' : 'F6');
  await keys.reach(some ? chosen : page.getByRole('button', { name: /^Choose / }).first());
  await keys.enter(button(page, `Choose ${name}`), arrow);
}

async function openTab(page: Page, keys: Keys, name: string, to = 'Tab'): Promise<void> {
  await keys.part(settings(page));
  await keys.reach(page.getByRole('tab', { selected: true }), to);
  await keys.reach(page.getByRole('tab', { name, exact: true }), 'ArrowRight');
}

const PILL = [35, 28, 53];

test('J11 by keys alone: moves reordered, a circle refused, the call-out put elsewhere and sent @long', async ({
  page,
}) => {
  const keys = new Keys(page);
  await openDemoKit(page);
  await keys.enter(page.getByRole('link', { name: 'Open Gust call-out' }));
  await chooseLane(page, keys, 'Gust 18 kn', 'ArrowDown');
  await openTab(page, keys, 'Moves');
  const starts = async (kind: string, arrow: string) => {
    const group = page.getByRole('radiogroup', { name: 'Starts' });
    await keys.reach(group.getByRole('radio', { checked: true }));
    await keys.reach(group.getByRole('radio', { name: kind, exact: true }), arrow);
  };
  const type = async (name: string, value: string) => {
    await keys.reach(page.getByRole('textbox', { name, exact: true }));
    await keys.type(value);
    await keys.press('Enter');
  };
  await keys.enter(button(page, 'Type on, arrive'));
  await starts('At a time', 'ArrowLeft');
  await type('At', '0');
  await chooseLane(page, keys, 'Pill', 'ArrowDown');
  await openTab(page, keys, 'Moves');
  await keys.enter(button(page, 'Grow or shrink, arrive'));
  await starts('Once done', 'ArrowRight');
  await expect(
    page.getByRole('button', { name: /Once “Gust 18 kn” has arrived \(type on\)/ }),
  ).toBeVisible();
  // A circle is refused in words, and nothing changes.
  await chooseLane(page, keys, 'Gust 18 kn', 'ArrowUp');
  await openTab(page, keys, 'Moves');
  await keys.enter(button(page, 'Type on, arrive'));
  await starts('Once done', 'ArrowRight');
  await expect(page.getByText(/wait for each other/)).toBeVisible();
  await expect(page.getByRole('radio', { name: 'At a time' })).toBeChecked();
  await openTab(page, keys, 'Place', 'Shift+Tab');
  await type('Across', '1114');
  await type('Down', '529');
  await chooseLane(page, keys, 'Pill', 'ArrowDown');
  await openTab(page, keys, 'Place');
  await type('Across', '1114');
  await type('Down', '527');

  const step = async (name: string) => {
    await keys.part(page.getByRole('navigation', { name: 'Steps of the work' }));
    await keys.enter(page.getByRole('link', { name }));
    await expect(page.getByRole('heading', { name: 'Gust call-out' })).toBeFocused();
  };
  await step('Send');
  const vp9 = page.getByRole('radio', { name: 'VP9 .webm' });
  await keys.reach(
    page.getByRole('radiogroup', { name: 'Format' }).getByRole('radio', { checked: true }),
  );
  await keys.reach(vp9, 'ArrowDown');
  const downloaded = page.waitForEvent('download', { timeout: 180_000 });
  await keys.part(page.getByRole('region', { name: 'The file' }));
  await keys.enter(page.getByRole('button', { name: 'Send', exact: true }));
  const file = await (await downloaded).path();
  const middle = decodeFrame(file, 60);
  expect(colourDistance(pixelAt(middle, 1920 * 0.46, 1080 * 0.49), PILL)).toBeLessThan(8);
  // The words come before the pill now.
  const early = decodeFrame(file, 4);
  expect(pixelAt(early, 1920 * 0.46, 1080 * 0.49)[3]).toBeLessThan(10);
  expect(early.data.some((value, i) => i % 4 === 3 && value > 200)).toBe(true);

  await step('Land');
  await keys.enter(button(page, 'On Hillside, morning'));
  await expect(page.getByRole('heading', { name: 'This landing' })).toBeVisible();
  expect(keys.count).toBeLessThan(150);
});

test('ribbons, the stack and points on the stage are moved by arrows', async ({ page }) => {
  const numberIn = async (name: string) =>
    Number(await page.getByRole('textbox', { name, exact: true }).inputValue());
  await openDemoKit(page);
  await page.getByRole('link', { name: 'Open Wind card' }).click();
  await button(page, 'Choose Band').click();
  await page.getByRole('tab', { name: 'Time', exact: true }).click();
  const [from, to] = [await numberIn('Starts at'), await numberIn('Ends at')];
  await button(page, 'Ribbon of Band').press('Shift+ArrowRight');
  await expect.poll(() => numberIn('Starts at')).toBeCloseTo(from + 10 / 30, 1);
  await button(page, 'End of Band').press('ArrowLeft');
  await expect.poll(() => numberIn('Ends at')).toBeCloseTo(to + 9 / 30, 1);
  const start = await numberIn('Starts at');
  await page.getByRole('textbox', { name: 'Starts at', exact: true }).press('ArrowUp');
  await expect.poll(() => numberIn('Starts at')).toBeGreaterThan(start);

  const names = () => page.getByRole('button', { name: /^Choose / }).allTextContents();
  const before = await names();
  const grip = button(page, 'Move Band in the stack');
  await grip.press('ArrowUp');
  await expect.poll(names).not.toEqual(before);
  await expect(grip).toBeFocused();
  await grip.press('ArrowDown');
  await expect.poll(names).toEqual(before);

  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Another shape', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Free path', exact: true }).click();
  const point = button(page, 'Point 1');
  const at = (await point.boundingBox())!;
  await point.press('Shift+ArrowDown');
  await point.press('Shift+ArrowDown');
  await expect.poll(async () => (await point.boundingBox())!.y).toBeGreaterThan(at.y + 5);
  await expect(point).toBeFocused();
});

test('a page that was gone to is read from its heading, and the way back closes what is open first', async ({
  page,
}) => {
  await openDemoKit(page);
  await page.getByRole('link', { name: 'Open Wind card' }).click();
  await expect(page.getByRole('heading', { name: 'Wind card' })).toBeFocused();
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Another shape', exact: true }).click();
  const menu = page.getByRole('menu');
  await expect(menu).toBeVisible();
  await page.goBack();
  await expect(menu).toHaveCount(0);
  await expect(page.getByRole('heading', { name: 'Wind card' })).toBeVisible();
  // What was closed otherwise costs no step of its own.
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.keyboard.press('Escape');
  await expect(menu).toHaveCount(0);
  await page.goBack();
  await expect(page.getByRole('link', { name: 'Open Wind card' })).toBeVisible();
  await page.goForward();
  await expect(page.getByRole('heading', { name: 'Wind card' })).toBeVisible();
});
