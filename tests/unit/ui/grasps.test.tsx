import fc from 'fast-check';
import { graspsOf } from '@/ui/cueSheet/grasps';
import { TOUCH } from '@/ui/theme';

const pixels = (max: number) => fc.double({ min: 0, max, noNaN: true });

describe('the touch areas of a ribbon', () => {
  it('never lie over each other, and leave room to drag the whole', () => {
    fc.assert(
      fc.property(
        fc.record({
          at: pixels(1),
          width: pixels(1),
          arrive: pixels(1),
          leave: pixels(1),
          total: fc.double({ min: 200, max: 2000, noNaN: true }),
        }),
        ({ at, width, arrive, leave, total }) => {
          const room = total - TOUCH;
          const left = TOUCH / 2 + at * room;
          const wide = Math.max(8, width * (TOUCH / 2 + room - left));
          const part = Math.min(arrive, 1) * wide;
          const { start, end, ...parts } = graspsOf({
            left,
            width: wide,
            arrive: part,
            leave: leave * (wide - part),
            total,
          });
          const order = [start, parts.arrival, parts.departure, end].filter((x) => x !== null);
          const gaps = order.slice(1).map((x, i) => x - order[i]);
          expect(Math.min(...gaps)).toBeGreaterThanOrEqual(TOUCH - 1e-6);
          expect(Math.max(...gaps)).toBeGreaterThanOrEqual(2 * TOUCH - 1e-6);
          expect(start).toBeGreaterThanOrEqual(TOUCH / 2);
          expect(end).toBeLessThanOrEqual(total - TOUCH / 2 + 1e-6);
        },
      ),
    );
  });

  it('of a long ribbon stand at what they belong to', () => {
    const span = { left: 100, width: 600, arrive: 90, leave: 120, total: 900 };
    expect(graspsOf(span)).toEqual({ start: 78, end: 722, arrival: 190, departure: 580 });
  });
});
