import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import {
  createLanded,
  createLanding,
  DEFAULT_KEY,
  DOCUMENT_VERSION,
  EMPTY_KIT,
  type Footage,
  type Landing,
} from '@/core/document';
import { addLayer, updateLayer } from '@/core/edit';
import {
  browserMemory,
  folder,
  median,
  memoryRow,
  openKitFile,
  type KitFile,
  peakOf,
  row,
  timeSend,
} from './support';

const SECONDS = 6;
const KEY_COLOUR = '#00c853';
const PRORES = 'ProRes 422 HQ .mov';

interface Clip {
  readonly footage: Footage;
  readonly bytes: Uint8Array;
}

interface Shape {
  readonly width: number;
  readonly height: number;
  readonly seconds: number;
  /** Frames a second. */
  readonly rate: number;
}

const FULL_HD: Shape = { width: 1920, height: 1080, seconds: SECONDS, rate: 30 };

/** An H.264 clip made by ffmpeg from one of its sources, whose size and rate are filled in. */
function clip(id: string, source: string, filters: string, shape: Shape): Clip {
  const { width, height, seconds, rate } = shape;
  const file = join(folder, `${id}.mp4`);
  const tags =
    'scale=out_color_matrix=bt709:out_range=tv,setparams=color_primaries=bt709:color_trc=bt709:colorspace=bt709:range=tv';
  const sized = `${source}size=${width}x${height}:rate=${rate}`;
  const input = ['-f', 'lavfi', '-i', sized, '-t', String(seconds)];
  const encoding = ['-c:v', 'libx264', '-crf', '18', '-preset', 'fast', '-pix_fmt', 'yuv420p'];
  const chain = [filters, tags].filter((part) => part !== '').join(',');
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...input, '-vf', chain, ...encoding, file]);
  const bytes = new Uint8Array(readFileSync(file));
  const hash = createHash('sha256').update(bytes).digest('hex');
  const footage: Footage = {
    kind: 'footage',
    version: DOCUMENT_VERSION,
    id,
    name: id,
    created: 0,
    type: 'video',
    media: { hash, extension: 'mp4', bytes: bytes.length },
    width,
    height,
    duration: seconds,
    rate: { num: rate, den: 1 },
    alpha: false,
    cut: null,
    plays: null,
  };
  return { footage, bytes };
}

/** A box that moves over the key colour, on moving footage. */
function keyedLanding(name: string, shape: Shape): { landing: Landing; content: KitFile } {
  const base = clip(`${name}-ground`, 'testsrc2=', '', shape);
  const { width: w, height: h } = shape;
  const box = `drawbox=x=${w / 6}+${w / 10}*mod(t\\,5):y=${h / 2}:w=${w / 2}:h=${h / 5}:color=0xb3432b:t=fill`;
  const keyed = clip(`${name}-keyed`, `color=c=0x${KEY_COLOUR.slice(1)}:`, box, shape);
  const empty = createLanding({ id: name, created: 0 }, name, base.footage);
  const landing: Landing = updateLayer(
    addLayer(empty, createLanded('over', empty, keyed.footage)),
    'over',
    { key: { ...DEFAULT_KEY, colour: KEY_COLOUR } },
  );
  const clips = [base, keyed];
  const footage = clips.map((entry) => entry.footage);
  const media = new Map(clips.map((entry) => [entry.footage.media.hash, entry.bytes]));
  const kit = {
    name: 'Bench',
    overlays: [],
    landings: [landing],
    footage,
    fonts: [],
    luts: [],
    recipes: [],
  };
  return { landing, content: { kit, media } };
}

/** A keyed 1080p clip over 1080p footage: how it plays, is sought, and how long sending it takes. */
export async function benchLanding(): Promise<void> {
  const { landing, content } = keyedLanding('landed', FULL_HD);
  const page = await openKitFile(content);
  await playThrough(page, landing);
  await seek(page);
  await timeSend(page, landing.name, 'H.264 .mp4', 'Landings');
  const { making } = await timeSend(page, landing.name, 'H.264 .mp4', 'Landings');
  const peer = timePeer();
  row(
    'sending 6 s of a keyed clip over footage',
    `${making.toFixed(2)} s`,
    `ffmpeg ${peer.toFixed(2)} s`,
    `${(making / peer).toFixed(2)} (aim 1.5)`,
  );
  await page.context().close();
  await sendFullFrame();
}

async function playThrough(page: Page, { name, length }: Landing): Promise<void> {
  await page.getByRole('tab', { name: /^Landings/ }).click();
  await page.getByRole('link', { name: `Open ${name}` }).click();
  await page.waitForTimeout(2000);
  await page.getByRole('button', { name: 'Loop is on' }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).waitFor({ timeout: 30_000 });
  const text = (await page.getByText(/dropped$/).allInnerTexts())[0] ?? '0 dropped';
  const shown = length - Number(text.split(' ')[0]);
  const decoded = length / timeDecoding();
  row(
    'playing a keyed 1080p clip over 1080p footage',
    `${(shown / SECONDS).toFixed(1)} fps (aim 24)`,
    `ffmpeg decodes ${decoded.toFixed(0)}`,
    (shown / SECONDS / decoded).toFixed(2),
  );
}

