import { colourCoding, type ColourTags } from '@/core/colour/coding';
import { lookUp } from '@/core/colour/cube';
import { sdrTable, toSdr } from '@/core/colour/toSdr';

const HD = { width: 1280, height: 720 };
const SD = { width: 720, height: 576 };

/** Red, green and blue of a code by a coding. */
function shown(tags: ColourTags, size: typeof HD, [y, u, v]: readonly number[]): readonly number[] {
  const { black, luma, vToR, uToG, vToG, uToB } = colourCoding(tags, size)!.matrix;
  const light = (y - black) * luma;
  const [du, dv] = [u - 128, v - 128];
  return [light + vToR * dv, light + uToG * du + vToG * dv, light + uToB * du].map(Math.round);
}

// The codes of pure green: ITU-R BT.601-7, BT.709-6 and BT.2020-2.
const GREEN = { bt601: [145, 54, 34], bt709: [173, 42, 26], bt2020: [164, 47, 25] } as const;

test.each([
  ['bt709', 'bt709', SD],
  ['smpte170m', 'bt601', HD],
  ['bt470bg', 'bt601', HD],
  ['bt2020-ncl', 'bt2020', HD],
  [undefined, 'bt601', SD],
  [null, 'bt709', HD],
] as const)('%s codes are read by %s', (matrix, weights, size) => {
  const [r, g, b] = shown({ matrix }, size, GREEN[weights]);
  expect(Math.abs(r)).toBeLessThanOrEqual(2);
  expect(Math.abs(g - 255)).toBeLessThanOrEqual(2);
  expect(Math.abs(b)).toBeLessThanOrEqual(2);
});

test('codes of full range reach from 0 to 255', () => {
  expect(shown({ matrix: 'bt709', fullRange: true }, HD, [255, 128, 128])).toEqual([255, 255, 255]);
  expect(shown({ matrix: 'bt709', fullRange: null }, HD, [235, 128, 128])).toEqual([255, 255, 255]);
});

test('codes that are red, green and blue themselves have no matrix', () => {
  expect(colourCoding({ matrix: 'rgb' }, HD)).toBeNull();
});

test.each([
  [{ transfer: 'pq', primaries: 'bt2020' }, 'pq'],
  [{ transfer: 'hlg', primaries: 'bt2020' }, 'hlg'],
  [{ transfer: 'bt709', primaries: 'bt2020' }, 'bt2020'],
  [{ transfer: 'bt709', primaries: 'bt709' }, null],
  [{}, null],
] as const)('%j is wide: %s', (tags, wide) => {
  expect(colourCoding(tags, HD)!.wide).toBe(wide);
});

/** Codes of light by SMPTE ST 2084, 0…1. */
function pq(nits: number): number {
  const power = (nits / 10_000) ** 0.1593017578125;
  return ((0.8359375 + 18.8515625 * power) / (1 + 18.6875 * power)) ** 78.84375;
}

test.each([1, 10, 50, 90])('%i nits of a film of high range stay %i nits of 203', (nits) => {
  const code = pq(nits);
  for (const channel of toSdr([code, code, code], 'pq')) {
    expect(channel).toBeCloseTo((nits / 203) ** (1 / 2.4), 3);
  }
});

test('highlights rise to white without a step, and keep their hue', () => {
  let before = 0;
  for (let nits = 90; nits <= 1000; nits += 10) {
    const [grey] = toSdr([pq(nits), pq(nits), pq(nits)], 'pq');
    expect(grey).toBeGreaterThan(before - 1e-4);
    expect(grey - before).toBeLessThan(before === 0 ? 1 : 0.04);
    before = grey;
  }
  expect(toSdr([pq(4000), pq(4000), pq(4000)], 'pq')[0]).toBeCloseTo(1, 3);
  // Skin of 400, 300 and 250 nits: the shares of its channels before and after.
  const light = toSdr([pq(400), pq(300), pq(250)], 'pq').map((code) => code ** 2.4);
  expect(light[1] / light[0]).toBeGreaterThan(0.68);
  expect(light[1] / light[0]).toBeLessThan(0.75);
});

test('grey of BT.2020 is the same grey, and its red is more than screens have', () => {
  expect(toSdr([0.4, 0.4, 0.4], 'bt2020')[1]).toBeCloseTo(0.4, 3);
  expect(toSdr([1, 0, 0], 'bt2020')).toEqual([1, 0, 0]);
});

test.each(['pq', 'hlg', 'bt2020'] as const)('the table of %s follows its formula', (wide) => {
  const table = sdrTable(wide);
  const out = new Float32Array(3);
  for (let code = 0.02; code <= 1; code += 0.013) {
    lookUp(table, code, 0.9 * code, 0.8 * code, out);
    const exact = toSdr([code, 0.9 * code, 0.8 * code], wide);
    for (let c = 0; c < 3; c++) expect(Math.abs(out[c] - exact[c]) * 255).toBeLessThan(2);
  }
});
