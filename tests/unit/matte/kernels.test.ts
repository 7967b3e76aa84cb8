import { readFileSync } from 'node:fs';
import {
  firstKey,
  DEFAULT_KEY,
  PLAIN_MATTE,
  type KeySettings,
  type LumaKey,
} from '@/core/document';
import { keyConstants } from '@/core/matte/keyConstants';
import { yuvMatrix } from '@/core/colour/yuvMatrix';
import { repairedRgba } from '@/core/matte/repairChroma';
import { seededRandom } from '@/core/random';
import { kernelKeyer, plainKeyer, type PlanarFrame } from '@/engine/keying/keyer';
import { KeyKernels, type Work } from '@/engine/kernels/keying';
import { kernelsOn, newMemory } from '@/engine/kernels/load';
import { Team } from '@/engine/kernels/team';
import { buildKernels } from '../kernels';

const BT709 = yuvMatrix(0.2126, 0.0722, false);

/** A frame of noise over a ramp, as codes. */
function noisyFrame(width: number, height: number) {
  const random = seededRandom(width * height);
  const half = ((width + 1) >> 1) * ((height + 1) >> 1);
  return {
    width,
    height,
    y: Uint8Array.from(
      { length: width * height },
      (_, i) => 30 + ((i % width) * 160) / width + random() * 30,
    ),
    u: Uint8Array.from({ length: half }, () => 70 + random() * 120),
    v: Uint8Array.from({ length: half }, () => 70 + random() * 120),
  };
}

/** Two soft discs, red and white, over green that is not lit evenly. */
function artworkOnKey(width: number, height: number): Uint8ClampedArray {
  const out = new Uint8ClampedArray(width * height * 4).fill(255);
  for (let at = 0; at < width * height; at++) {
    const [x, y] = [at % width, Math.floor(at / width)];
    const light = 1 - (0.1 * x) / width;
    const disc = (cx: number, radius: number) =>
      Math.min(1, Math.max(0, (radius - Math.hypot(x - cx * width, y - height / 2)) / 3));
    const [red, white] = [disc(0.3, height / 3), disc(0.7, height / 4)];
    [0, 200 * light, 83 * light].forEach((level, c) => {
      const one = level + ([208, 32, 48][c] - level) * red;
      out[at * 4 + c] = one + (250 - one) * white;
    });
  }
  return out;
}

/** A frame as a decoder hands it over. */
const planarOf = ({ width, height, y, u, v }: ReturnType<typeof noisyFrame>): PlanarFrame => ({
  width,
  height,
  matrix: BT709,
  copyTo: async (target, [atY, atU, atV]) => {
    target.set(y, atY);
    target.set(u, atU);
    target.set(v, atV);
  },
});