/** Seconds that ffmpeg takes to do no more than decode both clips, on one thread each. */
function timeDecoding(): number {
  const started = performance.now();
  for (const id of ['ground', 'keyed']) {
    const file = join(folder, `landed-${id}.mp4`);
    execFileSync('ffmpeg', ['-v', 'error', '-threads', '1', '-i', file, '-f', 'null', '-']);
  }
  return (performance.now() - started) / 1000;
}

/** The same landing by ffmpeg: decode both, key, lay over, and the same encoding at one quality. */
function timePeer(): number {
  const graph = `[1:v]chromakey=0x${KEY_COLOUR.slice(1)}:0.1:0.2[k];[0:v][k]overlay`;
  const started = performance.now();
  const inputs = ['ground', 'keyed'].flatMap((id) => ['-i', join(folder, `landed-${id}.mp4`)]);
  const encoding = ['-c:v', 'libx264', '-crf', '18', '-pix_fmt', 'yuv420p'];
  const out = join(folder, 'peer-landing.mp4');
  execFileSync('ffmpeg', [
    '-v',
    'error',
    '-y',
    ...inputs,
    '-filter_complex',
    graph,
    ...encoding,
    out,
  ]);
  return (performance.now() - started) / 1000;
}

const SEEKS = 1000;

/** Seeks at the beginning and at the end whose memory is held against each other. */
const COMPARED_SEEKS = 200;

/**
 * Whether memory grows as the playhead is put to many places: medians, as it goes up and down by a
 * third with every collection of what is no longer used.
 */
async function seek(page: Page): Promise<void> {
  const box = (await page.getByRole('slider', { name: 'Playhead' }).boundingBox())!;
  const memory: number[] = [];
  for (let i = 0; i < SEEKS; i++) {
    await page.mouse.click(box.x + 10 + (box.width - 20) * ((i * 0.618) % 1), box.y + 10);
    memory.push(browserMemory());
  }
  const before = median(memory.slice(0, COMPARED_SEEKS));
  const after = median(memory.slice(-COMPARED_SEEKS));
  row(
    `memory over ${SEEKS} seeks`,
    `${before.toFixed(0)} MB`,
    `${after.toFixed(0)} MB`,
    `${(after / before).toFixed(2)} (aim 1.20)`,
  );
}

/** Peak memory of the browser while keyed landings are sent: small ones of one minute and of ten, and large ones. */
export async function benchLongLanding(): Promise<void> {
  const peakOfKeyed = async (name: string, shape: Shape) => {
    const { landing, content } = keyedLanding(name, shape);
    return peakOf(await openKitFile(content), (page) =>
      timeSend(page, landing.name, 'H.264 .mp4', 'Landings'),
    );
  };
  await memoryRow('sending a keyed landing of 1 and of 10 minutes', [1, 10], (minutes) =>
    peakOfKeyed(`minutes-${minutes}`, { width: 320, height: 180, seconds: minutes * 60, rate: 10 }),
  );
  await memoryRow('sending a keyed landing of 3 and of 60 s at 1080p', [3, 60], (seconds) =>
    peakOfKeyed(`seconds-${seconds}`, { ...FULL_HD, seconds }),
  );
}

/** ProRes 422 HQ of a picture that moves all over, against ffmpeg on the same frames, ready as pictures. */
async function sendFullFrame(): Promise<void> {
  const { footage, bytes } = clip('full-frame', 'testsrc2=', '', { ...FULL_HD, seconds: 3 });
  const landing = createLanding({ id: 'full', created: 0 }, 'Full frame', footage);
  const kit = { ...EMPTY_KIT, name: 'Bench', landings: [landing], footage: [footage] };
  const page = await openKitFile({ kit, media: new Map([[footage.media.hash, bytes]]) });
  await timeSend(page, landing.name, PRORES, 'Landings');
  const { making } = await timeSend(page, landing.name, PRORES, 'Landings');
  await page.context().close();
  const frames = join(folder, 'full-%03d.png');
  const ffmpeg = (...args: string[]) => execFileSync('ffmpeg', ['-v', 'error', '-y', ...args]);
  ffmpeg('-i', join(folder, 'full-frame.mp4'), frames);
  const started = performance.now();
  const encoding = ['-c:v', 'prores_ks', '-profile:v', 'hq', '-pix_fmt', 'yuv422p10le'];
  ffmpeg('-framerate', '30', '-i', frames, ...encoding, join(folder, 'peer-full.mov'));
  const peer = (performance.now() - started) / 1000;
  row(
    'ProRes 422 HQ of 3 s of full-frame footage',
    `${making.toFixed(2)} s`,
    `ffmpeg ${peer.toFixed(2)} s`,
    `${(making / peer).toFixed(2)} (aim 1.0)`,
  );
}
