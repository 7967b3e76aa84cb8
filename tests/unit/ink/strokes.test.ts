import { readDocument, readEntry, type Overlay, type Stroke } from '@/core/document';
import { turnStroke } from '@/core/edit';
import { BRUSHES, brushKind } from '@/core/brushes';
import { partOutline, strokeOutline } from '@/core/ink/outline';
import {
  packed,
  pointAt,
  pointCount,
  pointsFrom,
  pointsUpTo,
  strokeBox,
  strokeLength,
  strokeTime,
} from '@/core/ink/points';
import { pressures } from '@/core/ink/pressure';
import { writtenWords } from '@/core/ink/writtenWords';
import { inked, penSession, sessionStrokes, unpacked } from '../../golden/ink';
import { overlay } from '../fixtures';
import { painted } from '../pixels';

/** A straight line from left to right, `ms` between its points. */
const line = (count: number, step: number, ms: number, change: Partial<Stroke> = {}): Stroke => ({
  ...sessionStrokes('underline', 100)[0],
  points: packed(
    Array.from({ length: count }, (_, i) => ({
      x: i * step - ((count - 1) * step) / 2,
      y: 0,
      pressure: 0.5,
      tilt: 0,
      ms: i * ms,
    })),
  ),
  ...change,
});

/** How tall what is painted is in a column of the canvas. */
function thickness(stroke: Stroke, x: number): number {
  const document = overlay({ width: 400, height: 200 });
  const picture = painted({ ...document, layers: [inked(document, [stroke])] }, 0, 1);
  let alpha = 0;
  for (let y = 0; y < 200; y++) alpha += picture.at(x, y)[3] / 255;
  return alpha;
}

describe('points of a stroke', () => {
  const { points } = line(3, 10, 8);

  it('are kept as five numbers each and come back', () => {
    expect(points).toHaveLength(15);
    expect(packed(unpacked(points))).toEqual(points);
    expect(pointAt(points, 1)).toEqual({ x: 0, y: 0, pressure: 0.5, tilt: 0, ms: 8 });
  });

  it('are cut between two of them, where the point is put in between', () => {
    expect(pointsUpTo(points, 1.5).slice(-5)).toEqual([5, 0, 0.5, 0, 12]);
    expect(pointsFrom(points, 0.5).slice(0, 5)).toEqual([-5, 0, 0.5, 0, 4]);
    expect(pointsUpTo(points, 2)).toEqual(points);
    expect(pointsFrom(points, 0)).toEqual(points);
  });

  it('tell how long the way and the time were', () => {
    const stroke = line(11, 10, 8);
    expect([strokeLength(stroke), strokeTime(stroke)]).toEqual([100, 80]);
    expect(strokeBox({ ...stroke, size: 12 })).toEqual({
      left: -56,
      right: 56,
      top: -6,
      bottom: 6,
    });
  });

  it('are the same the other way round twice', () => {
    const stroke = sessionStrokes('gust-1', 300)[0];
    const turned = turnStroke(stroke);
    expect(pointAt(turned.points, 0)).toMatchObject({ ms: 0, x: stroke.points.at(-5) });
    expect(turnStroke(turned)).toEqual(stroke);
  });
});

