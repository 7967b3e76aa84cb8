import type { Page } from '@playwright/test';
import { openKit, row } from './support';
import { busyTitle } from './interface';

const LAYERS = 12;
const MOVES = 30;

/** Parts of the screen that are drawn anew while a slider is dragged, against all there are. */
export async function benchParts(): Promise<void> {
  const overlay = busyTitle('Dragged', LAYERS);
  const page = await openKit([overlay]);
  await page.addInitScript({ path: 'bench/countParts.mjs' });
  await page.reload();
  await page.getByRole('link', { name: `Open ${overlay.name}` }).click();
  await page.getByRole('button', { name: 'Choose Southwest, rising' }).click();
  await page.getByRole('tab', { name: 'Look' }).click();
  const slider = page.getByRole('slider', { name: 'Opacity, slider', exact: true });
  const box = (await slider.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  const before = await counted(page);
  for (let i = 1; i <= MOVES; i++) {
    await page.mouse.move(box.x + box.width / 2 - 2 * i, box.y + box.height / 2);
    await page.waitForTimeout(30);
  }
  const after = await counted(page);
  await page.mouse.up();
  const each = (after.drawn - before.drawn) / MOVES;
  row(
    `parts drawn a step of a slider, ${LAYERS} layers`,
    each.toFixed(0),
    `${after.there} there are`,
    (each / after.there).toFixed(2),
  );
  await page.context().close();
}

const counted = (page: Page) =>
  page.evaluate(
    () =>
      (window as unknown as { parts: { readonly drawn: number; readonly there: number } }).parts,
  );
