import { ffmpeg } from './media';

/** A file's sound as ffmpeg decodes it, mixed to so many channels at 48 kHz, one channel after the other. */
export function channelsOf(
  file: string,
  count: 1 | 2,
  ...filter: readonly string[]
): readonly Float32Array[] {
  const pcm = ffmpeg(
    '-i',
    file,
    ...filter,
    '-ac',
    String(count),
    '-ar',
    '48000',
    '-f',
    'f32le',
    '-',
  );
  const all = new Float32Array(pcm.buffer.slice(pcm.byteOffset, pcm.byteOffset + pcm.length));
  return Array.from({ length: count }, (_, c) => all.filter((_value, i) => i % count === c));
}

/** Seconds at which a file becomes loud after it was quiet for a while. */
export function onsets(file: string): readonly number[] {
  const [samples] = channelsOf(file, 1);
  const found: number[] = [];
  let last = -48_000;
  samples.forEach((value, i) => {
    if (Math.abs(value) < 0.2) return;
    if (i - last > 24_000) found.push(i / 48_000);
    last = i;
  });
  return found;
}

/** The level of samples in decibels of full scale. */
export function level(samples: Float32Array): number {
  const square = samples.reduce((sum, value) => sum + value * value, 0) / samples.length;
  return 10 * Math.log10(square);
}
