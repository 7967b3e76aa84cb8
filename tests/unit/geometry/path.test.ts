import fc from 'fast-check';
import type { PathPoint } from '@/core/geometry/path';
import {
  movedHandle,
  movedPoint,
  roundedPoint,
  straightened,
  withPointAfter,
} from '@/core/geometry/editPath';
import { corner, pathData, pointOnPath } from '@/core/geometry/path';

const straight: readonly PathPoint[] = [corner(0, 0), corner(300, 0), corner(300, 400)];

/** A quarter circle of radius 100, by the usual cubic. */
const K = 55.2285;
const quarter: readonly PathPoint[] = [
  { ...corner(100, 0), outX: 0, outY: K },
  { ...corner(0, 100), inX: K, inY: 0 },
];

describe('a path', () => {
  it('is followed by its length: equal shares are equal ways', () => {
    expect(pointOnPath(straight, 0)).toMatchObject({ x: 0, y: 0, angle: 0 });
    const half = pointOnPath(straight, 0.5);
    expect([half.x, half.y]).toEqual([expect.closeTo(300, 6), expect.closeTo(50, 6)]);
    expect(half.angle).toBeCloseTo(90, 6);
    expect(pointOnPath(straight, 1)).toMatchObject({ x: 300, y: 400 });
  });

  it('goes straight on beyond its ends', () => {
    const beyond = pointOnPath(straight, 1.1);
    expect(beyond.y).toBeCloseTo(470, 6);
    const before = pointOnPath(straight, -0.1);
    expect(before.x).toBeCloseTo(-70, 6);
  });

  it('keeps to its curve', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (share) => {
        const { x, y, angle } = pointOnPath(quarter, share);
        expect(Math.hypot(x, y)).toBeCloseTo(100, 0);
        expect(angle).toBeCloseTo(90 + share * 90, 0);
      }),
    );
  });

  it('is drawn as cubic curves, closed or not', () => {
    expect(pathData([], false)).toBe('');
    expect(pathData(straight.slice(0, 2), false)).toBe('M0 0C0 0 300 0 300 0');
    expect(pathData(straight.slice(0, 2), true)).toMatch(/Z$/);
  });
});

describe('editing a path', () => {
  it('adds a point half way without changing the curve', () => {
    const more = withPointAfter(quarter, 0);
    expect(more).toHaveLength(3);
    for (const share of [0.1, 0.25, 0.5, 0.8]) {
      const [a, b] = [pointOnPath(quarter, share), pointOnPath(more, share)];
      expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeLessThan(0.05);
    }
  });

  it('leads on after the last point', () => {
    const more = withPointAfter(straight, 2);
    expect(more).toHaveLength(4);
    expect(more[3]).toMatchObject({ x: 420, y: 340 });
  });

  it('moves points with their handles, and keeps a point’s two handles in line', () => {
    expect(movedPoint(quarter, 0, 7, 8)[0]).toEqual({ ...quarter[0], x: 7, y: 8 });
    const turned = movedHandle(roundedPoint(straight, 1), 1, 'out', 30, 40)[1];
    expect([turned.outX, turned.outY]).toEqual([30, 40]);
    expect(turned.inX * 40 - turned.inY * 30).toBeCloseTo(0, 9);
    expect(Math.hypot(turned.inX, turned.inY)).toBeCloseTo(100, 6);
  });

  it('makes corners of curves and curves of corners', () => {
    const round = roundedPoint(straight, 1);
    expect(round[1]).toMatchObject({ outX: 60, outY: 80, inX: -60, inY: -80 });
    expect(straightened(round, 1)).toEqual(straight);
  });
});
