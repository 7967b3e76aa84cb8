import type { LumaKey } from '@/core/document';
import { withEdges } from '@/core/matte/edgeSharpness';
import { findKey, type KeyFrame } from '@/core/matte/findKey';
import { keyPicture } from '@/core/matte/keyPicture';
import { seededRandom } from '@/core/random';

const SIZE = 192;
const SAMPLES = 4;

interface Artwork {
  readonly alphas: Float32Array;
  readonly frame: KeyFrame;
}

/** Straight strands that cross, of widths of a few pixels, each of one of several greys and colours. */
const STRANDS = Array.from({ length: 14 }, (_, i) => {
  const random = seededRandom(40 + i);
  const angle = random() * Math.PI;
  return {
    cos: Math.cos(angle),
    sin: Math.sin(angle),
    off: (random() - 0.5) * SIZE * 0.9,
    half: 0.6 + random() * 3,
    colour: [70 + random() * 180, 60 + random() * 150, 50 + random() * 120],
  };
});

/** The strand that lies at a place, in pixels from the middle. */
const strandAt = (x: number, y: number) =>
  STRANDS.findLast(({ cos, sin, off, half }) => Math.abs(x * cos + y * sin - off) < half);

/** Strands over black or white, with the noise of a camera, each pixel the mean of 4 × 4 samples. */
function strandsOn(level: 0 | 255, noise = 3): Artwork {
  const random = seededRandom(9);
  const data = new Uint8ClampedArray(SIZE * SIZE * 4).fill(255);
  const alphas = new Float32Array(SIZE * SIZE);
  for (let at = 0; at < alphas.length; at++) {
    const sum = [0, 0, 0];
    for (let sample = 0; sample < SAMPLES ** 2; sample++) {
      const x = (at % SIZE) - SIZE / 2 + ((sample % SAMPLES) + 0.5) / SAMPLES;
      const y = Math.floor(at / SIZE) - SIZE / 2 + (Math.floor(sample / SAMPLES) + 0.5) / SAMPLES;
      const strand = strandAt(x, y);
      if (strand) alphas[at] += 1 / SAMPLES ** 2;
      for (let c = 0; c < 3; c++) sum[c] += strand ? strand.colour[c] : level;
    }
    const off = (random() - 0.5) * noise;
    for (let c = 0; c < 3; c++) data[at * 4 + c] = sum[c] / SAMPLES ** 2 + off;
  }
  return { alphas, frame: { data, width: SIZE, height: SIZE } };
}

/** Glowing discs that fade out over many pixels. */
function glows(): Artwork {
  const data = new Uint8ClampedArray(SIZE * SIZE * 4).fill(255);
  const alphas = new Float32Array(SIZE * SIZE);
  for (let at = 0; at < alphas.length; at++) {
    const [x, y] = [at % SIZE, Math.floor(at / SIZE)];
    for (const [cx, cy] of [
      [50, 60],
      [130, 110],
    ]) {
      const near = Math.exp(-((x - cx) ** 2 + (y - cy) ** 2) / (2 * 18 ** 2));
      alphas[at] = Math.max(alphas[at], near);
    }
    [240, 210, 160].forEach((level, c) => (data[at * 4 + c] = level * alphas[at]));
  }
  return { alphas, frame: { data, width: SIZE, height: SIZE } };
}

/** The mean error of alpha by a key, in shares. */
function alphaOff({ alphas, frame }: Artwork, key: LumaKey): number {
  const rgba = frame.data.slice();
  keyPicture(rgba, SIZE, SIZE, key);
  return (
    alphas.reduce((sum, alpha, at) => sum + Math.abs(rgba[at * 4 + 3] / 255 - alpha), 0) /
    alphas.length
  );
}

const foundIn = ({ frame }: Artwork): LumaKey => withEdges(findKey([frame]) as LumaKey, [frame]);

describe.each([
  ['black', 0],
  ['white', 255],
] as const)('strands over %s', (_name, level) => {
  const artwork = strandsOn(level);
  const key = foundIn(artwork);

  it('are found to be sharp, and keyed twice as well by the pixels beside each', () => {
    expect(key.edges).toBe('sharp');
    const [sharp, soft] = (['sharp', 'soft'] as const).map((edges) =>
      alphaOff(artwork, { ...key, edges }),
    );
    expect(sharp).toBeLessThan(soft / 2);
    expect(sharp).toBeLessThan(0.02);
  });

  it('leave nothing of the backdrop, and no holes', () => {
    const rgba = artwork.frame.data.slice();
    keyPicture(rgba, SIZE, SIZE, key);
    const of = (wanted: number) =>
      [...artwork.alphas].flatMap((alpha, at) => (alpha === wanted ? [rgba[at * 4 + 3]] : []));
    expect(Math.max(...of(0))).toBe(0);
    expect(of(1).filter((alpha) => alpha > 245).length / of(1).length).toBeGreaterThan(0.95);
  });

  it('keep their colours', () => {
    const rgba = artwork.frame.data.slice();
    keyPicture(rgba, SIZE, SIZE, key);
    const inside = [...artwork.alphas.keys()].filter((at) => artwork.alphas[at] === 1);
    const off = inside.map((at) => Math.abs(rgba[at * 4] - artwork.frame.data[at * 4]));
    expect(off.reduce((sum, value) => sum + value, 0) / off.length).toBeLessThan(3);
  });
});

it('glows are found to be soft, and keyed better so', () => {
  const artwork = glows();
  const key = foundIn(artwork);
  expect(key.edges).toBe('soft');
  expect(alphaOff(artwork, key)).toBeLessThan(alphaOff(artwork, { ...key, edges: 'sharp' }));
});

it('a picture of the backdrop alone has soft edges', () => {
  const data = new Uint8ClampedArray(32 * 32 * 4).fill(255);
  expect(
    foundIn({ alphas: new Float32Array(0), frame: { data, width: 32, height: 32 } }).edges,
  ).toBe('soft');
});
