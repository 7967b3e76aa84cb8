import { BLUE, GREEN, RED } from '@/core/colour/bt709';
import { seededRandom } from '@/core/random';
import * as factors from '@/core/prores/factors';
import { slicesOf, sliceWidths } from '@/core/prores/frame';
import {
  colourLimit,
  PRORES_422_HQ,
  PRORES_4444,
  type Profile,
  type Size,
} from '@/core/prores/profile';
import { codeSlice, colourBytes } from '@/core/prores/slice';
import { numbersOf, type ProresKernels } from '@/engine/kernels/prores';
import { Team } from '@/engine/kernels/team';
import { codedBy } from '@/engine/send/proresCoder';
import { decoded, held, movOf, proresKernels } from '../../support/prores';

const RATE = { num: 30, den: 1 };
const WIDE_ALPHA: Profile = { ...PRORES_4444, alphaBits: 16 };

type Painter = (x: number, y: number, random: () => number) => readonly number[];

const NOISE: Painter = (_x, _y, random) => [0, 0, 0, 0].map(() => random() * 256);
const EXTREMES: Painter = (_x, _y, random) => [0, 0, 0, 0].map(() => (random() < 0.5 ? 0 : 255));
const GRADIENT: Painter = (x, y) => [x % 256, y % 256, (x + y) % 256, 255 - (x % 200)];
const LINES: Painter = (x) => (x % 2 ? [255, 255, 255, 255] : [0, 0, 0, 0]);
const CLEAR: Painter = () => [0, 0, 0, 0];
const SOLID: Painter = () => [240, 120, 40, 255];

function painted({ width, height }: Size, paint: Painter): Uint8ClampedArray {
  const random = seededRandom(width * height);
  const rgba = new Uint8ClampedArray(width * height * 4);
  for (let at = 0; at < width * height; at++) {
    rgba.set(paint(at % width, Math.floor(at / width), random), at * 4);
  }
  return rgba;
}

/** Bytes of a frame’s colours, found by its own table of slices. */
function colours(frame: Uint8Array, size: Size, profile: Profile): number {
  const view = new DataView(frame.buffer, frame.byteOffset);
  const count = slicesOf(size).length;
  let at = 36 + 2 * count;
  let sum = 0;
  for (let index = 0; index < count; index++) {
    const length = view.getUint16(36 + 2 * index);
    sum += colourBytes(frame.subarray(at, at + length), profile);
    at += length;
  }
  expect(at).toBe(frame.length);
  return sum;
}

let kernels: ProresKernels;
beforeAll(async () => {
  kernels = await proresKernels();
}, 120_000);

const coderOf = (size: Size, profile: Profile) =>
  codedBy(new Team(kernels, 1), size, RATE, profile);

describe('factors in whole numbers', () => {
  it('are those of BT.709', () => {
    const unit = 2 ** factors.COLOUR_SHIFT * 8;
    const luma = (876 / 255) * unit;
    const chroma = (896 / 255) * unit;
    const near = (found: number, meant: number) => expect(Math.abs(found - meant)).toBeLessThan(1);
    near(factors.Y_RED, luma * RED);
    near(factors.Y_GREEN, luma * GREEN);
    near(factors.Y_BLUE, luma * BLUE);
    near(factors.CHROMA_OWN, chroma / 2);
    near(factors.CB_RED, (-chroma * RED) / (2 * (1 - BLUE)));
    near(factors.CR_BLUE, (-chroma * BLUE) / (2 * (1 - RED)));
    expect(factors.CHROMA_OWN + factors.CB_RED + factors.CB_GREEN).toBe(0);
    expect(factors.CHROMA_OWN + factors.CR_BLUE + factors.CR_GREEN).toBe(0);
  });

  it('are those of an orthonormal DCT', () => {
    const cosine = (k: number) => Math.round((Math.cos((k * Math.PI) / 16) / 2) * 2 ** 15);
    const { C1, C3, C4, C5, C7 } = factors;
    expect([C1, C3, C4, C5, C7]).toEqual([1, 3, 4, 5, 7].map(cosine));
    const toC4 = (k: number) => Math.cos((k * Math.PI) / 16) / Math.SQRT1_2;
    expect(factors.C2_OVER_C4_LESS_1).toBe(Math.round((toC4(2) - 1) * 2 ** 15));
    expect(factors.C6_OVER_C4).toBe(Math.round(toC4(6) * 2 ** 15));
  });
});

