import { execFileSync } from 'node:child_process';
import { expect, test, type Page } from '@playwright/test';
import { frameOnShow, framesToSeconds, perSecond, type Rate } from '@/core/time';
import { backToKit, bringIn, openEmptyKit, send, setNumber } from '../support/app';
import { channelsOf, level, onsets } from '../support/hearing';
import { deselect, landOn } from '../support/land';
import { ffmpeg, testFile } from '../support/media';

const SECONDS = 2;

/** A clip in which it flashes and clicks at once, on the frame that begins with the second. */
function flashAndClick(rate: Rate): { readonly file: string; readonly frame: number } {
  const fraction = `${rate.num}/${rate.den}`;
  const file = testFile(`flash-${rate.num}-${rate.den}.mp4`);
  const frame = Math.round(perSecond(rate));
  const at = framesToSeconds(frame, rate);
  const flash = `color=black:s=160x90:r=${fraction}:d=${SECONDS},drawbox=c=white:t=fill:enable='between(n,${frame},${frame + 5})'`;
  const click = `aevalsrc='0.7*sin(2*PI*1200*t)*between(t,${at},${at + 0.06})':d=${SECONDS}:s=48000`;
  const coders = ['-c:v', 'libx264', '-pix_fmt', 'yuv420p', '-c:a', 'aac', '-b:a', '192k'];
  ffmpeg('-f', 'lavfi', '-i', flash, '-f', 'lavfi', '-i', click, ...coders, file);
  return { file, frame };
}

/** How bright each frame of a film is. */
const brightness = (file: string): readonly number[] => [
  ...ffmpeg('-i', file, '-vf', 'scale=1:1', '-pix_fmt', 'gray', '-f', 'rawvideo', '-'),
];

const durations = (file: string): readonly number[] =>
  execFileSync('ffprobe', [
    ...['-v', 'error', '-show_entries', 'stream=duration', '-of', 'csv=p=0', file],
  ])
    .toString()
    .trim()
    .split('\n')
    .map(Number);

async function sendAt(page: Page, format: string, rate: string): Promise<string> {
  await page.getByRole('radio', { name: format }).click();
  const fold = page.getByRole('button', { name: 'Frame rate' });
  if ((await fold.getAttribute('aria-expanded')) !== 'true') await fold.click();
  await page.getByRole('radio', { name: rate, exact: true }).click();
  return send(page, format);
}

/** Sends the landing that is open at a rate, and holds picture and sound against the clip they came from. */
async function expectTogether(
  page: Page,
  format: string,
  label: string,
  own: Rate,
  frame: number,
  to: Rate,
) {
  const file = await sendAt(page, format, label);
  const shown = brightness(file);
  const half = framesToSeconds(1, to) / 2;
  const what = `${perSecond(own)} to ${label} in ${format}`;
  expect(
    Math.abs(
      framesToSeconds(shown.length, to) -
        framesToSeconds(Math.round(SECONDS * perSecond(own)), own),
    ),
    what,
  ).toBeLessThanOrEqual(half + 1e-6);
  const wanted = shown.findIndex((_, i) => frameOnShow(i, to, own) >= frame);
  expect(
    shown.findIndex((value) => value > 128),
    what,
  ).toBe(wanted);
  const [heard] = onsets(file);
  expect(Math.abs(heard - framesToSeconds(frame, own)), what).toBeLessThan(0.01);
  const [one, other] = durations(file);
  expect(Math.abs(one - other), what).toBeLessThan(Math.max(half, 0.022));
}

async function landed(page: Page, rate: Rate): Promise<number> {
  const { file, frame } = flashAndClick(rate);
  await bringIn(page, [file]);
  await landOn(page, `flash-${rate.num}-${rate.den}`);
  await page.getByRole('link', { name: 'Send' }).click();
  return frame;
}

const PER_SECOND: Readonly<Record<string, Rate>> = {
  '23.976': { num: 24_000, den: 1001 },
  '24': { num: 24, den: 1 },
  '25': { num: 25, den: 1 },
  '29.97': { num: 30_000, den: 1001 },
  '30': { num: 30, den: 1 },
  '50': { num: 50, den: 1 },
  '60': { num: 60, den: 1 },
};