describe('the compiled kernels', () => {
  let kernels: KeyKernels;
  beforeAll(async () => {
    kernels = await kernelsOn(
      'keying',
      new WebAssembly.Module(readFileSync(buildKernels())),
      newMemory(true),
    );
  }, 60_000);

  const keys: readonly KeySettings[] = [
    { ...DEFAULT_KEY, colour: '#00c853' },
    { ...DEFAULT_KEY, colour: '#ff00d0', cleanBlack: 0.05, cleanWhite: 0.9, spill: 0.6 },
    { ...firstKey('luma', null), choke: 0.7 },
    { ...(firstKey('luma', null) as LumaKey), edges: 'sharp' },
    { ...(firstKey('luma', null) as LumaKey), backdrop: 'white', edges: 'sharp' },
    firstKey('light', null),
    { ...PLAIN_MATTE, kind: 'known colours', colour: '#00c853', inks: ['#ffffff', '#d02030'] },
  ];

  /** Largest difference in level, of colours as far as they can be seen. */
  const worst = (a: Uint8ClampedArray, b: Uint8ClampedArray): number =>
    a.reduce((most, value, i) => {
      const seen = (i & 3) === 3 ? 1 : Math.max(a[i | 3], b[i | 3]) / 255;
      return Math.max(most, Math.abs(value - b[i]) * seen);
    }, 0);

  it.each(keys.map((key) => [key.kind, key] as const))(
    'key noise and artwork like the plain code: %s',
    async (_kind, key) => {
      const random = seededRandom(11);
      const noise = Uint8ClampedArray.from({ length: 61 * 40 * 4 }, () => random() * 256);
      for (const pixels of [noise, artworkOnKey(61, 40)]) {
        const expected = pixels.slice();
        await kernelKeyer(new Team(kernels, 1)).keyRgba(pixels, 61, 40, key, 1);
        await plainKeyer.keyRgba(expected, 61, 40, key, 1);
        expect(worst(pixels, expected)).toBeLessThanOrEqual(1.01);
      }
    },
  );

  it.each([
    [61, 40],
    [6, 9],
    [1, 1],
  ])(
    'find the alpha of sharp edges of %d × %d pixels in rows as in one stripe',
    (width, height) => {
      kernels.setKey(keyConstants({ ...(firstKey('luma', null) as LumaKey), edges: 'sharp' }));
      const size = { width, height };
      const work: Work = { ...size, frame: size, step: 'find sharp alpha' };
      const at = kernels.layout(size, size, 1);
      const random = seededRandom(width);
      const pixels = new Uint8Array(kernels.memory.buffer, at.source, width * height * 4);
      pixels.set(pixels.map(() => random() * 256));
      const alphas = new Uint8Array(kernels.memory.buffer, at.alphas, ((width + 3) & ~3) * height);
      kernels.run({ ...work, step: 'gather' }, at, 0, height, 0);
      kernels.spread(size, at);
      kernels.run(work, at, 0, height, 0);
      const whole = alphas.slice();
      alphas.fill(0);
      for (let row = 0; row < height; row++) kernels.run(work, at, row, row + 1, 0);
      expect(alphas).toEqual(whole);
    },
  );

  it.each([
    [64, 36],
    [37, 23],
    [2, 2],
  ])('repair and key a frame of %d × %d like the plain code', async (width, height) => {
    const frame = noisyFrame(width, height);
    const planar = planarOf(frame);
    const [found, expected] = [
      await kernelKeyer(new Team(kernels, 1)).frame(planar, planar, keys[0]),
      await plainKeyer.frame(planar, planar, keys[0]),
    ];
    expect(worst(found, expected)).toBeLessThanOrEqual(2.5);
  });

  it.each([
    [40, 30],
    [41, 23],
    [95, 53],
    [1, 1],
  ])(
    'shrink noise to %d × %d like the plain code, in one stripe or in rows',
    async (width, height) => {
      const noise = noisyFrame(97, 55);
      const planar = planarOf(noise);
      const found = await kernelKeyer(new Team(kernels, 1)).frame(planar, { width, height }, null);
      const expected = await plainKeyer.frame(planar, { width, height }, null);
      expect(worst(found, expected)).toBeLessThanOrEqual(1);
      const work: Work = { width, height, frame: planar, step: 'convert' };
      const at = kernels.layout(work, planar, 1);
      const rows = new Uint8ClampedArray(kernels.memory.buffer, at.source, found.length).fill(0);
      for (let row = 0; row < height; row++) kernels.run(work, at, row, row + 1, 0);
      expect(rows).toEqual(found);
    },
  );

  it('shrink a frame like the plain code, to nearly what shrinking the whole picture gives', async () => {
    const { width, height, y, u, v } = noisyFrame(96, 54);
    const smooth = {
      width,
      height,
      y: y.map((_, i) => 60 + (i % width)),
      u: u.fill(100),
      v: v.fill(150),
    };
    const planar = planarOf(smooth);
    const size = { width: 41, height: 23 };
    const found = await kernelKeyer(new Team(kernels, 1)).frame(planar, size, null);
    const expected = await plainKeyer.frame(planar, size, null);
    expect(worst(found, expected)).toBeLessThanOrEqual(1);
    const whole = repairedRgba(smooth, BT709);
    const middle = (11 * 41 + 20) * 4;
    const same = (27 * 96 + 48) * 4;
    for (let c = 0; c < 3; c++)
      expect(Math.abs(found[middle + c] - whole[same + c])).toBeLessThan(3);
  });

  it('copy flat rows to the very bits that working them out gives, frame after frame', async () => {
    const [width, height] = [48, 64];
    const flat = noisyFrame(width, height);
    // Flat, with a patch of noise in the middle, as overlays on a key colour are.
    const quiet = (plane: Uint8Array, across: number, level: number) =>
      plane.map((value, i) =>
        Math.abs((Math.floor(i / across) * width * 2) / across / 2 - 32) < 8 ? value : level,
      );
    const frame = {
      ...flat,
      y: quiet(flat.y, width, 90),
      u: quiet(flat.u, width / 2, 60),
      v: quiet(flat.v, width / 2, 50),
    };
    const planar = (shift: number) => ({
      width,
      height,
      matrix: BT709,
      copyTo: async (target: Uint8Array, [y, u, v]: readonly number[]) => {
        target.set(
          frame.y.map((value) => value + shift),
          y,
        );
        target.set(frame.u, u);
        target.set(frame.v, v);
      },
    });
    for (const shift of [0, 0, 9]) {
      const found = await kernelKeyer(new Team(kernels, 1)).frame(planar(shift), frame, keys[3]);
      const expected = await plainKeyer.frame(planar(shift), frame, keys[3]);
      expect(worst(found, expected)).toBeLessThanOrEqual(2.5);
    }
  });

  it('key in stripes as all at once', async () => {
    const [width, height] = [53, 38];
    const picture = artworkOnKey(width, height);
    const whole = picture.slice();
    await kernelKeyer(new Team(kernels, 1)).keyRgba(whole, width, height, keys[0], 1);
    const size = { width, height };
    const at = kernels.layout(size, size, 2);
    new Uint8Array(kernels.memory.buffer, at.source, picture.length).set(picture);
    kernels.setKey(keyConstants(keys[0]));
    const inTwo = (step: Work['step']) => {
      kernels.run({ ...size, frame: size, step }, at, 20, height, 1);
      kernels.run({ ...size, frame: size, step }, at, 0, 20, 0);
    };
    inTwo('gather');
    kernels.spread(size, at);
    inTwo('key locally');
    expect(new Uint8ClampedArray(kernels.memory.buffer, at.source, whole.length)).toEqual(whole);
  });

  it('give the same bits in stripes as all at once', () => {
    const [width, height] = [53, 38];
    const frame = noisyFrame(width, height);
    const size = { width, height };
    const at = kernels.layout(size, size, 2);
    const bytes = (from: number, length: number) =>
      new Uint8Array(kernels.memory.buffer, from, length);
    bytes(at.y, frame.y.length).set(frame.y);
    bytes(at.u, frame.u.length).set(frame.u);
    bytes(at.v, frame.v.length).set(frame.v);
    kernels.setMatrix(BT709);
    const work = { ...size, frame: size, step: 'convert' } as const;
    kernels.run(work, at, 0, height, 0);
    const whole = bytes(at.source, width * height * 4).slice();
    bytes(at.source, whole.length).fill(0);
    kernels.run(work, at, 20, height, 1);
    kernels.run(work, at, 0, 20, 0);
    expect(bytes(at.source, whole.length)).toEqual(whole);
  });
});
