import { expect, test, type Page } from '@playwright/test';
import fc from 'fast-check';
import { openDemoKit } from '../support/app';

/** Screens as they are held: a phone, one lying on its side, a tablet, a desk. */
const SIZES = [
  [390, 664],
  [844, 390],
  [820, 1180],
  [1280, 800],
] as const;

/** At each size; many more on asking, with `ACTIONS=2500`. */
const ACTIONS = Number(process.env.ACTIONS ?? 300);

const ODD = ['', '0', '-1', '1e9', '12,5', 'abc', '∞', '#12', 'مرحبا', '🪁'.repeat(40), ' '];

/** One thing that hands do, at random; places are shares of what can be touched. */
const act = fc.oneof(
  {
    weight: 10,
    arbitrary: fc.record({
      kind: fc.constant('tap' as const),
      at: fc.double({ min: 0, max: 1, noNaN: true }),
    }),
  },
  {
    weight: 4,
    arbitrary: fc.record({
      kind: fc.constant('drag' as const),
      x: fc.double({ min: 0, max: 1, noNaN: true }),
      y: fc.double({ min: 0, max: 1, noNaN: true }),
      dx: fc.integer({ min: -200, max: 200 }),
      dy: fc.integer({ min: -200, max: 200 }),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: fc.constant('type' as const),
      at: fc.double({ min: 0, max: 1, noNaN: true }),
      text: fc.constantFrom(...ODD),
    }),
  },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: fc.constant('key' as const),
      key: fc.constantFrom('Escape', 'Enter', 'ArrowRight', 'ArrowUp', 'Tab', ' '),
    }),
  },
  { weight: 1, arbitrary: fc.constant({ kind: 'back' as const }) },
);
type Act = typeof act extends fc.Arbitrary<infer A> ? A : never;

/** The middle of one of what can be touched now, by a share of them all; null where another thing covers it. */
const touchable = (
  page: Page,
  what: string,
  at: number,
): Promise<{ readonly x: number; readonly y: number } | null> =>
  page
    .evaluate(
      ([selector, share]) => {
        const all = [...document.querySelectorAll<HTMLElement>(selector)].filter((control) =>
          control.checkVisibility(),
        );
        const control = all[Math.min(all.length - 1, Math.floor(share * all.length))];
        if (!control) return null;
        const { left, top, width, height } = control.getBoundingClientRect();
        const [x, y] = [left + width / 2, top + height / 2];
        const met = document.elementFromPoint(x, y);
        return met && (control.contains(met) || met.contains(control)) ? { x, y } : null;
      },
      [what, at] as const,
    )
    // A page that is being left has nothing to touch.
    .catch(() => null);

const CONTROLS =
  '[role=button],button,[role=tab],[role=radio],[role=switch],[role=menuitem],a[href],[role=slider]';
const FIELDS = 'input:not([type=file]),textarea';

async function perform(page: Page, action: Act): Promise<void> {
  const { width, height } = page.viewportSize()!;
  if (action.kind === 'back')
    await page.goBack({ timeout: 5000, waitUntil: 'commit' }).catch(() => null);
  else if (action.kind === 'key') await page.keyboard.press(action.key);
  else if (action.kind === 'drag') {
    await page.mouse.move(action.x * width, action.y * height);
    await page.mouse.down();
    await page.mouse.move(action.x * width + action.dx, action.y * height + action.dy, {
      steps: 3,
    });
    await page.mouse.up();
  } else {
    const one = await touchable(page, action.kind === 'tap' ? CONTROLS : FIELDS, action.at);
    if (!one) return;
    await page.touchscreen.tap(one.x, one.y);
    if (action.kind === 'type') {
      await page.keyboard.press('ControlOrMeta+a');
      await page.keyboard.insertText(action.text);
      await page.keyboard.press('Enter');
    }
  }
}

/** What is wrong with the page as it is: nothing on it, or words of a machine. */
const wrongWith = (page: Page): Promise<string | null> =>
  page.evaluate(() => {
    const text = document.body.innerText;
    // Before the first page there is none.
    if (location.protocol === 'about:') return null;
    if (text.trim() === '') return `the screen is empty at ${location.href}`;
    const wrong =
      /\bNaN\b|\bundefined\b|\bInfinity\b|\[object |TypeError|is not a function|Maximum update|could not be shown/.exec(
        text,
      );
    return wrong ? text.slice(Math.max(0, wrong.index - 60), wrong.index + 60) : null;
  });

for (const [i, [width, height]] of SIZES.entries()) {
  test.describe(`at ${width} × ${height}`, () => {
    test.use({ viewport: { width, height }, hasTouch: true });

    test(`hands that do anything meet no error, no empty screen and no machine's words @long`, async ({
      page,
    }) => {
      test.setTimeout(1_500_000);
      const seed = process.env.SEED === 'new' ? Date.now() + i : 20_261_202 + i;
      const errors: string[] = [];
      page.on('pageerror', ({ message }) => errors.push(message));
      page.on('dialog', (dialog) => void dialog.dismiss());
      // Files are chosen and saved elsewhere.
      page.on('filechooser', () => undefined);
      await openDemoKit(page);
      const actions = fc.sample(act, { seed, numRuns: ACTIONS });
      for (const [done, action] of actions.entries()) {
        await perform(page, action);
        if (page.url().startsWith('about:')) await page.goto('/');
        const context = `seed ${seed}, action ${done}: ${JSON.stringify(action)} on ${page.url()}`;
        expect(errors, context).toEqual([]);
        if (done % 5 === 0) {
          await expect
            .poll(() => wrongWith(page).catch(() => null), { message: context })
            .toBeNull();
        }
        if (done % 250 === 249) await page.goto('/');
      }
    });
  });
}
