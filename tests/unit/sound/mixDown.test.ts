import { execFileSync } from 'node:child_process';
import { mixDown } from '@/core/sound/mixDown';

/** A channel with a tone of its own, so that a mix tells which channels are in it. */
const tone = (i: number, length = 4800) =>
  Float32Array.from(
    { length },
    (_, n) => 0.1 * Math.sin((2 * Math.PI * 200 * (i + 1) * n) / 48_000),
  );

const rms = (samples: Float32Array) =>
  Math.sqrt(samples.reduce((sum, value) => sum + value * value, 0) / samples.length);

const decibels = (a: Float32Array, b: Float32Array) => 20 * Math.log10(rms(a) / rms(b));

/** What ffmpeg makes of the same channels: its own mix, without scaling it down where many are loud. */
function byFfmpeg(channels: readonly Float32Array[], layout: string): readonly Float32Array[] {
  const input = new Float32Array(channels[0].length * channels.length);
  channels.forEach((channel, c) =>
    channel.forEach((value, i) => (input[i * channels.length + c] = value)),
  );
  const raw = ['-f', 'f32le', '-ar', '48000'];
  const out = execFileSync(
    'ffmpeg',
    [
      ...['-v', 'error', ...raw, '-ch_layout', layout, '-i', '-'],
      ...['-af', 'aresample=ochl=stereo:rematrix_maxval=1000', ...raw, '-'],
    ],
    { input: Buffer.from(input.buffer) },
  );
  const mixed = new Float32Array(out.buffer.slice(out.byteOffset, out.byteOffset + out.length));
  return [0, 1].map((side) => mixed.filter((_, i) => i % 2 === side));
}

it.each([
  ['3.0', 3],
  ['quad', 4],
  ['5.0', 5],
  ['5.1', 6],
  ['6.1', 7],
  ['7.1', 8],
] as const)('%s is mixed to two channels as ffmpeg does it', (layout, count) => {
  const channels = Array.from({ length: count }, (_, i) => tone(i));
  const { left, right } = mixDown(channels);
  const [wantedLeft, wantedRight] = byFfmpeg(channels, layout);
  for (const [own, wanted] of [
    [left, wantedLeft],
    [right, wantedRight],
  ] as const) {
    expect(Math.abs(decibels(own, wanted))).toBeLessThan(0.2);
    const off = own.map((value, i) => value - wanted[i]);
    expect(rms(off)).toBeLessThan(0.001);
  }
});

it('a voice in the centre is heard on both sides at half its power', () => {
  const silent = new Float32Array(4800);
  const { left, right } = mixDown([silent, silent, tone(0), silent, silent, silent]);
  expect(decibels(left, tone(0))).toBeCloseTo(-3.01, 2);
  expect(right).toEqual(left);
});

it('one channel is heard on both sides as loud as it is, and two stay as they are', () => {
  expect(mixDown([tone(0)])).toEqual({ left: tone(0), right: tone(0) });
  expect(mixDown([tone(0), tone(1)])).toEqual({ left: tone(0), right: tone(1) });
});