describe('a line', () => {
  it.each(BRUSHES.map((entry) => entry.brush))(
    'of the %s is as wide as its size in its middle',
    (brush) => {
      const stroke = line(60, 5, 16, { brush, size: 20 });
      expect(thickness(stroke, 200)).toBeGreaterThan(18.5);
      expect(thickness(stroke, 200)).toBeLessThan(21.5);
    },
  );

  it('is wider where a pen presses, as much as its brush says', () => {
    const pressed = (brush: string, pressure: number) =>
      thickness(
        line(60, 5, 16, {
          brush,
          size: 20,
          points: line(60, 5, 16).points.map((value, k) => (k % 5 === 2 ? pressure : value)),
        }),
        200,
      );
    expect(pressed('pen', 1) / pressed('pen', 0.1)).toBeGreaterThan(2);
    expect(pressed('brush', 1) / pressed('brush', 0.1)).toBeGreaterThan(3);
    expect(pressed('marker', 1)).toBeCloseTo(pressed('marker', 0.1), 1);
  });

  it('is wider where a pen lies flat', () => {
    const points = line(60, 5, 16).points.map((value, k) => (k % 5 === 3 ? 1 : value));
    const flat = line(60, 5, 16, { brush: 'marker', size: 20, points });
    expect(thickness(flat, 200) / 20).toBeCloseTo(1 + brushKind('marker').widening, 1);
  });

  it('is thinner where a hand without a pen was fast', () => {
    const slow = pressures(line(60, 5, 40, { sensed: false, size: 14 })).at(-1)!;
    const fast = pressures(line(60, 5, 2, { sensed: false, size: 14 })).at(-1)!;
    expect(slow).toBeGreaterThan(0.7);
    expect(fast).toBeLessThan(0.25);
  });

  it('begins and ends where the pen did', () => {
    const document = overlay({ width: 400, height: 200 });
    const stroke = line(40, 5, 16, { size: 10 });
    const picture = painted({ ...document, layers: [inked(document, [stroke])] }, 0, 1);
    const columns = Array.from({ length: 400 }, (_, x) => x).filter(
      (x) => picture.at(x, 100)[3] > 127,
    );
    expect(Math.abs(columns[0] - (200 - 97.5 - 5))).toBeLessThanOrEqual(2);
    expect(Math.abs(columns.at(-1)! - (200 + 97.5 + 5))).toBeLessThanOrEqual(2);
  });

  it('that is drawn in part is the beginning of the whole one', () => {
    const [stroke] = sessionStrokes('hold-the-line', 900);
    const half = pointCount(stroke.points) / 2;
    expect(partOutline(stroke, { from: 0, to: half }).length).toBeLessThan(
      strokeOutline(stroke).length,
    );
    // The left side of a line comes first in its outline: it is the same to the last digit.
    const curves = (d: string) => d.split('Q').slice(1, 9);
    expect(curves(partOutline(stroke, { from: 0, to: half }))).toEqual(
      curves(strokeOutline(stroke)),
    );
    expect(partOutline(stroke, { from: 0, to: pointCount(stroke.points) - 1 })).toBe(
      strokeOutline(stroke),
    );
  });
});

describe('written words', () => {
  it('are told apart by the gaps between them; bars and dots go with their letters', () => {
    const strokes = sessionStrokes('hold-the-line', 900);
    const owners = writtenWords(strokes);
    expect(new Set(owners).size).toBe(3);
    // h-o-l-d, then t with its bar, h and e, then l, i with its dot, n and e.
    expect(owners).toEqual([0, 0, 0, 0, 1, 1, 1, 1, 2, 2, 2, 2, 2]);
  });

  it('on two lines are two words', () => {
    const first = sessionStrokes('gust-1', 300);
    const below = sessionStrokes('gust-2', 300).map((stroke) => ({
      ...stroke,
      points: stroke.points.map((value, k) => (k % 5 === 1 ? value + 320 : value)),
    }));
    expect(new Set(writtenWords([...first, ...below])).size).toBe(2);
  });
});

describe('an ink layer in a file', () => {
  const document = overlay();
  const withPoints = (points: readonly unknown[]) => ({
    ...document,
    layers: [inked(document, [{ ...line(3, 10, 8), points } as Stroke])],
  });

  it('is read as it was written', () => {
    const full = { ...document, layers: [inked(document, sessionStrokes('kite', 300))] };
    expect(readDocument(JSON.parse(JSON.stringify(full)))).toEqual(full);
  });

  it.each([
    ['no points', []],
    ['half a point', [1, 2, 0.5]],
    ['a word', [1, 2, 0.5, 0, 'now']],
    ['nothing where a number belongs', [1, null, 0.5, 0, 0]],
    ['a pressure beyond 1', [1, 2, 1.5, 0, 0]],
    ['time that runs back', [1, 2, 0.5, 0, 0, 1, 2, 0.5, 0, 20, 1, 2, 0.5, 0, 10]],
  ])('with %s in a stroke is left out, and all else is read', (_what, points) => {
    const { document: read, told, leftOut } = readEntry(withPoints(points));
    expect((read as Overlay).layers).toEqual([]);
    expect(leftOut).toEqual([{ from: document.name, value: withPoints(points).layers[0] }]);
    expect(told).toEqual([expect.stringContaining(document.name)]);
  });

  it('of a hundred thousand points is read', () => {
    const strokes = Array.from({ length: 500 }, (_, i) => line(200, 1, 8, { id: `s${i}` }));
    const read = readDocument({ ...document, layers: [inked(document, strokes)] });
    expect(read).toMatchObject({ layers: [{ kind: 'ink' }] });
  });
});

it('a pen session tells pressure, tilt and time for every point', () => {
  for (const { points } of penSession('gust-1').strokes) {
    const all = unpacked(points);
    expect(all.length).toBeGreaterThan(10);
    expect(all.every(({ pressure, tilt }) => pressure > 0 && pressure <= 1 && tilt > 0)).toBe(true);
    expect(all.every(({ ms }, i) => i === 0 || ms > all[i - 1].ms)).toBe(true);
  }
});
