import { expect } from '@playwright/test';
import { backToKit, openDemoKit, savedKit, send, setNumber } from '../support/app';
import {
  decodeFrame,
  demoMedia,
  difference,
  solidPixel,
  thickBox,
  whereIs,
} from '../support/media';
import { add, addMove, beginEmpty, dragControl, section, setCanvas } from '../support/make';
import { timeLayers } from '@/core/motion/timing';
import { test } from '../support/hand';

test.use({ viewport: { width: 390, height: 664 } });

test('J12: a picture drops in from above the frame along a path, then hops three times', async ({
  page,
}) => {
  await openDemoKit(page);
  await beginEmpty(page);
  await setCanvas(page, 640, 360, 3);
  await add(page, 'Picture or clip', 'Kite mark');
  await section(page, 'Place');
  await setNumber(page, 'Scale', 30);
  await setNumber(page, 'Down', 250);

  // The path begins outside the frame, above it: its first point is dragged there.
  await section(page, 'Moves');
  await addMove(page, 'Arrive', 'Follow a path');
  await setNumber(page, 'Takes', 1);
  await dragControl(page, 'Point 1', 60, -40);
  await addMove(page, 'Stay', 'Hop');
  await setNumber(page, 'Takes', 1.2);
  await setNumber(page, 'Times', 3);
  await setNumber(page, 'Height', 90);
  await page.getByRole('radio', { name: 'Once done' }).click();
  await expect(page.getByRole('button', { name: /Once “Kite mark” has arrived/ })).toBeVisible();

  await page.getByRole('link', { name: 'Send' }).click();
  const file = await send(page, 'VP9 .webm');
  const at = (frame: number) => whereIs(decodeFrame(file, frame), solidPixel);
  const rest = at(80);
  expect(at(0).count).toBe(0);
  // On its way it comes from above; at frame 30 it is home, without a gap the first hop begins.
  const coming = at(15);
  expect(coming.bottom).toBeLessThan(rest.bottom - 20);
  expect(coming.top).toBeLessThan(rest.top - 20);
  expect(Math.abs(at(30).bottom - rest.bottom)).toBeLessThanOrEqual(1);
  expect(at(31).bottom).toBeLessThan(rest.bottom - 8);
  for (const hop of [0, 1, 2]) {
    expect(Math.abs(at(36 + hop * 12).bottom - (rest.bottom - 90))).toBeLessThanOrEqual(1);
    expect(Math.abs(at(42 + hop * 12).bottom - rest.bottom)).toBeLessThanOrEqual(1);
  }
  expect(Math.abs(at(66).bottom - rest.bottom)).toBeLessThanOrEqual(1);

  // A picture in the picture: landed small, in a corner.
  await page.getByRole('link', { name: 'Land' }).click();
  await page.getByRole('button', { name: 'On Hillside, morning' }).click();
  await page.getByRole('button', { name: 'Choose New overlay' }).click();
  await section(page, 'Place');
  await setNumber(page, 'Scale', 50);
  await setNumber(page, 'Across', 1000);
  await setNumber(page, 'Down', 160);
  await page.getByRole('button', { name: 'Done' }).click();
  await setNumber(page, 'Length', 3);
  await page.getByRole('link', { name: 'Send' }).click();
  const landed = await send(page, 'H.264 .mp4');
  // Only there is the hillside covered, by a picture half as large as it was.
  const covered = difference(decodeFrame(landed, 85), decodeFrame(demoMedia('hillside'), 85));
  const small = thickBox(covered, ([r, g, b]) => Math.max(r, g, b) > 60, 4);
  expect(small.left).toBeGreaterThan(900);
  expect(small.bottom).toBeLessThan(300);
  expect(Math.abs(small.bottom - small.top - (rest.bottom - rest.top) / 2)).toBeLessThan(14);

  await backToKit(page);
  const overlay = (await savedKit(page)).overlays.find((entry) => entry.name === 'New overlay')!;
  const [layer] = overlay.layers;
  const [path, hop] = layer.moves.map((move) =>
    timeLayers(overlay).get(layer.id)!.moves.get(move.id)!,
  );
  expect([path.end, hop.start, hop.end]).toEqual([30, 30, 66]);
});
