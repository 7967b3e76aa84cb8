import {
  firstKey,
  DEFAULT_KEY,
  PLAIN_MATTE,
  type ChromaKey,
  type KeySettings,
} from '@/core/document';
import { parseHex, type Rgb } from '@/core/colour';
import { findKey } from '@/core/matte/findKey';
import { keyPicture } from '@/core/matte/keyPicture';
import { measureMatte } from '@/core/matte/measureMatte';
import { yuvMatrix } from '@/core/colour/yuvMatrix';
import { repairedRgba } from '@/core/matte/repairChroma';
import { twoBackdrops } from '@/core/matte/twoBackdrops';
import { seededRandom } from '@/core/random';

const BT709 = yuvMatrix(0.2126, 0.0722, false);

/** A disc with an edge of some pixels over a flat colour; alpha of every pixel beside it. */
function disc(size: number, colour: Rgb, ground: Rgb, soft = 1.5) {
  const rgba = new Uint8ClampedArray(size * size * 4);
  const alphas = new Float32Array(size * size);
  for (let y = 0; y < size; y++) {
    for (let x = 0; x < size; x++) {
      const off = Math.hypot(x - size / 2, y - size / 2) - size / 4;
      const alpha = Math.min(1, Math.max(0, 0.5 - off / (2 * soft)));
      const at = y * size + x;
      alphas[at] = alpha;
      colour.forEach((c, i) => (rgba[at * 4 + i] = c * alpha + ground[i] * (1 - alpha)));
      rgba[at * 4 + 3] = 255;
    }
  }
  return { rgba, alphas };
}

const alphaOff = (rgba: Uint8ClampedArray, alphas: Float32Array): number =>
  alphas.reduce((sum, alpha, i) => sum + Math.abs(alpha - rgba[i * 4 + 3] / 255), 0) /
  alphas.length;

const sumAlpha = (rgba: Uint8ClampedArray): number =>
  rgba.reduce((sum, value, i) => ((i & 3) === 3 ? sum + value / 255 : sum), 0);

describe('keys of every kind', () => {
  const white: Rgb = [255, 255, 255];
  it.each<[string, KeySettings, Rgb, Rgb]>([
    [
      'a colour',
      { ...DEFAULT_KEY, colour: '#00c853', tolerance: 0.01, softness: 0.99 },
      white,
      parseHex('#00c853'),
    ],
    ['black', { ...firstKey('luma', null), from: 0, to: 1 } as KeySettings, white, [0, 0, 0]],
    [
      'white',
      { ...firstKey('luma', null), backdrop: 'white', from: 0, to: 1 } as KeySettings,
      [0, 0, 0],
      white,
    ],
    ['black behind light', firstKey('light', null), [255, 120, 40], [0, 0, 0]],
    [
      'all but one colour',
      { ...PLAIN_MATTE, kind: 'known colours', colour: '#4b2e73', inks: ['#e9a23b'] },
      parseHex('#e9a23b'),
      parseHex('#4b2e73'),
    ],
  ])('take out %s and leave the edges as soft as they were', (_name, key, colour, ground) => {
    const { rgba, alphas } = disc(64, colour, ground, 4);
    keyPicture(rgba, 64, 64, key);
    expect(alphaOff(rgba, alphas)).toBeLessThan(0.006);
    const middle = (32 * 64 + 32) * 4;
    expect([...rgba.slice(middle, middle + 4)]).toEqual([...colour, 255]);
    expect([...rgba.slice(0, 4)]).toEqual([0, 0, 0, 0]);
  });

  it('tell two known colours apart, and their mix', () => {
    const key: KeySettings = {
      ...PLAIN_MATTE,
      kind: 'known colours',
      colour: '#00c853',
      inks: ['#ffffff', '#b3432b'],
    };
    const half = (a: Rgb, b: Rgb): number[] => a.map((c, i) => (c + b[i]) / 2);
    const [ground, first, second] = ['#00c853', '#ffffff', '#b3432b'].map(parseHex);
    const pixels = [ground, first, second, half(first, second), half(ground, second)];
    const rgba = new Uint8ClampedArray(pixels.flatMap((pixel) => [...pixel, 255]));
    keyPicture(rgba, 5, 1, key);
    const alphas = [3, 7, 11, 15, 19].map((i) => rgba[i]);
    [0, 255, 255, 255, 128].forEach((alpha, i) =>
      expect(Math.abs(alphas[i] - alpha)).toBeLessThan(3),
    );
    second.forEach((c, i) => expect(Math.abs(rgba[16 + i] - c)).toBeLessThanOrEqual(1));
  });

  it('draw edges in by parts of a pixel, or let them grow', () => {
    const area = (choke: number) => {
      const { rgba } = disc(96, white, [0, 0, 0]);
      keyPicture(rgba, 96, 96, { ...firstKey('luma', null), from: 0, to: 1, choke } as KeySettings);
      return sumAlpha(rgba);
    };
    const ring = 2 * Math.PI * 24;
    expect((area(0) - area(1)) / ring).toBeCloseTo(1, 0);
    expect((area(0) - area(0.5)) / ring).toBeCloseTo(0.5, 0);
    expect((area(-2) - area(0)) / ring).toBeCloseTo(2, 0);
  });

  it('feather an edge without a dark rim', () => {
    const { rgba } = disc(96, [240, 200, 60], [0, 0, 0]);
    keyPicture(rgba, 96, 96, {
      ...firstKey('luma', null),
      from: 0,
      to: 0.778,
      feather: 4,
    } as KeySettings);
    const soft = (x: number) => rgba.slice((48 * 96 + x) * 4, (48 * 96 + x) * 4 + 4);
    const outside = soft(48 + 24 + 4);
    expect(outside[3]).toBeGreaterThan(20);
    expect(outside[3]).toBeLessThan(120);
    expect(Math.abs(outside[0] - 240)).toBeLessThan(12);
  });
});

