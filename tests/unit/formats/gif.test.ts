import { frameDelay } from '@/core/formats/files/delays';
import { gifRepeat, hardenAlpha, palettePixels } from '@/core/formats/gif';

const BLACK_AND_WHITE = [
  [0, 0, 0],
  [255, 255, 255],
];

/** A square of one grey, with its upper half clear where that is asked for. */
const grey = (level: number, side: number, halfClear = false) =>
  Uint8ClampedArray.from({ length: side * side * 4 }, (_, i) => {
    const clear = halfClear && i < (side * side * 4) / 2;
    return i % 4 === 3 ? (clear ? 0 : 255) : level;
  });

describe('a GIF’s pixels', () => {
  it('are clear or solid', () => {
    const pixels = Uint8ClampedArray.of(9, 9, 9, 127, 8, 8, 8, 128);
    hardenAlpha(pixels, { matte: null, threshold: 0.5 });
    expect([...pixels]).toEqual([0, 0, 0, 0, 8, 8, 8, 255]);
  });

  it('lie on the matte where they are half clear, from the threshold on', () => {
    const pixels = Uint8ClampedArray.of(0, 0, 0, 51, 0, 0, 0, 26, 200, 100, 0, 255);
    hardenAlpha(pixels, { matte: '#ffffff', threshold: 0.2 });
    expect([...pixels]).toEqual([204, 204, 204, 255, 0, 0, 0, 0, 200, 100, 0, 255]);
  });

  it('are the nearest of the palette’s without dithering', () => {
    const pixels = palettePixels(grey(90, 8), 8, BLACK_AND_WHITE, 'none');
    expect([...new Set(pixels)]).toEqual([0]);
  });

  it.each(['ordered', 'diffused'] as const)(
    'mix two colours to the level between them when they are %s',
    (dither) => {
      for (const level of [64, 128, 192]) {
        const pixels = palettePixels(grey(level, 32), 32, BLACK_AND_WHITE, dither);
        const mean = (255 * pixels.filter((place) => place === 1).length) / pixels.length;
        expect(Math.abs(mean - level)).toBeLessThan(6);
      }
    },
  );

  it('that are clear stay so, and take no colour over from their neighbours', () => {
    for (const dither of ['none', 'ordered', 'diffused'] as const) {
      const pixels = palettePixels(grey(200, 8, true), 8, BLACK_AND_WHITE, dither);
      expect([...pixels.slice(0, 32)].every((place) => place === 2)).toBe(true);
      expect([...pixels.slice(32)].every((place) => place < 2)).toBe(true);
    }
  });

  it('have one colour where the palette has but one', () => {
    expect([...new Set(palettePixels(grey(50, 4), 4, [[50, 50, 50]], 'ordered'))]).toEqual([0]);
  });
});

describe('a GIF’s time', () => {
  it('is whole hundredths that never drift', () => {
    const rate = { num: 30, den: 1 };
    const delays = Array.from({ length: 300 }, (_, frame) => frameDelay(frame, rate, 100));
    expect(delays.slice(0, 3)).toEqual([3, 4, 3]);
    expect(delays.reduce((sum, delay) => sum + delay, 0)).toBe(1000);
    expect(frameDelay(7, { num: 25, den: 1 }, 100)).toBe(4);
  });

  it('goes round for good, once, or as often as it says', () => {
    expect([0, 1, 2, 5].map(gifRepeat)).toEqual([0, -1, 1, 4]);
  });
});
