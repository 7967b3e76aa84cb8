import { expect, type Page } from '@playwright/test';
import { openDemoKit, sendFrame, setNumber } from '../support/app';
import { like, pixelAt, whereIs, type Pixels } from '../support/media';
import {
  add,
  addMove,
  beginEmpty,
  choose,
  layerMenu,
  say,
  section,
  setCanvas,
  setColour,
  setSize,
  unfold,
} from '../support/make';
import { test } from '../support/hand';

const NIGHT = [23, 20, 31];
const AMBER = [233, 162, 59];
const PAPER = [244, 238, 226];

/** A layer that leaves by fading, done exactly at 4 s. */
async function leaveByFade(page: Page): Promise<void> {
  await addMove(page, 'Leave', 'Fade');
  await setNumber(page, 'At', 3.5);
  await page.getByRole('button', { name: 'Fade, leave' }).click();
}

test('J05: a title sting: glows on a dark backdrop, a title that slides out from its centre, a slogan, all staged in and out', async ({
  page,
}) => {
  await openDemoKit(page);
  await beginEmpty(page);
  await setCanvas(page, 960, 540, 4);

  // The dark backdrop, and a glow with soft sides on it.
  await add(page, 'Rectangle');
  await setSize(page, 960, 540);
  await section(page, 'Look');
  await setColour(page, 'Fill', '#17141f');
  await section(page, 'Place');
  await add(page, 'Ellipse');
  await section(page, 'Shape');
  await setSize(page, 700, 400);
  await section(page, 'Look');
  await setColour(page, 'Fill', '#4b2e73');
  await section(page, 'Edges');
  await unfold(page, 'Soft sides');
  for (const side of ['left', 'top', 'right', 'bottom']) {
    await setNumber(page, `Feather ${side}`, 150);
  }
  await section(page, 'Moves');
  await addMove(page, 'Arrive', 'Fade');
  await leaveByFade(page);

  // The title, with a blurred shadow and a reflection, cut in two through its middle.
  await add(page, 'Words');
  await section(page, 'Words');
  await say(page, 'KITES');
  await setNumber(page, 'Size', 150);
  await section(page, 'Look');
  await setColour(page, 'Fill', '#f4eee2');
  await unfold(page, 'Drop shadow');
  await page.getByRole('switch', { name: 'Drop shadow' }).click();
  await unfold(page, 'Reflection');
  await page.getByRole('switch', { name: 'Mirror it underneath' }).click();
  await page.getByRole('link', { name: 'Send' }).click();
  const whole = await sendFrame(page, 60);
  await page.getByRole('link', { name: 'Make' }).click();
  await choose(page, 'KITES');
  await layerMenu(page, 'Split', 'In two, along a line');
  await page.getByRole('button', { name: 'Cut', exact: true }).click();
  await page.getByRole('button', { name: /^(Open|Close) KITES/ }).click();
  await expect(page.getByRole('button', { name: 'Choose KITES 2' })).toBeVisible();

  // While still, both halves line up: not one pixel differs.
  await page.getByRole('link', { name: 'Send' }).click();
  expect(differing(await sendFrame(page, 60), whole)).toBe(0);
  await page.getByRole('link', { name: 'Make' }).click();

  // Each half comes out from behind the cut, together, from 0.5 s to 1 s.
  await page.getByRole('button', { name: /^(Open|Close) KITES/ }).click();
  for (const [half, edge] of [
    ['KITES 1', 'Left'],
    ['KITES 2', 'Right'],
  ]) {
    await choose(page, half);
    await section(page, 'Moves');
    await addMove(page, 'Arrive', 'Rise from behind an edge');
    await page.getByRole('radiogroup', { name: 'Edge' }).getByRole('radio', { name: edge }).click();
    await setNumber(page, 'Takes', 0.5);
    await setNumber(page, 'At', 0.5);
    await page.getByRole('button', { name: 'Rise from behind an edge, arrive' }).click();
  }
  await choose(page, 'KITES');
  await section(page, 'Moves');
  await leaveByFade(page);

  // A small shape, and a spaced slogan that types on once the title is there.
  await add(page, 'Another shape', 'Star');
  await section(page, 'Shape');
  await setSize(page, 40, 40);
  await section(page, 'Place');
  await setNumber(page, 'Down', 120);
  await section(page, 'Look');
  await setColour(page, 'Fill', '#b3432b');
  await section(page, 'Moves');
  await addMove(page, 'Arrive', 'Spin in');
  await page.getByRole('button', { name: 'Spin in, arrive' }).click();
  await leaveByFade(page);
  await add(page, 'Words');
  await section(page, 'Words');
  await say(page, 'IIIII');
  await setNumber(page, 'Size', 40);
  await setNumber(page, 'Letter spacing', 16);
  await section(page, 'Look');
  await setColour(page, 'Fill', '#e9a23b');
  await section(page, 'Place');
  await setNumber(page, 'Down', 470);
  await section(page, 'Moves');
  await addMove(page, 'Arrive', 'Type on');
  await setNumber(page, 'Gap', 0.1);
  await page.getByRole('radio', { name: 'Once done' }).click();
  await page
    .getByRole('button', { name: /^Once “/ })
    .first()
    .click();
  await page.getByRole('menuitem', { name: /Once “KITES 1” has arrived/ }).click();
  await page.getByRole('button', { name: 'Type on, arrive' }).click();
  await leaveByFade(page);

  await page.getByRole('link', { name: 'Send' }).click();
  const title = (frame: Pixels) => whereIs(frame, like(PAPER, 24));
  // One frame before its start nothing of the title is there; at its end all of it is, where it was.
  expect(title(await sendFrame(page, 14)).count).toBe(0);
  const rising = title(await sendFrame(page, 19));
  const risen = title(await sendFrame(page, 30));
  const still = title(whole);
  expect([risen.left, risen.right]).toEqual([still.left, still.right]);
  expect(rising.left).toBeGreaterThan(still.left + 10);
  expect(rising.right).toBeLessThan(still.right - 10);
  expect(Math.abs((rising.left + rising.right) / 2 - 480)).toBeLessThan(12);
  // The slogan's letters come at frames 30, 33, 36, 39 and 42, to the frame.
  const letters = async (frame: number) => columns(await sendFrame(page, frame), AMBER);
  for (const [frame, count] of [
    [29, 0],
    [30, 1],
    [32, 1],
    [33, 2],
    [41, 4],
    [42, 5],
    [100, 5],
  ]) {
    expect(await letters(frame), `frame ${frame}`).toBe(count);
  }
  // Everything but the backdrop is gone in the last frame, as good as: the fades end with it.
  const last = await sendFrame(page, 119);
  expect(title(last).count).toBe(0);
  expect(columns(last, AMBER)).toBe(0);
  // The glow's middle is plum, and it runs out softly towards its sides.
  const glow = await sendFrame(page, 60);
  expect(pixelAt(glow, 480, 180)[2]).toBeGreaterThan(NIGHT[2] + 45);
  const along = [200, 160, 140].map((x) => pixelAt(glow, x, 270)[2]);
  expect(along[0]).toBeGreaterThan(along[1]);
  expect(along[1]).toBeGreaterThanOrEqual(along[2]);
  expect(pixelAt(glow, 60, 270)).toEqual([...NIGHT, 255]);
});

/** Pixels that differ at all. */
const differing = (a: Pixels, b: Pixels): number =>
  a.data.reduce((count, value, i) => count + (value === b.data[i] ? 0 : 1), 0);

/** How many upright strokes of a colour stand side by side. */
function columns({ width, height, data }: Pixels, colour: readonly number[]): number {
  const is = like(colour, 24);
  let count = 0;
  let inside = false;
  for (let x = 0; x < width; x++) {
    let inked = 0;
    for (let y = 0; y < height; y++) {
      const at = (y * width + x) * 4;
      if (is([data[at], data[at + 1], data[at + 2], data[at + 3]])) inked++;
    }
    if (inked > 10 && !inside) count++;
    inside = inked > 10;
  }
  return count;
}