it('slices of a row are of eight macroblocks, and of four, two and one in the end', () => {
  expect(sliceWidths(120)).toEqual(Array(15).fill(8));
  expect(sliceWidths(23)).toEqual([8, 8, 4, 2, 1]);
});

describe('the compiled kernel', () => {
  const sizes = [
    { width: 1, height: 1 },
    { width: 16, height: 16 },
    { width: 17, height: 13 },
    { width: 250, height: 33 },
  ];
  const profiles = { PRORES_4444, WIDE_ALPHA, PRORES_422_HQ };

  it.each(Object.entries(profiles))('makes the bytes of the plain code: %s', (_name, profile) => {
    for (const size of sizes) {
      for (const paint of [NOISE, EXTREMES, GRADIENT, LINES, CLEAR, SOLID]) {
        const rgba = painted(size, paint);
        for (const quantiser of [2, 7, 300]) {
          kernels.prepare(size, 1);
          kernels.setFrame(size, 0, rgba);
          const job = { ...size, profile, quantiser, turn: 0, reuse: false } as const;
          kernels.runStripe(numbersOf(job), 0, 1);
          const plain = slicesOf(size).map((slice) =>
            codeSlice(rgba, size, slice, profile, quantiser),
          );
          const same = kernels.slices(size).map((slice, i) => Buffer.compare(slice, plain[i]));
          expect(same).toEqual(plain.map(() => 0));
        }
      }
    }
  });

  it('makes a frame after another one as it makes it by itself', () => {
    const size = { width: 300, height: 70 };
    const first = painted(size, GRADIENT);
    const second = first.slice();
    // One pixel of the second slice of the third row.
    second.set([255, 0, 255, 255], (40 * size.width + 140) * 4);
    const coder = coderOf(size, PRORES_4444);
    coder(first);
    expect(coder(second)).toEqual(coderOf(size, PRORES_4444)(second));
    expect(coder(second)).toEqual(coderOf(size, PRORES_4444)(second));
    expect(coder(first)).toEqual(coderOf(size, PRORES_4444)(first));
  });
});

describe('frames as another program decodes them', () => {
  it.each([
    ['16 × 16', { width: 16, height: 16 }],
    ['17 × 13', { width: 17, height: 13 }],
    ['540p', { width: 960, height: 540 }],
    ['upright', { width: 270, height: 480 }],
  ])('%s: artwork over 55 dB, alpha within a level', async (_name, size) => {
    const pictures = [GRADIENT, CLEAR, SOLID, LINES].map((paint) => painted(size, paint));
    const coder = coderOf(size, PRORES_4444);
    const found = decoded(await movOf(size, PRORES_4444, pictures.map(coder), RATE));
    expect(found.length).toBe(pictures.length * size.width * size.height * 4);
    for (const [index, meant] of pictures.entries()) {
      const { psnr, alpha } = held(found.subarray(index * meant.length), meant);
      expect(psnr).toBeGreaterThan(55);
      expect(alpha).toBeLessThanOrEqual(1);
    }
  });

  it('noise keeps its alpha, and the size of its colours within the rate', async () => {
    const size = { width: 517, height: 301 };
    const meant = painted(size, NOISE);
    for (const profile of [PRORES_4444, WIDE_ALPHA]) {
      const frame = coderOf(size, profile)(meant);
      const found = decoded(await movOf(size, profile, [frame], RATE));
      expect(colours(frame, size, profile)).toBeLessThanOrEqual(colourLimit(profile, size));
      const { alpha } = held(found, meant);
      expect(alpha).toBeLessThanOrEqual(1);
    }
  });

  it('4:2:2 keeps luma as well, and is half as large', async () => {
    const size = { width: 320, height: 180 };
    const grey = painted(size, (x, y) => [(x + y) % 256, (x + y) % 256, (x + y) % 256, 255]);
    const frame = coderOf(size, PRORES_422_HQ)(grey);
    const { psnr } = held(decoded(await movOf(size, PRORES_422_HQ, [frame], RATE)), grey);
    expect(psnr).toBeGreaterThan(50);
    const colours = painted(size, GRADIENT);
    const halved = coderOf(size, PRORES_422_HQ)(colours).length;
    expect(halved).toBeLessThan(0.7 * coderOf(size, PRORES_4444)(colours).length);
  });
});
