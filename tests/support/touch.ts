import type { Locator, Page } from '@playwright/test';

export interface Spot {
  readonly x: number;
  readonly y: number;
}

/** Steps of a moving finger. */
const STEPS = 8;

/** Fingers on the screen, all at once, each from a place to another; nothing but touch is sent. */
export async function fingers(
  page: Page,
  from: readonly Spot[],
  to: readonly Spot[],
  /** Milliseconds that they rest before they move. */
  hold = 0,
  /** Milliseconds that they rest before they are lifted. */
  rest = 0,
): Promise<void> {
  const client = await page.context().newCDPSession(page);
  const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', points: readonly Spot[]) =>
    client.send('Input.dispatchTouchEvent', {
      type,
      touchPoints: points.map(({ x, y }, id) => ({ x, y, id })),
    });
  await send('touchStart', from);
  await page.waitForTimeout(hold);
  for (let step = 1; step <= STEPS; step++) {
    const between = from.map(({ x, y }, i) => ({
      x: x + ((to[i].x - x) * step) / STEPS,
      y: y + ((to[i].y - y) * step) / STEPS,
    }));
    await send('touchMove', between);
    await page.waitForTimeout(16);
  }
  await page.waitForTimeout(rest);
  await send('touchEnd', []);
  await client.detach();
}

/**
 * Taps, and taps once more where no click came of it: after a drag, Chromium's emulated fingers lose a tap in ten
 * (156; the page gets the touch, and nobody prevents what follows).
 */
export async function sureTap(page: Page, tap: () => Promise<void>): Promise<void> {
  await page.evaluate(() => {
    const clicked = new Promise<boolean>((resolve) => {
      addEventListener('click', () => resolve(true), { capture: true, once: true });
      const wait = () => setTimeout(() => resolve(false), 500);
      for (const end of ['touchend', 'touchcancel']) {
        addEventListener(end, wait, { capture: true, once: true });
      }
    });
    Object.assign(globalThis, { clicked });
  });
  await tap();
  const clicked = await page
    .evaluate(() => (globalThis as { clicked?: Promise<boolean> }).clicked ?? true)
    // The tap led to another page.
    .catch(() => true);
  if (!clicked) await tap();
}

export const finger = (page: Page, from: Spot, to: Spot, hold = 0, rest = 0): Promise<void> =>
  fingers(page, [from], [to], hold, rest);

/** A finger that is drawn to and fro over a box in moves that follow each other without a pause. */
export async function sweep(
  page: Page,
  { x, y, width, height }: Spot & { readonly width: number; readonly height: number },
): Promise<void> {
  const client = await page.context().newCDPSession(page);
  const at = (share: number): Spot => ({
    x: x + width * (0.05 + 0.9 * Math.abs(Math.sin(share * 9))),
    y: y + height * (0.05 + 0.9 * Math.abs(Math.cos(share * 7))),
  });
  const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', touchPoints: readonly Spot[]) =>
    client.send('Input.dispatchTouchEvent', { type, touchPoints: [...touchPoints] });
  await send('touchStart', [at(0)]);
  const moves = Array.from({ length: 60 }, (_, i) => send('touchMove', [at(i / 60)]));
  await Promise.all(moves);
  await send('touchEnd', []);
  await client.detach();
}

export async function middleOf(control: Locator): Promise<Spot> {
  const box = (await control.boundingBox())!;
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
}

/** What stands in the way of a finger on the middle of a control; null where nothing does. */
export function covering(control: Locator): Promise<string | null> {
  return control.evaluate((element) => {
    const { left, top, width, height } = element.getBoundingClientRect();
    const [x, y] = [left + width / 2, top + height / 2];
    if (x < 0 || y < 0 || x >= innerWidth || y >= innerHeight) return 'it is off the screen';
    const met = document.elementFromPoint(x, y);
    if (met && (element.contains(met) || met.contains(element))) return null;
    return met?.closest('[aria-label]')?.getAttribute('aria-label') ?? met?.className ?? 'nothing';
  });
}

const CONTROLS = [
  'button',
  'tab',
  'radio',
  'link',
  'menuitem',
  'switch',
  'checkbox',
  'slider',
  'spinbutton',
];

/** Fields with text so small that phones enlarge the page to it. */
export const smallFields = (page: Page): Promise<string[]> =>
  page
    .locator('input:visible, textarea:visible')
    .evaluateAll((fields) =>
      fields
        .filter((field) => parseFloat(getComputedStyle(field).fontSize) < 16)
        .map((field) => field.getAttribute('aria-label') ?? 'no name'),
    );

/** Everything touched that is under 44 pixels, or that runs off the side; with its size. */
export function smallControls(page: Page): Promise<string[]> {
  return page.evaluate((roles) => {
    const all = document.querySelectorAll<HTMLElement>(
      [...roles.map((role) => `[role=${role}]`), 'button', 'input', 'textarea', 'a'].join(','),
    );
    return [...all].flatMap((control) => {
      if (!control.checkVisibility()) return [];
      const { width, height } = control.getBoundingClientRect();
      // A part of another control is touched by way of that one.
      if (width === 0 || control.parentElement?.closest('[role=switch],[role=radio],label'))
        return [];
      if (control instanceof HTMLInputElement && control.type === 'file') return [];
      if (Math.round(height) >= 44 && Math.round(width) >= 44) return [];
      const name = control.getAttribute('aria-label') ?? control.textContent;
      return [`${name} ${Math.round(width)}×${Math.round(height)}`];
    });
  }, CONTROLS);
}
