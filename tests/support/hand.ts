import { test as base, type Locator, type Page } from '@playwright/test';
import { sureTap } from './touch';

const touched = new WeakSet<Page>();

/** What taps on a page that is used by hand are, and clicks on others. */
function tapsFor(locator: Locator): void {
  const prototype = Object.getPrototypeOf(locator) as Pick<Locator, 'click' | 'tap' | 'page'>;
  const { click } = prototype;
  prototype.click = function (this: Locator, options) {
    const page = this.page();
    return touched.has(page) ? sureTap(page, () => this.tap(options)) : click.call(this, options);
  };
}

let prepared = false;

/** Has everything that a test does with a pointer be done by one finger. */
async function byHand(page: Page): Promise<void> {
  if (!prepared) tapsFor(page.locator('body'));
  prepared = true;
  touched.add(page);
  const client = await page.context().newCDPSession(page);
  let at = { x: 0, y: 0 };
  let down = false;
  const send = (type: 'touchStart' | 'touchMove' | 'touchEnd') =>
    client.send('Input.dispatchTouchEvent', { type, touchPoints: type === 'touchEnd' ? [] : [at] });
  Object.assign(page.mouse, {
    move: async (x: number, y: number, { steps = 1 } = {}) => {
      const from = at;
      for (let step = 1; step <= steps; step++) {
        const share = step / steps;
        at = { x: from.x + (x - from.x) * share, y: from.y + (y - from.y) * share };
        if (down) await send('touchMove');
      }
    },
    down: async () => {
      down = true;
      await send('touchStart');
    },
    up: async () => {
      down = false;
      await send('touchEnd');
    },
    click: (x: number, y: number) => sureTap(page, () => page.touchscreen.tap(x, y)),
  });
}

/** A test on a phone, whose pointer is a finger. */
export const test = base.extend({
  viewport: { width: 390, height: 844 },
  hasTouch: true,
  page: async ({ page }, run) => {
    await byHand(page);
    await run(page);
  },
});