test('a landing with sound is sent at a higher rate and at a lower one, and stays together', async ({
  page,
}) => {
  await openEmptyKit(page);
  const own = PER_SECOND['30'];
  const frame = await landed(page, own);
  await expectTogether(page, 'H.264 .mp4', '60', own, frame, PER_SECOND['60']);
  await expectTogether(page, 'ProRes 422 HQ .mov', '24', own, frame, PER_SECOND['24']);
});

test('picture and sound stay together between all pairs of rates @long', async ({ page }) => {
  test.setTimeout(900_000);
  await openEmptyKit(page);
  for (const [name, own] of Object.entries(PER_SECOND)) {
    const frame = await landed(page, own);
    for (const [label, to] of Object.entries(PER_SECOND)) {
      if (label === name) continue;
      await expectTogether(page, 'H.264 .mp4', label, own, frame, to);
    }
    await backToKit(page);
  }
});

/** Sounds as cameras and recorders make them: channels, samples a second, and how they are coded. */
const SOURCES = [
  ['5.1', 48_000, 'm4a', ['-c:a', 'aac', '-b:a', '512k']],
  ['7.1', 48_000, 'wav', ['-c:a', 'pcm_s24le']],
  ['mono', 22_050, 'wav', ['-c:a', 'pcm_s16le']],
  ['stereo', 96_000, 'flac', ['-c:a', 'flac', '-sample_fmt', 's32']],
] as const;

/** What each channel adds to the left and to the right, after ITU-R BS.775. */
const RULES: Readonly<Record<(typeof SOURCES)[number][0], string>> = {
  '5.1': 'pan=stereo|c0=c0+0.7071*c2+0.7071*c4|c1=c1+0.7071*c2+0.7071*c5',
  '7.1': 'pan=stereo|c0=c0+0.7071*c2+0.7071*c4+0.7071*c6|c1=c1+0.7071*c2+0.7071*c5+0.7071*c7',
  mono: 'pan=stereo|c0=c0|c1=c0',
  stereo: 'anull',
};

test('surround sound keeps its centre, and every rate and depth its level @long', async ({
  page,
}) => {
  const files = SOURCES.map(([layout, rate, extension, coder], i) => {
    const count = { mono: 1, stereo: 2, '5.1': 6, '7.1': 8 }[layout];
    const tones = Array.from({ length: count }, (_, c) => `0.12*sin(2*PI*${220 + 90 * c}*t)`);
    const file = testFile(`layout-${i}.${extension}`);
    const source = `aevalsrc=exprs='${tones.join('|')}':c=${layout}:d=1:s=${rate}`;
    ffmpeg('-f', 'lavfi', '-i', source, ...coder, file);
    return file;
  });
  await openEmptyKit(page);
  const picture = testFile('ground.mp4');
  const ground = `color=gray:s=160x90:r=30:d=${SOURCES.length}`;
  ffmpeg('-f', 'lavfi', '-i', ground, '-c:v', 'libx264', '-pix_fmt', 'yuv420p', picture);
  await bringIn(page, [picture, ...files]);
  await landOn(page, 'ground');
  for (const [second] of SOURCES.entries()) {
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await page.getByRole('menuitem', { name: `layout-${second}`, exact: true }).click();
    await setNumber(page, 'Starts at', second);
    await deselect(page);
  }
  await page.getByRole('link', { name: 'Send' }).click();
  const sent = channelsOf(await send(page, 'ProRes 422 HQ .mov'), 2);
  SOURCES.forEach(([layout], i) => {
    const wanted = channelsOf(files[i], 2, '-af', RULES[layout]);
    for (const side of [0, 1]) {
      const part = sent[side].subarray((i + 0.2) * 48_000, (i + 0.8) * 48_000);
      const own = wanted[side].subarray(0.2 * 48_000, 0.8 * 48_000);
      expect(Math.abs(level(part) - level(own)), `${layout}, side ${side}`).toBeLessThan(0.2);
    }
  });
});
