import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  BufferTarget,
  EncodedPacket,
  EncodedVideoPacketSource,
  MovOutputFormat,
  Output,
} from 'mediabunny';
import type { Profile, Size } from '@/core/prores/profile';
import { perSecond, type Rate } from '@/core/time';
import { kernelsOn, newMemory } from '@/engine/kernels/load';
import type { ProresKernels } from '@/engine/kernels/prores';
import { buildKernels } from '../unit/kernels';
import { scratchFolder } from './scratch';

const folder = scratchFolder('prores');

export const proresKernels = (): Promise<ProresKernels> =>
  kernelsOn('prores', new WebAssembly.Module(readFileSync(buildKernels())), newMemory(true));

/** Frames as a file has them. @returns its path */
export async function movOf(
  size: Size,
  { fourCc }: Profile,
  frames: readonly Uint8Array[],
  rate: Rate,
): Promise<string> {
  const target = new BufferTarget();
  const output = new Output({ format: new MovOutputFormat({ fastStart: 'in-memory' }), target });
  const source = new EncodedVideoPacketSource('prores');
  output.addVideoTrack(source, { frameRate: perSecond(rate) });
  await output.start();
  const coded = { codec: fourCc, codedWidth: size.width, codedHeight: size.height };
  for (const [index, frame] of frames.entries()) {
    const packet = new EncodedPacket(frame, 'key', index / perSecond(rate), 1 / perSecond(rate));
    await source.add(packet, { decoderConfig: coded });
  }
  await output.finalize();
  const path = join(folder, 'coded.mov');
  writeFileSync(path, new Uint8Array(target.buffer!));
  return path;
}

/** Frames as ffmpeg decodes them; it ends with an error where anything in them is wrong. */
export const decodedByFfmpeg = (path: string, ...as: readonly string[]): Uint8Array =>
  execFileSync(
    'ffmpeg',
    [
      ...['-v', 'error', '-xerror', '-err_detect', 'explode', '-i', path],
      ...[...as, '-f', 'rawvideo', '-'],
    ],
    { maxBuffer: 2 ** 31 - 1, stdio: ['ignore', 'pipe', 'pipe'] },
  );

const EXACT = 'scale=in_color_matrix=bt709:in_range=tv:flags=accurate_rnd+full_chroma_int';

/** Straight red, green, blue and alpha of all frames. */
export const decoded = (path: string): Uint8Array =>
  decodedByFfmpeg(path, '-vf', EXACT, '-pix_fmt', 'rgba');

/** PSNR of the composite over grey, dB, and the largest difference in alpha. */
export function held(found: Uint8Array, meant: Uint8ClampedArray) {
  let squares = 0;
  let alpha = 0;
  for (let i = 0; i < meant.length; i += 4) {
    const [a, b] = [found[i + 3], meant[i + 3]];
    for (let c = i; c < i + 3; c++) {
      squares += (((found[c] - 128) * a - (meant[c] - 128) * b) / 255) ** 2;
    }
    const off = a > b ? a - b : b - a;
    if (off > alpha) alpha = off;
  }
  return { psnr: 10 * Math.log10((255 ** 2 * meant.length * 0.75) / squares), alpha };
}