describe('finding a key', () => {
  it('finds colour, tolerance and softness that suit the picture', () => {
    const ground = parseHex('#00c853');
    const { rgba, alphas } = disc(120, [250, 250, 250], ground, 5);
    const random = seededRandom(3);
    for (let i = 0; i < rgba.length; i++) if ((i & 3) !== 3) rgba[i] += (random() - 0.5) * 6;
    const key = findKey([{ data: rgba, width: 120, height: 120 }]) as ChromaKey;
    parseHex(key.colour).forEach((c, i) => expect(Math.abs(c - ground[i])).toBeLessThan(4));
    expect(key.tolerance).toBeLessThan(0.06);
    expect(key.tolerance + key.softness).toBeGreaterThan(0.85);
    keyPicture(rgba, 120, 120, key);
    expect(alphaOff(rgba, alphas)).toBeLessThan(0.015);
  });

  it('says so where the backdrop is a grey', () => {
    const { rgba } = disc(60, [250, 250, 250], [118, 118, 118]);
    expect(findKey([{ data: rgba, width: 60, height: 60 }])).toBeNull();
  });

  /** Shading from corner to corner, and noise, as a camera sees a sheet under a lamp. */
  function lit(rgba: Uint8ClampedArray, size: number, shading: number, noise: number): void {
    const random = seededRandom(5);
    for (let i = 0; i < rgba.length; i += 4) {
      const [x, y] = [(i / 4) % size, Math.floor(i / 4 / size)];
      const factor = 1 - (shading * (x + y)) / (2 * size);
      const off = (random() - 0.5) * noise;
      for (let c = 0; c < 3; c++) rgba[i + c] = rgba[i + c] * factor + off;
    }
  }

  it.each<[string, Rgb, Rgb, number, 'black' | 'white']>([
    ['ink on cream paper that is unevenly lit', [35, 28, 53], [244, 236, 218], 0.18, 'white'],
    ['ink on white paper', [75, 46, 115], [252, 252, 252], 0.03, 'white'],
    ['white letters on a black card', [240, 240, 236], [18, 18, 20], 0, 'black'],
  ])(
    'takes out the light of the backdrop by itself: %s',
    (_name, ink, ground, shading, backdrop) => {
      const size = 160;
      const { rgba, alphas } = disc(size, ink, ground, 2);
      lit(rgba, size, shading, 8);
      const key = findKey([{ data: rgba, width: size, height: size }])!;
      expect(key).toMatchObject({ kind: 'luma', backdrop });
      keyPicture(rgba, size, size, key);
      const share = (wanted: 0 | 1, holds: (alpha: number) => boolean) => {
        const found = [...alphas].flatMap((alpha, i) =>
          alpha === wanted ? [rgba[i * 4 + 3]] : [],
        );
        return found.filter(holds).length / found.length;
      };
      expect(share(0, (alpha) => alpha === 0)).toBeGreaterThan(0.995);
      expect(share(1, (alpha) => alpha > 245)).toBeGreaterThan(0.98);
    },
  );
});

