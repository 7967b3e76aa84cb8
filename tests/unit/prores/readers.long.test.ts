import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { seededRandom } from '@/core/random';
import { PRORES_4444, type Size } from '@/core/prores/profile';
import type { Rate } from '@/core/time';
import type { ProresKernels } from '@/engine/kernels/prores';
import { Team } from '@/engine/kernels/team';
import { codedBy } from '@/engine/send/proresCoder';
import { decoded, decodedByFfmpeg, held, movOf, proresKernels } from '../../support/prores';
import { scratchFolder } from '../../support/scratch';

const folder = scratchFolder('prores');
const SECOND: Rate = { num: 30, den: 1 };

// A test's own global is slow to reach from loops over pixels.
const { floor, sin, sqrt } = Math;

/** Writes a pixel's red, green, blue and alpha. */
type Painter = (
  rgba: Uint8ClampedArray,
  at: number,
  x: number,
  y: number,
  random: () => number,
) => void;

function put(rgba: Uint8ClampedArray, at: number, r: number, g: number, b: number, a = 255) {
  rgba[at] = r;
  rgba[at + 1] = g;
  rgba[at + 2] = b;
  rgba[at + 3] = a;
}

/** Soft-edged discs of colour on nothing, as artwork is. */
const TITLE: Painter = (rgba, at, x, y) => {
  const alpha = (48 - sqrt(((x % 160) - 80) ** 2 + ((y % 120) - 60) ** 2)) * 255;
  const hue = floor(x / 160) % 3;
  put(rgba, at, hue === 0 ? 233 : 75, hue === 1 ? 162 : 46, hue === 2 ? 190 : 59, alpha);
};
/** Opaque, and different in every pixel, as footage is. */
const FOOTAGE: Painter = (rgba, at, x, y, random) => {
  const shade = 120 + 60 * sin(x / 23 + y / 41) + 30 * sin(x / 3.1 - y / 5.3);
  const grain = 10 * random();
  put(rgba, at, shade + grain, shade * 0.8 + grain, 255 - shade + grain);
};
const NOISE: Painter = (rgba, at, _x, _y, random) =>
  put(rgba, at, random() * 256, random() * 256, random() * 256, random() * 256);
const GRADIENT: Painter = (rgba, at, x, y) =>
  put(rgba, at, x % 256, y % 256, (x + y) % 256, 255 - (x % 200));
const LINES: Painter = (rgba, at, x) =>
  x % 2 ? put(rgba, at, 255, 255, 255) : put(rgba, at, 0, 0, 0, 0);
const CLEAR: Painter = (rgba, at) => put(rgba, at, 0, 0, 0, 0);
const OPAQUE: Painter = (rgba, at) => put(rgba, at, 240, 120, 40);

const PICTURES = { TITLE, FOOTAGE, NOISE, GRADIENT, LINES, CLEAR, OPAQUE };
type Picture = keyof typeof PICTURES;
const NAMES = Object.keys(PICTURES) as readonly Picture[];
/** What is no artwork may lose colours to the profile's rate. */
const BOUND_BY_RATE: readonly Picture[] = ['FOOTAGE', 'NOISE'];

function painted({ width, height }: Size, paint: Painter): Uint8ClampedArray {
  const random = seededRandom(width * height);
  const rgba = new Uint8ClampedArray(width * height * 4);
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at += 4) paint(rgba, at, x, y, random);
  }
  return rgba;
}

let kernels: ProresKernels;
beforeAll(async () => {
  kernels = await proresKernels();
}, 120_000);

const coderOf = (size: Size, rate = SECOND) =>
  codedBy(new Team(kernels, 1), size, rate, PRORES_4444);

const SIZES: readonly (readonly [string, Size])[] = [
  ['16 × 16', { width: 16, height: 16 }],
  ['17 × 13', { width: 17, height: 13 }],
  ['720p', { width: 1280, height: 720 }],
  ['1080p', { width: 1920, height: 1080 }],
];
const FEW: readonly Picture[] = ['TITLE', 'FOOTAGE', 'NOISE'];
const CASES = [
  ...SIZES.map(([name, size]) => [name, size, NAMES] as const),
  ['9:16', { width: 1080, height: 1920 }, FEW] as const,
  ['4K', { width: 3840, height: 2160 }, FEW] as const,
];

it.each(CASES)(
  'a file of %s is read frame by frame: artwork over 55 dB, alpha within a level',
  async (_name, size, names) => {
    const coder = coderOf(size);
    const pictures = names.map((name) => painted(size, PICTURES[name]));
    const path = await movOf(size, PRORES_4444, pictures.map(coder), SECOND);
    const found = decoded(path);
    expect(found.length).toBe(pictures.length * size.width * size.height * 4);
    for (const [index, meant] of pictures.entries()) {
      const name = names[index];
      const { psnr, alpha } = held(found.subarray(index * meant.length), meant);
      if (!BOUND_BY_RATE.includes(name))
        expect([name, psnr > 55, psnr]).toEqual([name, true, psnr]);
      expect(alpha).toBeLessThanOrEqual(1);
    }
    const planes = decodedByFfmpeg(path, '-pix_fmt', 'yuva444p12le');
    expect(farthest(planesOf(path), planes)).toBeLessThanOrEqual(ONE_CODE);
  },
  120_000,
);

