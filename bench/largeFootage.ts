import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { bringIn, folder, memoryRow, openKit, peakOf } from './support';

const MEGABYTES = 64;

/** A video of noise, which nothing makes small. */
function noiseVideo(): string {
  const file = join(folder, 'noise.mp4');
  const source = 'color=c=gray:size=1920x1080:rate=30,noise=alls=100:allf=t';
  const encoding = ['-c:v', 'libx264', '-preset', 'ultrafast', '-crf', '8', '-g', '30'];
  const limit = ['-fs', `${MEGABYTES * 1e6}`, '-pix_fmt', 'yuv420p'];
  execFileSync('ffmpeg', [
    '-v',
    'error',
    '-y',
    '-f',
    'lavfi',
    '-i',
    source,
    ...encoding,
    ...limit,
    file,
  ]);
  return file;
}

/** The same some times in a row, as one file. */
function repeated(file: string, times: number): string {
  const out = join(folder, `noise-${times}.mp4`);
  const input = ['-stream_loop', String(times - 1), '-i', file];
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...input, '-c', 'copy', out]);
  return out;
}

/** A video of 4 GB against one of 64 MB. */
export async function benchLargeFootage(): Promise<void> {
  const noise = noiseVideo();
  await memoryRow('bringing in video, 64 MB and 4 GB: peak memory', [1, 64], async (times) =>
    peakOf(await openKit([]), (page) => bringIn(page, [repeated(noise, times)])),
  );
}