describe('artwork of several colours before an uneven backdrop', () => {
  const size = 240;
  const green = parseHex('#00c853');
  // One is near the key's own hue, one is a grey, one is farther from the key than a grey is.
  const colours: readonly Rgb[] = [
    [150, 190, 70],
    [140, 140, 145],
    [208, 32, 160],
  ];
  const scene = () => {
    const random = seededRandom(23);
    const rgba = new Uint8ClampedArray(size * size * 4).fill(255);
    const alphas = new Float32Array(size * size);
    for (let at = 0; at < alphas.length; at++) {
      const [x, y] = [at % size, Math.floor(at / size)];
      const which = Math.floor((3 * y) / size);
      const off = Math.hypot(x - size / 2, y - (which + 0.5) * (size / 3)) - 28;
      const alpha = (alphas[at] = Math.min(1, Math.max(0, 0.5 - off / 8)));
      const light = 1 - (0.2 * x) / size;
      const noise = (random() - 0.5) * 8;
      for (let c = 0; c < 3; c++) {
        rgba[at * 4 + c] = colours[which][c] * alpha + green[c] * light * (1 - alpha) + noise;
      }
    }
    return { rgba, alphas };
  };

  it('is found and keyed with soft edges of each, and with its own hue left on it', () => {
    const { rgba, alphas } = scene();
    const key = findKey([{ data: rgba, width: size, height: size }])!;
    keyPicture(rgba, size, size, key);
    expect(alphaOff(rgba, alphas)).toBeLessThan(0.012);
    const haze = [...alphas].filter((alpha, at) => alpha === 0 && rgba[at * 4 + 3] > 2).length;
    expect(haze / alphas.filter((alpha) => alpha === 0).length).toBeLessThan(0.003);
    colours.forEach((colour, which) => {
      const at = (Math.floor((which + 0.5) * (size / 3)) * size + size / 2) * 4;
      colour.forEach((level, c) => expect(Math.abs(rgba[at + c] - level)).toBeLessThan(10));
      expect(rgba[at + 3]).toBe(255);
    });
  });
});

describe('spill of a key of two channels', () => {
  it('is taken off where both exceed the third, and warm colours are left alone', () => {
    const key: KeySettings = { ...DEFAULT_KEY, colour: '#d020b0', softness: 0.3 };
    const cream = new Uint8ClampedArray([244, 238, 226, 255]);
    keyPicture(cream, 1, 1, key);
    expect([...cream]).toEqual([244, 238, 226, 255]);
    // Pink light of the backdrop on the edge of something cream.
    const edge = new Uint8ClampedArray(64 * 4).map(
      (_, i) => (i < 60 * 4 ? [244, 238, 226, 255] : [200, 150, 190, 255])[i & 3],
    );
    keyPicture(edge, 64, 1, { ...key, softness: 0.95 });
    const [r, g, b] = edge.slice(63 * 4);
    expect(Math.min(r, b) - g).toBeLessThanOrEqual(12);
  });
});

const GREEN = [false, true, false];

