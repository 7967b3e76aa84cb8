import { expect, type Page } from '@playwright/test';
import { bringIn, openDemoKit, send, setNumber, stagePoint } from '../support/app';
import {
  colourDistance,
  decodeFrame,
  demoMedia,
  ffmpeg,
  pixelAt,
  pngPixels,
  probe,
  testFile,
  whereIs,
  type Rgba,
} from '../support/media';
import { stageShot } from '../support/make';
import { createCanvas } from '@napi-rs/canvas';
import { writeFileSync } from 'node:fs';
import { test } from '../support/hand';

const BACKDROP = [75, 46, 115];
const LETTERS = [0, 200, 83];
const BLOCK = { x: 340, y: 220, width: 600, height: 280 };

/** A foreign clip: big letters in one green over plum, as H.264 with its chroma at half size. */
function wordsClip(): string {
  const context = createCanvas(1280, 720).getContext('2d');
  context.fillStyle = '#4b2e73';
  context.fillRect(0, 0, 1280, 720);
  context.fillStyle = '#00c853';
  context.fillRect(BLOCK.x, BLOCK.y, BLOCK.width, BLOCK.height);
  context.fillStyle = '#4b2e73';
  context.fillRect(600, 300, 80, 200);
  writeFileSync(testFile('words.png'), context.canvas.toBuffer('image/png'));
  const tags =
    'scale=out_color_matrix=bt709:out_range=tv,setparams=color_primaries=bt709:color_trc=bt709:colorspace=bt709:range=tv';
  ffmpeg(
    '-loop',
    '1',
    '-framerate',
    '30',
    '-t',
    '2',
    '-i',
    testFile('words.png'),
    '-vf',
    tags,
    '-c:v',
    'libx264',
    '-crf',
    '18',
    '-pix_fmt',
    'yuv420p',
    testFile('big-words.mp4'),
  );
  return testFile('big-words.mp4');
}

test('J02: the key colour is picked from the words themselves, and the footage shows inside them', async ({
  page,
}) => {
  await openDemoKit(page);
  await bringIn(page, wordsClip());
  await expect(page.getByRole('link', { name: 'Open big-words' })).toBeVisible();
  await page.getByRole('link', { name: 'Open Hillside, morning' }).click();
  await page.getByRole('button', { name: 'Start a landing on this' }).click();
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByRole('menuitem', { name: 'big-words' }).click();
  await page.getByRole('tab', { name: 'Key' }).click();
  await page.getByRole('radio', { name: 'A colour' }).click();
  await setNumber(page, 'Softness', 0.4);
  await setNumber(page, 'Spill', 0);

  // Picked on the stage, inside a letter.
  await page.getByRole('button', { name: 'Pick' }).click();
  const inside = await stagePoint(page, 400 / 1280, 360 / 720);
  await page.mouse.click(inside.x, inside.y);
  const key = page.getByRole('button', { name: /^Key colour: / });
  const offLetters = async () => {
    const [, hex] = /#([0-9a-f]{6})/.exec((await key.getAttribute('aria-label'))!)!;
    return colourDistance([...Buffer.from(hex, 'hex')], LETTERS);
  };
  await expect.poll(offLetters).toBeLessThan(6);

  await page.getByRole('button', { name: 'Done' }).click();
  await setNumber(page, 'Length', 1);
  await page.getByRole('link', { name: 'Send' }).click();
  const file = await send(page, 'H.264 .mp4');
  expect(probe(file)).toMatchObject({
    width: 1280,
    height: 720,
    nb_read_frames: '30',
    r_frame_rate: '30/1',
  });

  // Inside the letters the footage, outside them the clip; judged on the middle frame.
  const landed = decodeFrame(file, 15);
  const footage = decodeFrame(demoMedia('hillside'), 15);
  const offInside = meanDifference(
    landed,
    footage,
    BLOCK.x + 8,
    BLOCK.y + 8,
    240,
    BLOCK.height - 16,
  );
  expect(offInside).toBeLessThan(3);
  for (const [x, y] of [
    [100, 100],
    [1200, 650],
    [640, 420],
  ]) {
    expect(colourDistance(pixelAt(landed, x, y), BACKDROP)).toBeLessThan(6);
  }

  // With a tolerance so wide that it takes the plum too, nothing of the clip is left.
  await page.getByRole('link', { name: 'Land' }).click();
  await page.getByRole('button', { name: 'Choose big-words' }).click();
  await page.getByRole('tab', { name: 'Key' }).click();
  await setNumber(page, 'Tolerance', 1);
  await setNumber(page, 'Softness', 2);
  await page.getByRole('radio', { name: 'Matte' }).click();
  await expect.poll(async () => matteAt(page, 100 / 1280, 100 / 720)).toBeLessThan(140);
  await setNumber(page, 'Tolerance', 0.06);
  await setNumber(page, 'Softness', 0.4);
  await expect.poll(async () => matteAt(page, 100 / 1280, 100 / 720)).toBeGreaterThan(250);
  await expect.poll(async () => matteAt(page, 400 / 1280, 360 / 720)).toBeLessThan(5);

  // No green is left on the words' edges, even with a narrow edge and no spill taken off; seen on a large screen.
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.getByRole('radio', { name: 'Cut-out' }).click();
  await setNumber(page, 'Softness', 0.1);
  await expect
    .poll(
      async () =>
        whereIs(await stageShot(page), (pixel) => colourDistance(pixel, BACKDROP) < 20).count,
    )
    .toBeGreaterThan(3000);
  expect(whereIs(await stageShot(page), greenish).count).toBeLessThan(30);
});

const greenish = ([r, g, b]: Rgba): boolean => g > Math.max(r, b) + 25;

async function matteAt(page: Page, x: number, y: number): Promise<number> {
  const shot = await pngPixels(await page.getByRole('application', { name: 'Stage' }).screenshot());
  return pixelAt(shot, shot.width * x, shot.height * y)[0];
}

type Frame = ReturnType<typeof decodeFrame>;

/** Mean difference of two frames in a rectangle, in levels. */
function meanDifference(
  a: Frame,
  b: Frame,
  left: number,
  top: number,
  width: number,
  height: number,
): number {
  let sum = 0;
  for (let y = top; y < top + height; y++) {
    for (let x = left; x < left + width; x++) {
      const [p, q] = [pixelAt(a, x, y), pixelAt(b, x, y)];
      sum += Math.abs(p[0] - q[0]) + Math.abs(p[1] - q[1]) + Math.abs(p[2] - q[2]);
    }
  }
  return sum / (width * height * 3);
}
