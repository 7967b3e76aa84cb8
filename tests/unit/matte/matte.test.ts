import { parseHex } from '@/core/colour';
import { DEFAULT_KEY, type ChromaKey } from '@/core/document';
import { keyPicture } from '@/core/matte/keyPicture';
import { keyTrouble, measureMatte } from '@/core/matte/measureMatte';
import { pickedColour } from '@/core/matte/pickedColour';
import { compareFrames, summarise } from '@/core/matte/compare';

const KEY = parseHex('#00d040');
/** For grey artwork the mixed pixel's distance is alpha times the key's chroma: an exact match. */
const EXACT: ChromaKey = { ...DEFAULT_KEY, colour: '#00d040', tolerance: 0, softness: 1 };

/** Keys pixels that lie in a row. */
const chromaKey = (rgba: Uint8ClampedArray, key: ChromaKey) =>
  keyPicture(rgba, rgba.length / 4, 1, key);

const mix = (artwork: readonly number[], alpha: number) => [
  ...artwork.map((channel, i) => Math.round(channel * alpha + KEY[i] * (1 - alpha))),
  255,
];

describe('the chroma key', () => {
  it.each([0, 0.1, 0.25, 0.5, 0.75, 0.9, 1])(
    'finds alpha %d of white over the key again',
    (alpha) => {
      const pixel = new Uint8ClampedArray(mix([255, 255, 255], alpha));
      chromaKey(pixel, EXACT);
      expect(Math.abs(pixel[3] - alpha * 255)).toBeLessThanOrEqual(2);
      // What is left of the colour, seen over black, is what was mixed in.
      if (alpha > 0)
        expect(Math.abs((pixel[0] * pixel[3]) / 255 - 255 * alpha)).toBeLessThanOrEqual(3);
    },
  );

  it('leaves no trace of a flat backdrop, and none of its hue on an edge', () => {
    const pixels = new Uint8ClampedArray([...KEY, 255, ...mix([40, 40, 40], 0.5)]);
    chromaKey(pixels, EXACT);
    expect([...pixels.slice(0, 4)]).toEqual([0, 0, 0, 0]);
    expect(Math.abs(pixels[5] - Math.max(pixels[4], pixels[6]))).toBeLessThanOrEqual(2);
  });

  it('clears noise in the backdrop within its tolerance', () => {
    const noisy = new Uint8ClampedArray([6, 202, 70, 255]);
    chromaKey(noisy, { ...EXACT, tolerance: 0.1 });
    expect(noisy[3]).toBe(0);
  });

  it('leaves artwork of another colour as it is', () => {
    const red = new Uint8ClampedArray([200, 30, 40, 255]);
    chromaKey(red, EXACT);
    expect([...red]).toEqual([200, 30, 40, 255]);
  });

  /** Grey artwork whose last pixels the backdrop has lit, as a screen lights what stands before it. */
  const litEdge = () =>
    new Uint8ClampedArray(32 * 4).map(
      (_, i) => (i < 28 * 4 ? [200, 200, 200, 255] : [150, 200, 170, 255])[i & 3],
    );
  const excess = (rgba: Uint8ClampedArray) => {
    const [r, g, b] = rgba.slice(31 * 4);
    return g - Math.max(r, b);
  };

  it('takes spill off only as far as told', () => {
    const kept = litEdge();
    chromaKey(kept, { ...EXACT, softness: 0.9, spill: 0 });
    const freed = litEdge();
    chromaKey(freed, { ...EXACT, softness: 0.9 });
    expect(excess(freed)).toBeLessThan(0.2 * excess(kept));
    // Its luma stays: what is taken from green is given back to all.
    const luma = (p: Uint8ClampedArray) => {
      const [r, g, b] = p.slice(31 * 4);
      return 0.2126 * r + 0.7152 * g + 0.0722 * b;
    };
    expect(Math.abs(luma(freed) - luma(kept))).toBeLessThan(2);
    expect([...freed.slice(0, 4)]).toEqual([200, 200, 200, 255]);
  });

  it('leaves artwork that is of the key’s hue itself as it is', () => {
    const leaf = new Uint8ClampedArray(64 * 4).map((_, i) => [90, 140, 60, 255][i & 3]);
    chromaKey(leaf, { ...EXACT, softness: 0.5 });
    expect([...leaf.slice(0, 4)]).toEqual([90, 140, 60, 255]);
  });

  it('keeps an alpha the picture had', () => {
    const half = new Uint8ClampedArray([200, 30, 40, 128]);
    chromaKey(half, EXACT);
    expect(half[3]).toBe(128);
  });
});

