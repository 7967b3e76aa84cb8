import type { PlanarPicture } from '@/core/colour/planarRgba';
import { shrunkPlanes } from '@/core/colour/shrunkPlanes';

/** Luma of its place, chroma of its place at half size. */
function picture(width: number, height: number, alpha = false): PlanarPicture {
  const half = (width / 2) * (height / 2);
  const plane = (length: number, code: (i: number) => number) =>
    Uint16Array.from({ length }, (_, i) => code(i));
  return {
    ...{ width, height, depth: 10, sampling: 420 },
    y: plane(width * height, (i) => 4 * (i % width) + 8 * Math.floor(i / width)),
    u: plane(half, (i) => 500 + (i % (width / 2))),
    v: plane(half, (i) => 500 - Math.floor(i / (width / 2))),
    a: alpha ? plane(width * height, () => 1023) : null,
  };
}

describe('planes of a picture that is shown small', () => {
  it('are means of the largest even squares that fill it and cover what is shown', () => {
    const shrunk = shrunkPlanes(picture(16, 8), { width: 3, height: 2 });
    expect(shrunk).toMatchObject({ width: 4, height: 2, depth: 10, sampling: 444, a: null });
    // In a square of four, places are 1.5 beyond its first on average; halves of chroma 0.5.
    expect([...shrunk.y]).toEqual([18, 34, 50, 66, 50, 66, 82, 98]);
    expect([...shrunk.u]).toEqual([501, 503, 505, 507, 501, 503, 505, 507]);
    expect([...shrunk.v]).toEqual([500, 500, 500, 500, 498, 498, 498, 498]);
  });

  it('are of smaller squares where larger ones do not fill it', () => {
    const shrunk = shrunkPlanes(picture(18, 6), { width: 4, height: 1 });
    expect([shrunk.width, shrunk.height]).toEqual([9, 3]);
  });

  it.each([
    ['it is shown at more than half its size', picture(16, 8), { width: 9, height: 5 }],
    ['no even square fills it', picture(15, 9), { width: 3, height: 2 }],
    ['it has alpha', picture(16, 8, true), { width: 4, height: 2 }],
  ])('are as they were where %s', (_why, whole, shown) => {
    expect(shrunkPlanes(whole, shown)).toBe(whole);
  });
});
