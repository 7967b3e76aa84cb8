import type { SKRSContext2D } from '@napi-rs/canvas';
import { expect } from '@playwright/test';
import { backToKit, bringIn, openDemoKit, sendFrame, setNumber } from '../support/app';
import { madeClip } from '../support/clips';
import { landOn } from '../support/land';
import { add, addMove, beginEmpty, choose, say, section, setCanvas, unfold } from '../support/make';
import { pixelAt, whereIs, type Pixels } from '../support/media';
import { test } from '../support/hand';

/** Ribbons of cloth that wave and come back after two seconds; the third second is the first again. */
function cloth(context: SKRSContext2D, frame: number): void {
  context.fillStyle = '#4b2e73';
  context.fillRect(0, 0, 1280, 180);
  context.fillStyle = '#e9a23b';
  for (let i = 0; i < 16; i++) {
    const sway = 30 * Math.sin((2 * Math.PI * frame) / 60 + i);
    context.fillRect(i * 80 + sway, 0, 36, 180);
  }
}

const alphas = ({ width, data }: Pixels, y: number) =>
  Array.from({ length: width }, (_, x) => data[(y * width + x) * 4 + 3]);

test('J10: a lower third of moving footage fades to clear on one side, loops without a seam, and lasts as long as it is wanted', async ({
  page,
}) => {
  await openDemoKit(page);
  await bringIn(page, madeClip('ribbons', 1280, 180, 96, cloth));
  await expect(page.getByRole('link', { name: 'Open ribbons' })).toBeVisible();
  await page.getByRole('tab', { name: /^Overlays/ }).click();
  await beginEmpty(page);
  await setCanvas(page, 1280, 720, 4);
  await add(page, 'Picture or clip', 'ribbons');
  await section(page, 'Place');
  await setNumber(page, 'Down', 600);
  await section(page, 'Time');
  await page.getByRole('button', { name: 'Find the best loop' }).click();
  await expect(page.getByRole('group', { name: 'Best loop' })).toContainText('s to ');
  await page.getByRole('button', { name: 'Use it' }).click();
  const ends = ['In point', 'Out point'].map((name) =>
    page.getByRole('textbox', { name }).inputValue(),
  );
  const [from, to] = (await Promise.all(ends)).map(Number);
  expect(Math.abs(to - from - 2)).toBeLessThan(0.04);
  await section(page, 'Edges');
  await unfold(page, 'Fade to clear');
  await page.getByRole('switch', { name: 'Fade to clear' }).click();
  await section(page, 'Moves');
  await addMove(page, 'Arrive', 'Fade');
  await addMove(page, 'Leave', 'Fade');
  await add(page, 'Words');
  await say(page, 'Spring show');
  await section(page, 'Place');
  await setNumber(page, 'Down', 600);
  // Revealed by its right edge, which is drawn open.
  await section(page, 'Moves');
  await addMove(page, 'Arrive', 'Wipe');
  await addMove(page, 'Leave', 'Fade');
  await page.getByRole('link', { name: 'Send' }).click();

  // A true gradient: alpha falls evenly from one side to the other, the same on every ribbon.
  const still = await sendFrame(page, 60);
  const row = alphas(still, 520);
  const means = [0, 1, 2, 3, 4, 5, 6, 7].map((part) => {
    const slice = row.slice(part * 160, part * 160 + 160);
    return slice.reduce((sum, alpha) => sum + alpha, 0) / slice.length;
  });
  const falls = means.slice(1).filter((mean, i) => mean <= means[i] + 1).length;
  const rises = means.slice(1).filter((mean, i) => mean >= means[i] - 1).length;
  expect(Math.max(falls, rises)).toBe(7);
  expect(Math.max(...means) - Math.min(...means)).toBeGreaterThan(180);
  const steps = row.slice(1).map((alpha, i) => Math.abs(alpha - row[i]));
  expect(Math.max(...steps.slice(4, -4))).toBeLessThanOrEqual(4);

  // On footage it lasts eleven seconds: only its stay is longer.
  await backToKit(page);
  await landOn(page, 'Hillside, morning');
  await setNumber(page, 'Length', 11);
  await add(page, 'New overlay');
  await section(page, 'Time');
  await page.getByRole('radio', { name: 'Stretch its stay instead' }).click();
  await page.getByRole('button', { name: 'To the end' }).click();
  await choose(page, 'New overlay');
  await page.getByRole('link', { name: 'Send' }).click();
  const gold = (picture: Pixels) =>
    whereIs(picture, ([r, g, b]) => Math.abs(r - 233) + Math.abs(g - 162) + Math.abs(b - 59) < 60)
      .count;
  const arriving = gold(await sendFrame(page, 3));
  const [early, late] = [await sendFrame(page, 90), await sendFrame(page, 270)];
  const leaving = gold(await sendFrame(page, 328));
  expect(gold(early)).toBeGreaterThan(4000);
  expect(arriving).toBeLessThan(gold(early) / 2);
  expect(leaving).toBeLessThan(gold(late) / 2);
  // Three rounds of the loop later the same picture is there: no drift, no seam.
  const solid = [40, 200, 360].map((x) => [pixelAt(early, x, 520), pixelAt(late, x, 520)]);
  for (const [a, b] of solid) {
    expect(Math.abs(a[0] - b[0]) + Math.abs(a[1] - b[1]) + Math.abs(a[2] - b[2])).toBeLessThan(60);
  }
});