describe('the eyedropper', () => {
  const SIDE = 64;
  const MINT = [94, 200, 160, 255];
  const DARK = [6, 20, 30, 255];

  /** A dark half beside a mint one, with an edge over some columns between them. */
  const edged = (soft: number) => {
    const rgba = new Uint8ClampedArray(SIDE * SIDE * 4);
    for (let i = 0; i < SIDE * SIDE; i++) {
      const share = Math.min(1, Math.max(0, ((i % SIDE) - SIDE / 2) / soft + 0.5));
      for (let c = 0; c < 4; c++) rgba[i * 4 + c] = DARK[c] + (MINT[c] - DARK[c]) * share;
    }
    return rgba;
  };
  const isOne = (found: readonly number[]) =>
    [MINT, DARK].some((colour) => found.every((value, c) => Math.abs(value - colour[c]) < 3));

  it.each([1, 2, 4, 8])('takes none that is only on an edge of %s pixels', (soft) => {
    const rgba = edged(soft);
    for (let x = SIDE / 2 - soft; x <= SIDE / 2 + soft; x++) {
      expect(isOne(pickedColour(rgba, SIDE, SIDE, x, 30)!)).toBe(true);
    }
  });

  it('takes the colour of a thin line that is tapped, and works at the picture’s corner', () => {
    const rgba = edged(1);
    for (let y = 0; y < SIDE; y++) {
      for (const x of [9, 10, 11]) rgba.set(MINT, (y * SIDE + x) * 4);
    }
    expect(pickedColour(rgba, SIDE, SIDE, 10, 30)).toEqual(MINT.slice(0, 3));
    expect(pickedColour(rgba, SIDE, SIDE, 0, 0)).toEqual(DARK.slice(0, 3));
  });

  it('takes nothing of what is clear', () => {
    const rgba = new Uint8ClampedArray(SIDE * SIDE * 4);
    expect(pickedColour(rgba, SIDE, SIDE, 5, 5)).toBeNull();
    rgba.set([1, 2, 3, 255], 0);
    expect(pickedColour(rgba, SIDE, SIDE, 1, 1)).toEqual([1, 2, 3]);
  });
});

describe('a key of no use', () => {
  it('leaves nothing, or takes nothing out; any other is none', () => {
    expect(keyTrouble({ left: 0, taken: 1 })).toMatch(/Nothing is left/);
    expect(keyTrouble({ left: 1, taken: 0 })).toMatch(/Nothing is taken out/);
    expect(keyTrouble({ left: 0.01, taken: 0.99 })).toBeNull();
    const solid = new Uint8ClampedArray(20 * 20 * 4).fill(255);
    const none = [false, false, false];
    expect(keyTrouble(measureMatte(solid, 20, 20, none))).toMatch(/taken out/);
    expect(keyTrouble(measureMatte(solid.fill(0), 20, 20, none))).toMatch(/is left/);
  });
});

describe('comparing frames', () => {
  it('does not count the colour of clear pixels', () => {
    const meant = new Uint8ClampedArray([255, 0, 0, 0, 10, 20, 30, 255]);
    const found = new Uint8ClampedArray([0, 255, 0, 0, 10, 20, 30, 255]);
    expect(summarise([compareFrames(meant, found)])).toEqual({
      meanAlpha: 0,
      worstAlpha: 0,
      meanColour: 0,
      psnr: null,
    });
  });

  it('measures alpha and colour in shares of full scale', () => {
    const meant = new Uint8ClampedArray([255, 255, 255, 255]);
    const found = new Uint8ClampedArray([255, 255, 255, 204]);
    const { meanAlpha, worstAlpha, meanColour, psnr } = summarise([compareFrames(meant, found)]);
    expect(meanAlpha).toBeCloseTo(0.2);
    expect(worstAlpha).toBeCloseTo(0.2);
    // A fifth of the way from white to mid grey: 25.4 levels.
    expect(meanColour).toBeCloseTo(25.4 / 255);
    expect(psnr).toBeCloseTo(-20 * Math.log10(25.4 / 255));
  });

  it('is what the plain formula gives, over large frames that are alike in places', () => {
    const PIXELS = 5000;
    const meant = Uint8ClampedArray.from({ length: PIXELS * 4 }, (_, i) => (i * 7919) % 256);
    const found = meant.map((value, i) => (i % 12_000 < 6000 ? value : 255 - ((value * 31) % 256)));
    let [alpha, worst, colour, square] = [0, 0, 0, 0];
    for (let i = 0; i < PIXELS * 4; i += 4) {
      const off = Math.abs(meant[i + 3] - found[i + 3]) / 255;
      alpha += off / PIXELS;
      worst = Math.max(worst, off);
      for (const channel of [i, i + 1, i + 2]) {
        const over = (pixels: Uint8ClampedArray) =>
          128 + (pixels[channel] - 128) * (pixels[i + 3] / 255);
        const difference = Math.abs(over(meant) - over(found)) / 255;
        colour += difference / (PIXELS * 3);
        square += difference ** 2 / (PIXELS * 3);
      }
    }
    const got = compareFrames(meant, found);
    expect(got.meanAlpha).toBeCloseTo(alpha, 10);
    expect(got.worstAlpha).toBeCloseTo(worst, 10);
    expect(got.meanColour).toBeCloseTo(colour, 10);
    expect(got.squaredColour).toBeCloseTo(square, 10);
  });
});
