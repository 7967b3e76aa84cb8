import { expect } from '@playwright/test';
import { backToKit, openDemoKit, savedKit, scrubTo, send, setNumber } from '../support/app';
import { add, addMove, beginEmpty, say, section, setFont, unfold } from '../support/make';
import { overGrey, painted, pixelAt, pngPixels } from '../support/media';
import { test } from '../support/hand';

test('J18: still words with a shadow, placed against a guide frame, fading in and out, sharp at 4K', async ({
  page,
}) => {
  await openDemoKit(page);
  await beginEmpty(page);
  await add(page, 'Words');
  await say(page, 'Morning\nlift');
  await setFont(page, 'Alfa Slab One');
  await setNumber(page, 'Size', 200);
  await section(page, 'Look');
  await unfold(page, 'Drop shadow');
  await page.getByRole('switch', { name: 'Drop shadow' }).click();
  await section(page, 'Moves');
  await addMove(page, 'Arrive', 'Fade');
  await addMove(page, 'Leave', 'Fade');
  await page.getByRole('button', { name: 'Done' }).click();
  await page.getByRole('radio', { name: 'Hillside, morning' }).click();
  await setNumber(page, 'Strength', 100);

  // The guide's sky shows on the stage round the words.
  await scrubTo(page, 0.5);
  const stage = page.getByRole('application', { name: 'Stage' });
  await expect
    .poll(async () => {
      const shot = await pngPixels(await stage.screenshot());
      const [r, , b] = pixelAt(shot, shot.width * 0.05, shot.height * 0.05);
      return b - r;
    })
    .toBeGreaterThan(40);

  await page.getByRole('link', { name: 'Send' }).click();
  await setNumber(page, 'Scale', 2);
  await page.getByRole('radio', { name: 'PNG still' }).click();
  await setNumber(page, 'Frame', 60);
  const file = await send(page, 'PNG still .png');
  const still = await pngPixels(file);
  expect([still.width, still.height]).toEqual([3840, 2160]);

  await backToKit(page);
  const overlay = (await savedKit(page)).overlays.find((entry) => entry.name === 'New overlay')!;
  expect(overlay.guide).toMatchObject({ strength: 1 });
  expect(overlay.layers[0].moves.map((move) => [move.kind, move.phase])).toEqual([
    ['fade', 'arrive'],
    ['fade', 'leave'],
  ]);

  // Nothing of the guide is in the file, and over grey it is what the app itself paints.
  expect(pixelAt(still, 200, 100)[3]).toBe(0);
  expect(overGrey(still, painted(overlay, 60, 2)).worst).toBeLessThanOrEqual(1);

  // Sharp: along rows through the letters, black-to-white edges take at most three pixels, which an
  // enlarged picture's would not.
  const widths = edgeWidths(still);
  expect(widths.length).toBeGreaterThan(50);
  expect(widths.filter((width) => width > 3).length / widths.length).toBeLessThan(0.1);

  // It fades: half there in the middle of the arrival, gone at the very end.
  expect(painted(overlay, 0).data.some((value, i) => i % 4 === 3 && value > 0)).toBe(false);
});

/** Pixels that each step from under a quarter to over three quarters of white takes. */
function edgeWidths({ width, height, data }: Awaited<ReturnType<typeof pngPixels>>): number[] {
  const white = (x: number, y: number) => {
    const at = (y * width + x) * 4;
    return (data[at] * data[at + 3]) / 255;
  };
  const widths: number[] = [];
  for (let y = Math.round(height * 0.3); y < height * 0.7; y += 24) {
    let low = -1;
    for (let x = 0; x < width; x++) {
      const value = white(x, y);
      if (value < 64) low = x;
      else if (value > 191 && low >= 0) {
        widths.push(x - low);
        low = -1;
      }
    }
  }
  return widths;
}
