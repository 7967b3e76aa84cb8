import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { openDemoKit, openEmptyKit } from '../support/app';
import { demoMedia } from '../support/media';

const KIT = 'public/demo/fennel-hill-kites.moonpatch';

test.describe('files that another app shares', () => {
  test.use({ serviceWorkers: 'allow' });

  test('come into the kit, once', async ({ page }) => {
    await openEmptyKit(page);
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await expect
      .poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null))
      .toBe(true);
    const base64 = readFileSync(demoMedia('hillside')).toString('base64');
    // What the browser sends when a person chooses the app in another one's share sheet.
    await page.evaluate(async (bytes) => {
      const blob = await (await fetch(`data:video/mp4;base64,${bytes}`)).blob();
      const form = new FormData();
      form.append('files', new File([blob], 'From a phone.mp4', { type: 'video/mp4' }));
      await fetch('/handed-over', { method: 'POST', body: form });
    }, base64);
    await page.goto('/');
    await expect(page.getByText('Brought in: From a phone.')).toBeVisible();
    await expect(page.getByRole('tab', { name: 'Footage 1' })).toBeVisible();
    await page.reload();
    await expect(page.getByRole('tab', { name: 'Footage 1' })).toBeVisible();
  });
});

/** Opens the app with files, as a device does that has it for their kind. */
async function openedWith(page: Page, name: string, path: string): Promise<void> {
  const base64 = readFileSync(path).toString('base64');
  await page.addInitScript(`
    const bytes = Uint8Array.from(atob('${base64}'), (char) => char.charCodeAt(0));
    const handle = { getFile: async () => new File([bytes], '${name}') };
    const queue = { setConsumer: (take) => take({ files: [handle] }) };
    Object.defineProperty(window, 'launchQueue', { value: queue });
  `);
}

test('a kit file that is opened on the first visit is the kit', async ({ page }) => {
  await openedWith(page, 'hills.moonpatch', KIT);
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Open Wind card' })).toBeVisible();
});

test('a kit file that is opened later asks before it takes the place of what is there', async ({
  page,
}) => {
  await openEmptyKit(page);
  await openedWith(page, 'hills.moonpatch', KIT);
  await page.reload();
  await page.getByRole('button', { name: 'Keep this kit' }).click();
  await expect(page.getByText('No overlays yet.', { exact: false })).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: 'Replace it' }).click();
  await expect(page.getByRole('link', { name: 'Open Wind card' })).toBeVisible();
});

/** Words of the interface that do not fit where they stand, with the start of what they say. */
const cutWords = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const scrolls = (style: CSSStyleDeclaration) =>
      [style.overflowX, style.overflowY].some((way) => way === 'auto' || way === 'scroll');
    const isCut = (element: HTMLElement): boolean => {
      if (element.scrollWidth > element.clientWidth + 1) return true;
      if (element.scrollHeight > element.clientHeight + 1) return true;
      const { left, right } = element.getBoundingClientRect();
      for (let box = element.parentElement; box; box = box.parentElement) {
        if (scrolls(getComputedStyle(box))) return false;
      }
      return left < -1 || right > innerWidth + 1;
    };
    return (
      [...document.querySelectorAll<HTMLElement>('#root *')]
        .filter((element) => element.checkVisibility())
        .filter((element) => getComputedStyle(element).display !== 'inline')
        .filter((element) => [...element.childNodes].some((node) => node.nodeType === 3))
        // Names that a person gave may be of any length.
        .filter((element) => !element.closest('[aria-label^="Choose "]'))
        .filter(isCut)
        .map((element) => (element.textContent ?? '').slice(0, 40))
    );
  });

test('with text twice as large, no words are cut', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.addInitScript(() => {
    addEventListener('DOMContentLoaded', () => {
      document.documentElement.style.fontSize = '200%';
    });
  });
  const seen = async (screen: string) => {
    await page.waitForTimeout(300);
    // The heading of the screen before may go while it is measured.
    const size = async () =>
      parseFloat(
        await page
          .getByRole('heading')
          .first()
          .evaluate((heading) => getComputedStyle(heading).fontSize),
      );
    await expect.poll(size, { message: screen }).toBeGreaterThan(28);
    expect(await cutWords(page), screen).toEqual([]);
  };
  await openDemoKit(page);
  await seen('kit');
  await page.getByRole('link', { name: 'Open Wind card' }).click();
  await seen('make');
  await page.getByRole('button', { name: 'Choose Southwest, rising' }).click();
  for (const name of ['Words', 'Time', 'Look', 'Place', 'Edges', 'Moves']) {
    await page.getByRole('tab', { name, exact: true }).click();
    await seen(name);
  }
  await page.getByRole('link', { name: 'Send' }).click();
  await expect(page.getByRole('radio', { name: 'PNG still .png' })).toBeVisible();
  await seen('send');
  await page.getByRole('link', { name: 'Land' }).click();
  await seen('land');
  await page.goto('/settings');
  await expect(page.getByRole('heading', { name: 'Settings and help' })).toBeVisible();
  await seen('settings');
});
