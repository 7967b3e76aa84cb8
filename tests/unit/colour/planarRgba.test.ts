import { i420Bytes, rgbaToI420, LUMA } from '@/core/colour';
import { planarRgba, type PlanarPicture } from '@/core/colour/planarRgba';
import { yuvMatrix } from '@/core/colour/yuvMatrix';

const LIMITED = { matrix: yuvMatrix(LUMA.r, LUMA.b, false), wide: null };
const FULL = { matrix: yuvMatrix(LUMA.r, LUMA.b, true), wide: null };

/** One pixel of BT.709 codes, 8 bit limited, as ITU-R BT.709-6 gives them for the colour bars. */
const BARS = [
  { codes: [235, 128, 128], rgb: [255, 255, 255] },
  { codes: [63, 102, 240], rgb: [255, 0, 0] },
  { codes: [173, 42, 26], rgb: [0, 255, 0] },
  { codes: [32, 240, 118], rgb: [0, 0, 255] },
] as const;

const onePixel = (
  [y, u, v]: readonly number[],
  a: number,
  depth: PlanarPicture['depth'],
): PlanarPicture => {
  const of = (code: number) => (depth === 8 ? Uint8Array.of(code) : Uint16Array.of(code));
  return {
    ...{ width: 1, height: 1, depth, sampling: 444 as const },
    ...{ y: of(y), u: of(u), v: of(v), a: of(a) },
  };
};

const near = (got: Uint8ClampedArray, wanted: readonly number[]) =>
  wanted.forEach((value, i) => expect(Math.abs(got[i] - value)).toBeLessThanOrEqual(2));

test.each(BARS)('colour bars come out as the standard has them: $rgb', ({ codes, rgb }) => {
  near(planarRgba(onePixel(codes, 77, 8), LIMITED), [...rgb, 77]);
  const ten = codes.map((code) => code * 4);
  near(planarRgba(onePixel(ten, 1023, 10), LIMITED), [...rgb, 255]);
  const twelve = codes.map((code) => code * 16);
  near(planarRgba(onePixel(twelve, 4095, 12), LIMITED), [...rgb, 255]);
  expect([...planarRgba(onePixel(twelve, 0, 12), LIMITED)]).toEqual([0, 0, 0, 0]);
});

test('codes of full range reach from the darkest to the lightest at every depth', () => {
  near(planarRgba(onePixel([255, 128, 128], 255, 8), FULL), [255, 255, 255, 255]);
  near(planarRgba(onePixel([1023, 513, 513], 512, 10), FULL), [255, 255, 255, 128]);
});

test('without alpha all of it is opaque', () => {
  const { a: _a, ...rest } = onePixel([235, 128, 128], 0, 8);
  expect(planarRgba({ ...rest, a: null }, LIMITED)[3]).toBe(255);
});

describe.each([true, false])('with alpha: %s', (alpha) => {
  test.each([
    [6, 4],
    [7, 5],
    [1, 1],
  ])('a soft ramp of %i × %i comes back from its halved chroma', (width, height) => {
    const rgba = new Uint8ClampedArray(width * height * 4);
    for (let i = 0; i < width * height; i++) {
      const [x, y] = [i % width, Math.floor(i / width)];
      const shade = alpha ? 255 - 20 * y : 255;
      rgba.set([90 + 8 * x, 120 - 6 * y, 60 + 4 * x + 4 * y, shade], i * 4);
    }
    const bytes = new Uint8Array(i420Bytes(width, height, alpha));
    rgbaToI420(rgba, width, height, alpha, bytes);
    const size = width * height;
    const chroma = Math.ceil(width / 2) * Math.ceil(height / 2);
    const plane = (from: number, length: number) => bytes.subarray(from, from + length);
    const back = planarRgba(
      {
        ...{ width, height, depth: 8, sampling: 420 },
        y: plane(0, size),
        u: plane(size, chroma),
        v: plane(size + chroma, chroma),
        a: alpha ? plane(size + 2 * chroma, size) : null,
      },
      LIMITED,
    );
    for (let i = 0; i < rgba.length; i++) {
      expect(Math.abs(back[i] - rgba[i])).toBeLessThanOrEqual(i % 4 === 3 ? 0 : 9);
    }
  });
});

test('chroma without alpha is that of the even columns', () => {
  // Blue rises by 20 a column; what it adds to the code of chroma is half of it in limited range.
  const rgba = new Uint8ClampedArray(6 * 2 * 4);
  for (let i = 0; i < 12; i++) rgba.set([100, 100, 60 + 20 * (i % 6), 255], i * 4);
  const bytes = new Uint8Array(i420Bytes(6, 2, false));
  rgbaToI420(rgba, 6, 2, false, bytes);
  const code = (column: number) => 128 + ((60 + 20 * column - 100) * 224) / 255 / 2;
  expect(Math.abs(bytes[13] - code(2))).toBeLessThanOrEqual(0.5);
  expect(Math.abs(bytes[14] - code(4))).toBeLessThanOrEqual(0.5);
});
