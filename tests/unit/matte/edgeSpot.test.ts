import { edgeSpot } from '@/core/matte/edgeSpot';

const picture = (alphaAt: (x: number, y: number) => number) =>
  Uint8ClampedArray.from({ length: 20 * 10 * 4 }, (_, i) => {
    const pixel = i >> 2;
    return i % 4 === 3 ? alphaAt(pixel % 20, Math.floor(pixel / 20)) : 200;
  });

describe('the sharpest edge', () => {
  it('is where alpha changes most between neighbours', () => {
    const soft = (x: number) => x * 12;
    expect(
      edgeSpot(
        picture((x, y) => (x > 12 && y > 4 ? 255 : soft(x))),
        20,
        10,
      ),
    ).toEqual({
      x: 12,
      y: 5,
    });
  });

  it('is where the colours change in an opaque picture', () => {
    const data = picture(() => 255);
    data[(3 * 20 + 7) * 4] = 0;
    expect(edgeSpot(data, 20, 10)).toEqual({ x: 7, y: 2 });
  });

  it('is the first one where several could not be sharper', () => {
    const edges = picture((x, y) => (y > 5 || x > 15 ? 255 : 0));
    expect(edgeSpot(edges, 20, 10)).toEqual({ x: 15, y: 0 });
  });

  it('is nowhere in an even picture', () => {
    expect(
      edgeSpot(
        picture(() => 0),
        20,
        10,
      ),
    ).toBeNull();
  });
});
