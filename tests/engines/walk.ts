import { formatById, isMoving, type Format, type FormatId } from '@/core/formats';
import { ffmpeg, pngPixels, testFile, whereIs, type Pixels } from '../support/media';
import { LOOKED_AT, readSent, SENT } from './readSent';
import type { Visit } from './visit';

/** What somebody did in a browser and how it went: what was seen, or what the app says instead. */
export interface Step {
  readonly what: string;
  readonly works: boolean;
  readonly seen: string;
}

const GREEN_SCREEN = 'Line over the meadow';

/**
 * Uses the app from the first visit to a reload: demo kit, files brought in, an overlay made, played,
 * checked and sent, a landing with a key, and all of it still there.
 * @param formats those that are sent after a still, which they are held against
 * @param told is called with each step as it ends
 */
export async function walk(
  visit: Visit,
  formats: readonly FormatId[],
  told: (step: Step) => void = () => undefined,
): Promise<readonly Step[]> {
  const steps: Step[] = [];
  const step = async (what: string, act: () => Promise<string>) => {
    const done = await act().then(
      (seen) => ({ what, works: true, seen }),
      (error: Error) => ({ what, works: false, seen: error.message }),
    );
    steps.push(done);
    told(done);
  };
  await step('The demo kit opens', () => openDemo(visit));
  await step('MP4, WebM, PNG and WAV are brought in', () => bringIn(visit));
  await step('An overlay is made', () => make(visit));
  await step('It plays', () => play(visit));
  await step('It is checked', () => check(visit));
  await visit.press('link', 'Send');
  let still: Pixels | null = null;
  for (const id of ['png', ...formats]) {
    const format = formatById(id)!;
    await step(`Send ${nameOf(format)}`, async () => {
      const { pixels, seen } = await readSent(await send(visit, format), format, still);
      still ??= pixels;
      return seen;
    });
  }
  await step('A keyed clip lands on footage', () => landKeyed(visit));
  await step('All is there after a reload', () => reload(visit));
  return steps;
}

const nameOf = ({ label, extension }: Format) => `${label} .${extension}`;

async function openDemo({ open, press, until, ask }: Visit): Promise<string> {
  await open('/');
  await press('button', 'Open the demo kit');
  await until('the demo kit', () => ask('count', 'link', 'Open Wind card'));
  return '';
}

async function bringIn({ press, until, ask, chooseNext }: Visit): Promise<string> {
  const picture = ['-f', 'lavfi', '-i', 'testsrc2=size=320x180:rate=30:duration=1'];
  const tone = ['-f', 'lavfi', '-i', 'sine=frequency=440:duration=1'];
  const files = ['Walk mp4.mp4', 'Walk webm.webm', 'Walk png.png', 'Walk wav.wav'].map(testFile);
  ffmpeg(...picture, '-c:v', 'libx264', '-pix_fmt', 'yuv420p', files[0]);
  ffmpeg(...picture, '-c:v', 'libvpx-vp9', '-pix_fmt', 'yuv420p', files[1]);
  ffmpeg(...picture, '-frames:v', '1', files[2]);
  ffmpeg(...tone, files[3]);
  await press('tab', 'Footage*');
  await chooseNext(files);
  await press('button', 'Bring in files');
  for (const name of ['Walk mp4', 'Walk webm', 'Walk png', 'Walk wav']) {
    await until(name, () => ask('count', 'link', `Open ${name}`));
  }
  await press('tab', 'Overlays*');
  return '';
}

async function make({ press, until, ask, fill }: Visit): Promise<string> {
  await press('button', 'New overlay');
  await press('button', 'Begin empty');
  await until('a new overlay', () => ask('count', 'heading', 'This overlay'));
  await fill('Width', `${SENT.width}`);
  await fill('Height', `${SENT.height}`);
  await fill('Length', '1');
  await press('button', 'Add');
  await press('menuitem', 'Words');
  await fill('Words', 'Kite');
  await fill('Size', '150');
  await press('tab', 'Moves');
  await press('button', 'Fade');
  await press('button', 'Add it');
  await until('the move', () => ask('count', 'button', 'Fade, arrive'));
  return '';
}

async function play({ press, until, ask }: Visit): Promise<string> {
  const now = () => ask('attribute', 'slider', 'Playhead', 'aria-valuenow');
  const before = await now();
  await press('button', 'Play');
  await until('the playhead to move', now, (at) => at !== before);
  return '';
}

async function check({ press, until, ask }: Visit): Promise<string> {
  await press('link', 'Check');
  await until('what was looked at', () => ask('shown', `${SENT.frames} frames looked at`));
  return '';
}

/** @returns the file; throws what the app says where there is none */
async function send(visit: Visit, format: Format): Promise<string> {
  const { press, until, ask } = visit;
  const name = nameOf(format);
  await until('the format to be chosen', async () => {
    await press('radio', name);
    return (await ask('attribute', 'radio', name, 'aria-checked')) === 'true';
  });
  const isDisabled = async () =>
    (await ask('attribute', 'button', 'Send*', 'aria-disabled')) === 'true';
  const words = async () => (await ask('text', 'radio', name)) ?? 'Asking';
  await until('whether it can be made', words, (now) => !now.includes('Asking'));
  if (await isDisabled()) throw new Error(reasonIn(await words()));
  if (!isMoving(format)) await visit.fill('Frame', `${LOOKED_AT}`);
  const before = await ask('text', 'alert');
  const told = async () => {
    const now = await ask('text', 'alert');
    if (now !== null && now !== before) throw new Error(now);
  };
  return visit.download(() => press('button', 'Send*'), told);
}

/** A format's card ends with what stands against it. */
const reasonIn = (card: string): string => /This browser cannot.*|Needs .*/.exec(card)?.[0] ?? card;

async function landKeyed(visit: Visit): Promise<string> {
  const { open, press, until, ask } = visit;
  await open('/');
  await press('tab', 'Landings*');
  await press('link', `Open ${GREEN_SCREEN}`);
  await press('link', 'Send');
  await until('the send screen', () => ask('count', 'radio', 'PNG still .png'));
  const file = await send(visit, formatById('png')!);
  const pixels = await pngPixels(file);
  const green = whereIs(pixels, ([r, g, b]) => g > 160 && r < 60 && b < 140);
  const share = green.count / (pixels.width * pixels.height);
  if (share > 0.01) throw new Error(`${Math.round(share * 100)} % are still of the key colour`);
  return '';
}

async function reload({ open, until, ask }: Visit): Promise<string> {
  await open('/');
  await until('the overlay', () => ask('count', 'link', 'Open New overlay'));
  return '';
}
