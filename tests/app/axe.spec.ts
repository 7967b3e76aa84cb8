import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';

const AXE = readFileSync(require.resolve('axe-core/axe.min.js'), 'utf8');

interface Found {
  readonly violations: readonly {
    readonly id: string;
    readonly nodes: readonly { html: string }[];
  }[];
}

interface Rules {
  readonly runOnly?: readonly string[];
}

/** What a reader of screens, or somebody without a pointer, would stumble over. */
async function violations(page: Page, rules: Rules): Promise<readonly string[]> {
  await page.evaluate(AXE);
  const { violations: found } = await page.evaluate<Found>(
    `axe.run(document, ${JSON.stringify({ resultTypes: ['violations'], ...rules })})`,
  );
  return found.map(({ id, nodes }) => `${id}: ${nodes.length}, ${nodes[0].html.slice(0, 200)}`);
}

type Go = () => Promise<unknown>;

/** Ways from one state of the screens to the next, through all of them. */
function states(page: Page): readonly (readonly [state: string, go: Go])[] {
  const button = (name: string | RegExp) => () =>
    page.getByRole('button', { name }).first().click();
  const tab = (name: string) => () => page.getByRole('tab', { name, exact: true }).click();
  const link = (name: string | RegExp) => () => page.getByRole('link', { name }).click();
  const shelf = (name: RegExp) => () => page.getByRole('tab', { name }).click();
  const closed =
    (...ways: readonly Go[]) =>
    async () => {
      await page.keyboard.press('Escape');
      for (const way of ways) await way();
    };
  const all =
    (...ways: readonly Go[]) =>
    async () => {
      for (const way of ways) await way();
    };
  return [
    [
      'first visit',
      async () => {
        await page.goto('/');
        await expect(page.getByRole('button', { name: 'Open the demo kit' })).toBeVisible();
      },
    ],
    [
      'kit',
      async () => {
        await button('Open the demo kit')();
        await expect(page.getByRole('link', { name: 'Open Wind card' })).toBeVisible();
      },
    ],
    ['kit menu', button('Kit menu')],
    ['renaming', () => page.getByRole('menuitem', { name: 'Rename the kit' }).click()],
    ['a card’s menu', closed(button(/^More for Wind card/))],
    ['footage shelf', closed(shelf(/^Footage/))],
    ['landings shelf', shelf(/^Landings/)],
    ['searching', all(shelf(/^Overlays/), button(/^Find/))],
    ['a piece of footage', all(shelf(/^Footage/), link('Open Kite meadow'))],
    ['starters', all(button('Back'), shelf(/^Overlays/), button('New overlay'))],
    [
      'settings',
      async () => {
        await page.goto('/settings');
        await expect(page.getByRole('heading', { name: 'Settings and help' })).toBeVisible();
      },
    ],
    [
      'nothing there',
      async () => {
        await page.goto('/overlay/none/make');
        await expect(page.getByRole('heading', { name: 'Not here' })).toBeVisible();
      },
    ],
    ['make', all(() => page.goto('/'), link('Open Wind card'))],
    ['add', button('Add')],
    ['several chosen', closed(button('Choose Band'), () => pick(page, 'Fennel Hill'))],
    ['words', button('Choose Southwest, rising')],
    ['fonts', button(/^Font: /)],
    ['time', closed(tab('Time'))],
    ['look', tab('Look')],
    ['a colour', button(/^Fill: /)],
    ['place', closed(tab('Place'))],
    ['edges', tab('Edges')],
    ['moves', tab('Moves')],
    ['a move', button(/^Slide, arrive/)],
    ['layer menu', button('Layer menu')],
    [
      'check',
      closed(link('Check'), () => expect(page.getByText(/frames looked at/)).toBeVisible()),
    ],
    ['send', link('Send')],
    [
      'sent',
      async () => {
        await page.getByRole('radio', { name: 'PNG still .png' }).click();
        await button(/^Send$/)();
        await expect(page.getByRole('status').getByText(/Read back/)).toBeVisible();
      },
    ],
    ['choosing a landing', link('Land')],
    ['landing', button('Episode opening')],
    ['a layer of a landing', button('Choose Hillside, morning')],
    ['key', tab('Key')],
    ['send a landing', link('Send')],
    [
      'draw',
      all(() => page.goto('/'), link('Open Gust, by hand'), button(/^Choose Gust/), button('Draw')),
    ],
    ['frames', tab('Frames')],
    ['strokes', tab('Strokes')],
    ['trace', tab('Trace')],
  ];
}

const pick = (page: Page, layer: string) =>
  page.getByRole('button', { name: `Choose ${layer}` }).click({ modifiers: ['Shift'] });

/** A theme changes colours alone; all else is looked at in one of them. */
const THEMES = [
  ['light', {}, ''],
  ['dark', { runOnly: ['color-contrast'] }, ' @long'],
] as const;

for (const [colorScheme, rules, tag] of THEMES) {
  test(`nothing bars who cannot see or point, in the ${colorScheme} theme${tag}`, async ({
    page,
  }) => {
    await page.emulateMedia({ colorScheme, reducedMotion: 'reduce' });
    await page.setViewportSize({ width: 390, height: 844 });
    const found: string[] = [];
    for (const [state, go] of states(page)) {
      await go();
      await page.waitForTimeout(250);
      found.push(...(await violations(page, rules)).map((words) => `${state}: ${words}`));
    }
    expect(found).toEqual([]);
  });
}
