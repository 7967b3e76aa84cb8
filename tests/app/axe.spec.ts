import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { openDemoKit } from '../support/app';

const AXE = readFileSync(require.resolve('axe-core/axe.min.js'), 'utf8');

interface Found {
  readonly violations: readonly {
    readonly id: string;
    readonly nodes: readonly { html: string }[];
  }[];
}

/** What a reader of screens, or somebody without a pointer, would stumble over. */
async function violations(page: Page): Promise<readonly string[]> {
  await page.evaluate(AXE);
  const { violations: found } = await page.evaluate<Found>(
    'axe.run(document, { resultTypes: ["violations"] })',
  );
  return found.map(({ id, nodes }) => `${id}: ${nodes.length}, ${nodes[0].html.slice(0, 200)}`);
}

for (const colorScheme of ['light', 'dark'] as const) {
  test(`nothing bars who cannot see or point, in the ${colorScheme} theme`, async ({ page }) => {
    await page.emulateMedia({ colorScheme });
    await page.setViewportSize({ width: 390, height: 844 });
    await openDemoKit(page);
    const menu = () => page.getByRole('button', { name: 'Kit menu' }).click();
    const layer = () => page.getByRole('button', { name: 'Choose Southwest, rising' }).click();
    const tab = (name: string) => () => page.getByRole('tab', { name, exact: true }).click();
    const link = (name: string | RegExp) => () => page.getByRole('link', { name }).click();
    const visits: readonly (readonly [string, () => Promise<void>])[] = [
      ['kit', async () => undefined],
      ['kit menu', menu],
      [
        'make',
        async () => {
          await page.keyboard.press('Escape');
          await link('Open Wind card')();
        },
      ],
      ['words', layer],
      ...['Time', 'Look', 'Place', 'Edges'].map((name) => [name, tab(name)] as const),
      ['send', link('Send')],
      ['land', link('Land')],
    ];
    for (const [name, go] of visits) {
      await go();
      await page.waitForTimeout(600);
      expect(await violations(page), name).toEqual([]);
    }
  });
}
