import { cutBox, shownBox } from '@/core/formats/shownBox';

/** A clear frame with some pixels that show. */
function frameWith(width: number, height: number, pixels: readonly (readonly [number, number])[]) {
  const rgba = new Uint8ClampedArray(width * height * 4);
  for (const [x, y] of pixels) rgba.set([x, y, 200, 1], (y * width + x) * 4);
  return rgba;
}

describe('the part of a frame that shows anything', () => {
  it('is in whole blocks, and ends with the frame', () => {
    const rgba = frameWith(50, 40, [
      [17, 9],
      [33, 12],
    ]);
    expect(shownBox(rgba, 50, 40, 16)).toEqual({ x: 16, y: 0, width: 32, height: 16 });
    expect(shownBox(rgba, 50, 40, 8)).toEqual({ x: 16, y: 8, width: 24, height: 8 });
    expect(shownBox(frameWith(50, 40, [[49, 39]]), 50, 40, 16)).toEqual({
      x: 48,
      y: 32,
      width: 2,
      height: 8,
    });
  });

  it('is a block where nothing shows', () => {
    expect(shownBox(frameWith(50, 40, []), 50, 40, 16)).toEqual({
      x: 0,
      y: 0,
      width: 16,
      height: 16,
    });
  });

  it('is cut out as it is', () => {
    const rgba = frameWith(50, 40, [[17, 9]]);
    const cut = cutBox(rgba, 50, { x: 16, y: 8, width: 3, height: 2 });
    expect(cut).toHaveLength(3 * 2 * 4);
    expect([...cut.slice(16, 20)]).toEqual([17, 9, 200, 1]);
    expect(cut.filter((value) => value > 0)).toHaveLength(4);
  });
});
