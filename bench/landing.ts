import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser, Page } from '@playwright/test';
import {
  addLayer,
  createLanded,
  createLanding,
  DEFAULT_KEY,
  DOCUMENT_VERSION,
  updateLayer,
  type Footage,
  type Landing,
} from '@/core/document';
import { folder, openKitFile, row, timeSend } from './support';

const SECONDS = 6;
const KEY_COLOUR = '#00c853';

/** A 1080p H.264 clip of a moving test picture, made by ffmpeg. */
function clip(
  id: string,
  source: string,
  filters: string,
): { footage: Footage; bytes: Uint8Array } {
  const file = join(folder, `${id}.mp4`);
  const tags =
    'scale=out_color_matrix=bt709:out_range=tv,setparams=color_primaries=bt709:color_trc=bt709:colorspace=bt709:range=tv';
  const input = ['-f', 'lavfi', '-i', source, '-t', String(SECONDS)];
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
    width: 1920,
    height: 1080,
    duration: SECONDS,
    rate: { num: 30, den: 1 },
    alpha: false,
  };
  return { footage, bytes };
}

/** A keyed 1080p clip over 1080p footage: how it plays, and how long it takes to send. */
export async function benchLanding(browser: Browser): Promise<void> {
  const base = clip('ground', 'testsrc2=size=1920x1080:rate=30', '');
  const keyed = clip(
    'keyed',
    `color=c=0x${KEY_COLOUR.slice(1)}:size=1920x1080:rate=30`,
    'drawbox=x=300+200*t:y=600:w=900:h=220:color=0xb3432b:t=fill,drawbox=x=380+200*t:y=680:w=700:h=60:color=white:t=fill',
  );
  const empty = createLanding({ id: 'landing', created: 0 }, 'Landed', base.footage);
  const landing: Landing = updateLayer(
    addLayer(empty, createLanded('over', empty, keyed.footage)),
    'over',
    { key: { ...DEFAULT_KEY, colour: KEY_COLOUR } },
  );
  const media = new Map([base, keyed].map(({ footage, bytes }) => [footage.media.hash, bytes]));
  const footage = [base.footage, keyed.footage];
  const kit = { name: 'Bench', overlays: [], landings: [landing], footage, fonts: [] };
  const page = await openKitFile(browser, { kit, media });
  await playThrough(page, landing);
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
  row(
    'playing a keyed 1080p clip over 1080p footage',
    `${shown} of ${length} frames`,
    '',
    `${(shown / SECONDS).toFixed(1)} a second (aim 24)`,
  );
}

/** The same landing by ffmpeg: decode both, key, lay over, and the same encoding at one quality. */
function timePeer(): number {
  const graph = `[1:v]chromakey=0x${KEY_COLOUR.slice(1)}:0.1:0.2[k];[0:v][k]overlay`;
  const started = performance.now();
  const inputs = ['ground', 'keyed'].flatMap((id) => ['-i', join(folder, `${id}.mp4`)]);
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