// Noise has no rival: the other encoder's coarsest steps need more than the profile's rate.
it.each(NAMES.filter((name) => name !== 'NOISE'))(
  '%s is no worse than by another encoder whose frame is no larger',
  async (name) => {
    const size = { width: 1280, height: 720 };
    const meant = painted(size, PICTURES[name]);
    const frame = coderOf(size)(meant);
    const ours = await movOf(size, PRORES_4444, [frame], SECOND);
    const other = otherOf(size, meant, frame.length);
    const psnrOf = (path: string) => Math.min(99, held(decoded(path), meant).psnr);
    expect(psnrOf(ours)).toBeGreaterThanOrEqual(psnrOf(other));
  },
  120_000,
);

it('a frame after a heavy one is as good as it is by itself', async () => {
  const size = { width: 640, height: 360 };
  const coder = coderOf(size);
  coder(painted(size, NOISE));
  const meant = painted(size, GRADIENT);
  const path = await movOf(size, PRORES_4444, [coder(meant)], SECOND);
  expect(held(decoded(path), meant).psnr).toBeGreaterThan(55);
});

/** What one code of ten bits is in the twelve that decoders give. */
const ONE_CODE = 4;

/** Planes as the decoder that the app ships gives them. */
const planesOf = (path: string): Uint8Array =>
  execFileSync('node', ['tests/support/proresPlanes.mjs', path, PRORES_4444.fourCc], {
    maxBuffer: 2 ** 31 - 1,
  });

function farthest(some: Uint8Array, others: Uint8Array): number {
  const [a, b] = [some, others].map(
    ({ buffer, byteOffset, byteLength }) =>
      new Uint16Array(buffer.slice(byteOffset, byteOffset + byteLength)),
  );
  expect(a.length).toBe(b.length);
  let most = 0;
  for (let i = 0; i < a.length; i++) {
    const off = a[i] > b[i] ? a[i] - b[i] : b[i] - a[i];
    if (off > most) most = off;
  }
  return most;
}

const frameBytes = (path: string): number =>
  Number(
    execFileSync('ffprobe', [
      '-v',
      'error',
      '-show_entries',
      'packet=size',
      '-of',
      'csv=p=0',
      path,
    ]),
  );

/** Steps of another encoder's quantiser, from fine to coarse. */
const STEPS = [5, 8, 12, 18, 26, 40, 64];

const CODED = 'scale=out_color_matrix=bt709:out_range=tv:flags=accurate_rnd+full_chroma_int';

/** A frame by ffmpeg's encoder with the finest steps of which it is no larger than ours. */
function otherOf({ width, height }: Size, rgba: Uint8ClampedArray, bytes: number): string {
  const [raw, path] = ['frame.rgba', 'other.mov'].map((name) => join(folder, name));
  writeFileSync(raw, rgba);
  for (const steps of STEPS) {
    execFileSync('ffmpeg', [
      ...['-v', 'error', '-y', '-f', 'rawvideo', '-pix_fmt', 'rgba', '-s', `${width}x${height}`],
      ...['-i', raw, '-vf', CODED, '-c:v', 'prores_ks', '-profile:v', '4444'],
      ...['-pix_fmt', 'yuva444p10le', '-alpha_bits', '8', '-qscale:v', String(steps), path],
    ]);
    if (frameBytes(path) <= bytes) return path;
  }
  throw new Error('Its coarsest steps need more bytes.');
}

const RATES: readonly (readonly [string, Rate])[] = [
  ['23.976', { num: 24000, den: 1001 }],
  ['24.000', { num: 24, den: 1 }],
  ['25.000', { num: 25, den: 1 }],
  ['29.970', { num: 30000, den: 1001 }],
  ['30.000', { num: 30, den: 1 }],
  ['50.000', { num: 50, den: 1 }],
  ['59.940', { num: 60000, den: 1001 }],
  ['60.000', { num: 60, den: 1 }],
];

it.each(RATES)('a file of %s frames a second says so, and what it is', async (name, rate) => {
  const size = { width: 320, height: 180 };
  const frame = coderOf(size, rate)(painted(size, TITLE));
  const path = await movOf(
    size,
    PRORES_4444,
    Array.from({ length: 12 }, () => frame),
    rate,
  );
  const said = execFileSync('mediainfo', ['--Output=JSON', path], { encoding: 'utf8' });
  const { media } = JSON.parse(said) as { media: { track: Record<string, string>[] } };
  const video = media.track.find((track) => track['@type'] === 'Video')!;
  expect(video).toMatchObject({
    ...{ Format: 'ProRes', Format_Profile: '4444', Width: '320', Height: '180' },
    ...{ FrameRate: name, FrameCount: '12', ColorSpace: 'YUVA', ScanType: 'Progressive' },
    ...{ matrix_coefficients: 'BT.709', transfer_characteristics: 'BT.709' },
    ...{ colour_primaries: 'BT.709' },
  });
});
