import fc from 'fast-check';
import {
  chroma,
  chromaBin,
  chromaDistance,
  CHROMA_BINS,
  i420Bytes,
  keyDistances,
  parseHex,
  rgbaToI420,
  safestKey,
  toHex,
  type Rgb,
} from '@/core/colour';
import { colourName } from '@/core/colour/names';

describe('limited-range BT.709', () => {
  // Codes of the primaries and greys from ITU-R BT.709-6, rounded.
  it.each([
    ['#ffffff', [235, 128, 128]],
    ['#000000', [16, 128, 128]],
    ['#ff0000', [63, 102, 240]],
    ['#00ff00', [173, 42, 26]],
    ['#0000ff', [32, 240, 118]],
    ['#808080', [126, 128, 128]],
  ])('%s', (hex, codes) => {
    const rgba = new Uint8ClampedArray(
      Array.from({ length: 4 }, () => [...parseHex(hex), 255]).flat(),
    );
    const out = new Uint8Array(i420Bytes(2, 2, false));
    rgbaToI420(rgba, 2, 2, false, out);
    expect([out[0], out[4], out[5]]).toEqual(codes);
  });

  it('keeps the colour of an edge free from what clear pixels hold', () => {
    const red = [255, 0, 0, 255];
    const clearGreen = [0, 255, 0, 0];
    const out = new Uint8Array(i420Bytes(2, 2, true));
    rgbaToI420(
      new Uint8ClampedArray([...red, ...clearGreen, ...clearGreen, ...clearGreen]),
      2,
      2,
      true,
      out,
    );
    expect([out[4], out[5]]).toEqual([102, 240]);
    expect([...out.slice(6)]).toEqual([255, 0, 0, 0]);
  });

  it('handles odd sizes to the last pixel', () => {
    const out = new Uint8Array(i420Bytes(3, 3, true));
    rgbaToI420(new Uint8ClampedArray(36).fill(255), 3, 3, true, out);
    expect([...out]).toEqual([...Array(9).fill(235), ...Array(8).fill(128), ...Array(9).fill(255)]);
  });
});

describe('the safest key colour', () => {
  const histogramOf = (colours: readonly Rgb[]) => {
    const histogram = new Float64Array(CHROMA_BINS * CHROMA_BINS);
    colours.forEach((rgb) => histogram[chromaBin(...chroma(...rgb))]++);
    return histogram;
  };
  const colours = fc.array(fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255)), {
    minLength: 1,
    maxLength: 8,
  });

  it('is at least as far from the artwork as every corner of the colour cube', () => {
    const corners = ['#ff0000', '#00ff00', '#0000ff', '#ffff00', '#00ffff', '#ff00ff'].map(
      parseHex,
    );
    fc.assert(
      fc.property(colours, (artwork) => {
        const histogram = histogramOf(artwork);
        const best = safestKey(histogram, 0.5);
        const [own] = keyDistances(histogram, [parseHex(best.colour)]);
        // Cells are 1/128 wide: distances on the grid are off by less than two of them.
        const slack = 2 / CHROMA_BINS;
        expect(Math.abs(own.distance - best.distance)).toBeLessThan(slack);
        for (const corner of keyDistances(histogram, corners)) {
          expect(own.distance).toBeGreaterThan(corner.distance - slack);
        }
      }),
      { numRuns: 40 },
    );
  });

  it('stays away from green artwork', () => {
    const best = safestKey(
      histogramOf([
        [0, 200, 60],
        [30, 180, 80],
      ]),
      0.5,
    );
    expect(chromaDistance(chroma(...parseHex(best.colour)), chroma(0, 200, 60))).toBeGreaterThan(
      0.7,
    );
  });
});

describe('colour names', () => {
  it.each([
    ['#ffffff', 'white'],
    ['#111111', 'black'],
    ['#808080', 'grey'],
    ['#00d040', 'green'],
    ['#ff00ff', 'magenta'],
    ['#b3432b', 'red'],
    ['#231c35', 'dark blue'],
  ])('%s is %s', (hex, name) => {
    expect(colourName(hex)).toBe(name);
  });

  it('writes what it reads', () => {
    expect(toHex(parseHex('#4b2e73'))).toBe('#4b2e73');
  });
});
