import { execFileSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { sceneAt } from '@/core/scene';
import { nodeContext, nodeFont, nodeTools } from '@/paint/nodeTools';
import { paintScene } from '@/paint/paintScene';
import { folder, median, openKit, row, timeSend, title } from './support';

const TAGS =
  'scale=out_color_matrix=bt709:out_range=tv,setparams=color_primaries=bt709:color_trc=bt709:colorspace=bt709:range=tv';

/** What ffmpeg does with the same frames, ready as PNG files; libvpx at its usual middle speed. */
const PEERS = [
  {
    format: 'ProRes 4444 .mov',
    out: 'peer.mov',
    aim: 0.5,
    args: `-vf ${TAGS} -c:v prores_ks -profile:v 4444 -pix_fmt yuva444p10le -qscale:v 5`,
  },
  {
    format: 'VP9 .webm',
    out: 'peer.webm',
    aim: 0.6,
    args: `-vf ${TAGS} -c:v libvpx-vp9 -pix_fmt yuva420p -crf 12 -b:v 0 -deadline good -cpu-used 4 -row-mt 1`,
  },
  {
    format: 'H.264 .mp4',
    out: 'peer.mp4',
    aim: 1.2,
    args: `-vf ${TAGS} -c:v libx264 -pix_fmt yuv420p -crf 18`,
  },
  { format: 'PNG in MOV .mov', out: 'peer-png.mov', aim: 0.3, args: '-c:v png' },
  { format: 'APNG .apng', out: 'peer.apng', aim: 0.3, args: '-c:v apng -plays 0' },
  {
    format: 'Animated WebP .webp',
    out: 'peer.webp',
    aim: 0.8,
    args: '-c:v libwebp_anim -quality 90 -loop 0',
  },
  {
    format: 'GIF .gif',
    out: 'peer.gif',
    aim: 0.5,
    args: '-filter_complex split[a][b];[a]palettegen=stats_mode=single[p];[b][p]paletteuse=new=1:dither=none',
  },
  { format: 'PNG frames .zip', out: 'peer-%03d.png', aim: 0.5, args: '-c:v png' },
] as const;

/** Sends that are measured of each format, of which the middle one counts. */
const RUNS = 3;

function timeFfmpeg(frames: string, args: string, out: string): number {
  const started = performance.now();
  execFileSync('ffmpeg', [
    '-v',
    'error',
    '-y',
    '-framerate',
    '30',
    '-i',
    frames,
    ...args.split(' '),
    join(folder, out),
  ]);
  return (performance.now() - started) / 1000;
}

/**
 * Export time of a 3 s 1080p30 title per format, as a ratio to ffmpeg encoding the same ready frames, and what reading
 * it back takes.
 */
export async function benchExports(): Promise<void> {
  const overlay = title('Three seconds', 3);
  const frames = join(folder, 'frames');
  mkdirSync(frames, { recursive: true });
  const assets = { font: nodeFont, footage: () => undefined, overlay: () => undefined };
  const context = nodeContext(1920, 1080);
  for (let frame = 0; frame < overlay.length; frame++) {
    context.clearRect(0, 0, 1920, 1080);
    paintScene(context, sceneAt(overlay, frame, assets), nodeTools(), { x: 1, y: 1 });
    writeFileSync(
      join(frames, `${String(frame).padStart(3, '0')}.png`),
      context.canvas.toBuffer('image/png'),
    );
  }
  const page = await openKit([overlay]);
  row('export of 3 s at 1080p30', 'making', 'ffmpeg', 'ratio', 'read back', 'share of making');
  for (const { format, out, aim, args } of PEERS) {
    // Once unmeasured, so that workers, fonts and caches are warm on both sides.
    await timeSend(page, overlay.name, format);
    const times = [];
    for (let run = 0; run < RUNS; run++) times.push(await timeSend(page, overlay.name, format));
    const making = median(times.map((each) => each.making));
    const reading = median(times.map((each) => each.reading));
    const peer = timeFfmpeg(join(frames, '%03d.png'), args, out);
    const ratio = `${(making / peer).toFixed(2)} (aim ${aim})`;
    const share = `${(reading / making).toFixed(2)} (aim 0.33)`;
    const seconds = (time: number) => `${time.toFixed(2)} s`;
    row(format, seconds(making), seconds(peer), ratio, seconds(reading), share);
  }
  await page.context().close();
}
