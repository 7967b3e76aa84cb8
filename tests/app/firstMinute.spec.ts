import { expect, test, type Page } from '@playwright/test';
import { chooseFiles, openDemoKit } from '../support/app';
import { Keys } from '../support/keys';
import {
  decodeFrame,
  demoMedia,
  difference,
  ffmpeg,
  probe,
  testFile,
  whereIs,
} from '../support/media';
import { stageDrawn } from '../support/make';

const TITLE = 'Kites at dusk';

/** Two seconds of somebody’s own footage. */
function footage(): string {
  const file = testFile('hill.mp4');
  ffmpeg('-i', demoMedia('hillside'), '-t', '2', '-c', 'copy', file);
  return file;
}

/** What is sent is the footage with the title's white letters on it, to the end. */
async function expectTitled(file: string): Promise<void> {
  const { nb_read_frames: frames } = probe(file);
  for (const frame of [0, Number(frames) - 1]) {
    const [titled, bare] = [file, demoMedia('hillside')].map((video) => decodeFrame(video, frame));
    // Where a decoder puts the edges of colours, light is as it was.
    const off = difference(titled, bare);
    const { left, right, top } = whereIs(off, ([r, g]) => r > 60 && g > 30);
    expect(right - left).toBeGreaterThan(titled.width * 0.1);
    // The rest is the footage as it was.
    expect(top).toBeGreaterThan(titled.height * 0.2);
  }
}

async function sent(page: Page, press: () => Promise<void>): Promise<string> {
  const downloaded = page.waitForEvent('download', { timeout: 180_000 });
  await press();
  const file = await (await downloaded).path();
  await expect(page.getByRole('status')).toContainText('Read back');
  return file;
}

test.describe('by touch on a short screen', () => {
  test.use({ viewport: { width: 390, height: 664 }, hasTouch: true });

  test('a title on one’s own footage is made and sent in nine taps at most', async ({ page }) => {
    let taps = 0;
    const tap = async (role: 'button' | 'tab' | 'link' | 'menuitem', name: string | RegExp) => {
      await page.getByRole(role, { name, exact: true }).first().tap();
      taps++;
    };
    await page.goto('/');
    await tap('button', 'Start with an empty kit');
    await tap('tab', /^Footage/);
    await chooseFiles(page, () => tap('button', 'Bring in files'), footage());
    await tap('link', /^Open /);
    await tap('button', 'Start a landing on this');
    await tap('button', 'Add');
    await tap('menuitem', 'Words');
    // The words that were added wait to be typed over.
    await expect(page.getByRole('textbox', { name: 'Words', exact: true })).toBeFocused();
    await page.keyboard.type(TITLE);
    await tap('link', 'Send');
    const file = await sent(page, () => tap('button', 'Send'));
    expect(taps).toBeLessThanOrEqual(9);
    await expectTitled(file);
  });
});

test('a title on one’s own footage is made and sent by keys alone @long', async ({ page }) => {
  const keys = new Keys(page);
  const button = (name: string) => page.getByRole('button', { name, exact: true }).first();
  await page.goto('/');
  await keys.enter(button('Start with an empty kit'));
  await keys.reach(page.getByRole('tab', { name: /^Overlays/ }));
  await keys.press('ArrowRight');
  await chooseFiles(page, () => keys.enter(button('Bring in files')), footage());
  await keys.enter(page.getByRole('link', { name: /^Open / }).first());
  await keys.enter(button('Start a landing on this'));
  await keys.part(page.getByRole('region', { name: 'Cue sheet' }));
  await keys.enter(button('Add'));
  await keys.enter(page.getByRole('menuitem', { name: 'Words', exact: true }), 'ArrowDown');
  await expect(page.getByRole('textbox', { name: 'Words', exact: true })).toBeFocused();
  await keys.type(TITLE);
  await stageDrawn(page);
  await keys.part(page.getByRole('navigation', { name: 'Steps of the work' }));
  await keys.enter(page.getByRole('link', { name: 'Send' }));
  await expect(button('Send')).toBeEnabled();
  const file = await sent(page, () => keys.enter(button('Send')));
  expect(keys.count).toBeLessThan(150);
  await expectTitled(file);
});

test('a hint that was closed does not come again on later visits', async ({ page }) => {
  await openDemoKit(page);
  await page.getByRole('note').first().waitFor();
  await page.getByRole('button', { name: 'Close the hint' }).click();
  await expect(page.getByRole('note')).toHaveCount(0);
  for (let visit = 0; visit < 2; visit++) {
    await page.waitForTimeout(500);
    await page.reload();
    await expect(page.getByRole('link', { name: 'Open Wind card' })).toBeVisible();
    await expect(page.getByRole('note')).toHaveCount(0);
  }
});
