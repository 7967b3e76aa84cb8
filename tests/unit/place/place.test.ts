import {
  handleChange,
  movedPlace,
  settledAngle,
  snapBox,
  snapLines,
  turnedPlace,
} from '@/core/place';

const canvas = { width: 1920, height: 1080 };
const box = (left: number, top: number) => ({ left, top, right: left + 100, bottom: top + 50 });

describe('snapping', () => {
  it('meets the middle, the edges and the safe area', () => {
    const lines = snapLines(canvas, []);
    expect(snapBox(box(907, 300), lines, 8)).toMatchObject({ dx: 3, x: 960, dy: 0, y: null });
    expect(snapBox({ ...box(-4, 1028), right: 700 }, lines, 8)).toMatchObject({
      dx: 4,
      x: 0,
      dy: 2,
      y: 1080,
    });
    expect(snapBox(box(99, 51), lines, 8)).toMatchObject({ dx: -3, x: 96, dy: 3, y: 54 });
  });

  it('meets other layers’ edges and middles', () => {
    const lines = snapLines(canvas, [{ left: 300, top: 700, right: 500, bottom: 760 }]);
    expect(snapBox(box(304, 600), lines, 8)).toMatchObject({ dx: -4, x: 300 });
  });

  it('leaves things alone that are near nothing', () => {
    expect(snapBox(box(700, 300), snapLines(canvas, []), 8)).toEqual({
      dx: 0,
      dy: 0,
      x: null,
      y: null,
    });
  });
});

describe('placing', () => {
  const place = { x: 100, y: 100, scale: 1, rotation: 0 };

  it('moves, enlarges and turns', () => {
    expect(movedPlace(place, 10.004, -3)).toMatchObject({ x: 110, y: 97 });
    expect(turnedPlace(place, 2, 30)).toMatchObject({ scale: 2, rotation: 30 });
    expect(turnedPlace(place, 1e9, 0).scale).toBe(50);
  });

  it('settles on quarter turns', () => {
    expect([settledAngle(2.5), settledAngle(88), settledAngle(-181), settledAngle(40)]).toEqual([
      0, 90, 180, 40,
    ]);
  });

  it('reads a handle’s drag as factor and angle', () => {
    const { factor, degrees } = handleChange({ x: 0, y: 0 }, { x: 10, y: 0 }, { x: 0, y: 20 });
    expect(factor).toBeCloseTo(2);
    expect(degrees).toBeCloseTo(90);
  });
});
