import fc from 'fast-check';
import { packed, pointAt, pointCount, strokeTime } from '@/core/ink/points';
import { withoutRubbed, withoutTouched } from '@/core/ink/erase';
import type { Stroke } from '@/core/document';
import { sessionStrokes } from '../../golden/ink';

/** From x = 0 to 100, a point every ten pixels and milliseconds. */
const line = (id: string, y: number): Stroke => ({
  ...sessionStrokes('underline', 100)[0],
  id,
  size: 4,
  pause: 50,
  points: packed(
    Array.from({ length: 11 }, (_, i) => ({ x: i * 10, y, pressure: 0.5, tilt: 0, ms: i * 10 })),
  ),
});

const ids = () => {
  let count = 0;
  return () => `new-${count++}`;
};

const span = ({ points }: Stroke) => [
  pointAt(points, 0).x,
  pointAt(points, pointCount(points) - 1).x,
];

describe('the eraser for whole strokes', () => {
  const strokes = [line('upper', 0), line('lower', 30)];

  it('takes away what it touches, also between two places it was at', () => {
    const across = {
      path: [
        { x: 50, y: -20 },
        { x: 50, y: 10 },
      ],
      radius: 2,
    };
    expect(withoutTouched(strokes, across)).toEqual([strokes[1]]);
  });

  it('touches the edge of a line, not only its middle', () => {
    const beside = (y: number) => withoutTouched(strokes, { path: [{ x: 50, y }], radius: 5 });
    expect(beside(-6.5)).toHaveLength(1);
    expect(beside(-7.5)).toBe(strokes);
  });

  it('leaves everything alone where nothing is', () => {
    expect(withoutTouched(strokes, { path: [{ x: 500, y: 0 }], radius: 5 })).toBe(strokes);
  });
});

describe('the eraser for parts', () => {
  it('leaves both sides as strokes with the times they were drawn at', () => {
    const [left, right] = withoutRubbed(
      [line('a', 0)],
      { path: [{ x: 45, y: 0 }], radius: 8 },
      ids(),
    );
    expect(span(left)[0]).toBe(0);
    expect(span(left)[1]).toBeCloseTo(35, 0);
    expect(span(right)[0]).toBeCloseTo(55, 0);
    expect(span(right)[1]).toBe(100);
    expect(strokeTime(left)).toBeCloseTo(35, -1);
    expect(strokeTime(right)).toBeCloseTo(45, -1);
    expect([left.pause, right.pause]).toEqual([50, 0]);
    expect(new Set([left.id, right.id]).size).toBe(2);
  });

  it('shortens a line at its end, and takes a small one whole', () => {
    const end = withoutRubbed([line('a', 0)], { path: [{ x: 100, y: 0 }], radius: 18 }, ids());
    expect(end).toHaveLength(1);
    expect(span(end[0])[1]).toBeCloseTo(80, 0);
    expect(withoutRubbed([line('a', 0)], { path: [{ x: 50, y: 0 }], radius: 90 }, ids())).toEqual(
      [],
    );
  });

  it('never leaves anything within its reach, wherever it goes', () => {
    const place = fc.record({
      x: fc.integer({ min: -20, max: 120 }),
      y: fc.integer({ min: -20, max: 20 }),
    });
    fc.assert(
      fc.property(
        fc.array(place, { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 1, max: 20 }),
        (path, radius) => {
          const left = withoutRubbed([line('a', 0)], { path, radius }, ids());
          for (const { points } of left) {
            for (let i = 0; i < pointCount(points); i++) {
              const { x, y } = pointAt(points, i);
              for (const rubbed of path) {
                expect(Math.hypot(x - rubbed.x, y - rubbed.y)).toBeGreaterThanOrEqual(radius);
              }
            }
          }
        },
      ),
      { numRuns: 200 },
    );
  });
});
