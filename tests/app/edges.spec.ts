import { expect, test } from '@playwright/test';
import { chooseFiles, openDemoKit, openEmptyKit, sendFrame, setNumber } from '../support/app';
import { decodeFrame, demoMedia, meanOff, pixelAt, solidPixel, whereIs } from '../support/media';
import {
  add,
  beginEmpty,
  choose,
  colourAt,
  dragControl,
  layerMenu,
  section,
  setCanvas,
  setColour,
  setSize,
  unfold,
} from '../support/make';

const RUST = [179, 67, 43, 255];

test('a layer fades to clear along a line, with nothing stacked: its alpha falls evenly', async ({
  page,
}) => {
  await openEmptyKit(page);
  await beginEmpty(page);
  await setCanvas(page, 640, 360, 1);
  await add(page, 'Rectangle');
  await setSize(page, 600, 200);
  await section(page, 'Edges');
  await unfold(page, 'Fade to clear');
  await page.getByRole('switch', { name: 'Fade to clear' }).click();
  await setNumber(page, 'Stop 1 at', 0);
  await page.getByRole('link', { name: 'Send' }).click();
  const frame = await sendFrame(page, 10);
  const alpha = (x: number) => pixelAt(frame, x, 180)[3];
  // From solid at 20 to clear at 620, in a straight line.
  for (const x of [40, 170, 320, 470, 600]) {
    expect(Math.abs(alpha(x) - 255 * (1 - (x - 20) / 600))).toBeLessThan(3);
  }
  expect(whereIs(frame, solidPixel).right).toBeLessThan(322);
});

test('a layer is masked by another one, and the mask is turned inside out', async ({ page }) => {
  await openEmptyKit(page);
  await beginEmpty(page);
  await add(page, 'Ellipse');
  await setSize(page, 400, 400);
  await add(page, 'Rectangle');
  await setSize(page, 1200, 800);
  await section(page, 'Edges');
  await unfold(page, 'Mask');
  const corner = () => colourAt(page, 0.3, 0.3);
  await expect.poll(corner).toEqual(RUST);
  await page
    .getByRole('radiogroup', { name: 'Masked by' })
    .getByRole('radio', { name: 'Ellipse' })
    .click();
  const middle = () => colourAt(page, 0.5, 0.5);
  await expect.poll(corner).not.toEqual(RUST);
  expect(await middle()).toEqual(RUST);
  await page.getByRole('switch', { name: 'Turn the mask inside out' }).click();
  await expect.poll(middle).not.toEqual(RUST);
  expect(await corner()).toEqual(RUST);
});

test('a table of colours from a file changes a layer, by the share that is asked for', async ({
  page,
}) => {
  await openEmptyKit(page);
  await beginEmpty(page);
  await add(page, 'Rectangle');
  await section(page, 'Look');
  await unfold(page, 'Effects');
  const file = { mimeType: 'text/plain', name: 'upside-down.cube' };
  const bring = (text: string) =>
    chooseFiles(page, () => page.getByRole('button', { name: 'Bring in a LUT (.cube)' }).click(), {
      ...file,
      buffer: Buffer.from(text),
    });
  await bring('LUT_1D_SIZE 2\n1 1 1\n');
  await expect(page.getByText('its table holds 1 colours instead of 2')).toBeVisible();
  await bring('LUT_1D_SIZE 2\n1 1 1\n0 0 0\n');
  const middle = () => colourAt(page, 0.5, 0.5);
  await expect.poll(middle).toEqual([76, 188, 212, 255]);
  await setNumber(page, 'LUT strength', 0);
  await expect.poll(middle).toEqual(RUST);
});

test('a clip runs from its in point at its speed, and goes back and forth @long', async ({
  page,
}) => {
  await openDemoKit(page);
  await beginEmpty(page);
  await setCanvas(page, 1280, 720, 4);
  await add(page, 'Picture or clip', 'Hillside, morning');
  await section(page, 'Time');
  await setNumber(page, 'In point', 2);
  await setNumber(page, 'Out point', 4);
  await setNumber(page, 'Speed', 2);
  await page.getByRole('radio', { name: 'Back and forth' }).click();
  await page.getByRole('link', { name: 'Send' }).click();
  // Two seconds at twice the speed last 30 frames; then it runs back.
  for (const [frame, source] of [
    [0, 60],
    [15, 90],
    [45, 90],
    [60, 60],
    [75, 90],
  ]) {
    const shown = await sendFrame(page, frame);
    const [right, wrong] = [source, source === 60 ? 90 : 60].map((index) =>
      meanOff(shown, decodeFrame(demoMedia('hillside'), index)),
    );
    expect(right, `frame ${frame}`).toBeLessThan(wrong / 2);
  }
});

test('a shape is cut along a line that was turned on the stage', async ({ page }) => {
  await openEmptyKit(page);
  await beginEmpty(page);
  await add(page, 'Rectangle');
  await setSize(page, 800, 800);
  await layerMenu(page, 'Split', 'In two, along a line');
  // From upright to lying: the arm above the middle is dragged to its right.
  await dragControl(page, 'Turn the cut', 116, 116);
  await page.getByRole('button', { name: 'Cut', exact: true }).click();
  await page.getByRole('button', { name: 'Open Rectangle' }).click();
  await choose(page, 'Rectangle 1');
  await section(page, 'Look');
  await setColour(page, 'Fill', '#2040c0');
  // One half lies above the other now, not beside it.
  const left = () => colourAt(page, 0.4, 0.6);
  const right = () => colourAt(page, 0.6, 0.6);
  await expect.poll(left).toEqual([32, 64, 192, 255]);
  expect(await right()).toEqual([32, 64, 192, 255]);
  expect(await colourAt(page, 0.4, 0.35)).toEqual(RUST);
});