describe('measuring a matte', () => {
  it('counts what is left of the backdrop, holes, and the key’s hue on edges', () => {
    const { rgba } = disc(80, [255, 255, 255], parseHex('#00c853'), 3);
    const raw = rgba.slice();
    keyPicture(rgba, 80, 80, {
      ...DEFAULT_KEY,
      colour: '#00c853',
      tolerance: 0.01,
      softness: 0.99,
    });
    const good = measureMatte(rgba, 80, 80, GREEN);
    expect(good.clean).toBeGreaterThan(0.99);
    expect(good.holes).toBe(0);
    expect(good.rim).toBeLessThan(0.01);
    keyPicture(raw, 80, 80, {
      ...DEFAULT_KEY,
      colour: '#3fb0a0',
      tolerance: 0,
      softness: 0.5,
      spill: 0,
    });
    const poor = measureMatte(raw, 80, 80, GREEN);
    expect(poor.clean).toBeLessThan(0.05);
    const { rgba: rimmed } = disc(80, [255, 255, 255], parseHex('#00c853'), 3);
    keyPicture(rimmed, 80, 80, { ...DEFAULT_KEY, colour: '#208a50', softness: 0.4, spill: 0 });
    expect(measureMatte(rimmed, 80, 80, GREEN).rim).toBeGreaterThan(good.rim + 0.02);
  });
});

describe('two backdrops', () => {
  it('give back alpha and colour within a level', () => {
    const colour: Rgb = [180, 90, 30];
    const black = disc(60, colour, [0, 0, 0], 4);
    const white = disc(60, colour, [255, 255, 255], 4);
    const found = twoBackdrops(black.rgba, white.rgba, [0, 0, 0], [255, 255, 255]);
    expect(alphaOff(found, black.alphas)).toBeLessThan(0.003);
    const middle = (30 * 60 + 30) * 4;
    expect([...found.slice(middle, middle + 4)]).toEqual([...colour, 255]);
  });
});

describe('chroma repair', () => {
  it('sharpens chroma along the edges of luma', () => {
    // A hard edge between white and key green, as 4:2:0 has it.
    const [width, height] = [32, 16];
    const y = Uint8Array.from({ length: width * height }, (_, i) => (i % width < 15 ? 235 : 122));
    const mixed = (left: number, right: number) =>
      Uint8Array.from({ length: 16 * 8 }, (_, i) =>
        i % 16 < 7 ? left : i % 16 === 7 ? (3 * left + right) / 4 : right,
      );
    const frame = { width, height, y, u: mixed(128, 96), v: mixed(128, 40) };
    const rgba = repairedRgba(frame, BT709);
    const at = (x: number) => [...rgba.slice((8 * width + x) * 4, (8 * width + x) * 4 + 3)];
    // Linear interpolation would leave the last white column pink and the first green one grey.
    const [r, g, b] = at(14);
    expect(Math.max(r, g, b) - Math.min(r, g, b)).toBeLessThan(16);
    const [r2, g2] = at(15);
    expect(g2 - r2).toBeGreaterThan(90);
  });

  it('keeps colours that luma does not tell of, as photographs have them', () => {
    const [width, height] = [64, 64];
    const random = seededRandom(9);
    const y = Uint8Array.from({ length: width * height }, () => 110 + random() * 30);
    const wave = (phase: number) =>
      Uint8Array.from(
        { length: 32 * 32 },
        (_, i) =>
          128 + 30 * Math.sin(((i % 32) + phase) / 1.3) * Math.cos(Math.floor(i / 32) / 1.7),
      );
    const frame = { width, height, y, u: wave(0), v: wave(2) };
    const rgba = repairedRgba(frame, BT709);
    let off = 0;
    for (let row = 4; row < 28; row++) {
      for (let column = 4; column < 28; column++) {
        // Chroma lies between two rows: what it says is the mean of both.
        const blue = (at: number) => rgba[at * 4 + 2] - (y[at] - BT709.black) * BT709.luma;
        const upper = 2 * row * width + 2 * column;
        const found = (blue(upper) + blue(upper + width)) / 2;
        off += Math.abs(found - BT709.uToB * (frame.u[row * 32 + column] - 128));
      }
    }
    expect(off / 24 ** 2).toBeLessThan(7);
  });
});
