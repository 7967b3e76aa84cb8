import { createBoil, type Boil, type InkLayer } from '@/core/document';
import { drawBoil } from '@/core/edit';
import { boiledPath, boiledStroke, versionAt } from '@/core/ink/boil';
import { drawingAt, drawingStart, roundLength } from '@/core/ink/drawings';
import { pointAt, pointCount } from '@/core/ink/points';
import { IDENTITY } from '@/core/geometry/matrix';
import { inked, sessionStrokes, unpacked } from '../../golden/ink';
import { band, overlay, words } from '../fixtures';
import { differingPixels, painted } from '../pixels';

const base = overlay({ length: 90 });
const boil: Boil = { versions: 3, rate: 10, strength: 6, scale: 60, seed: 4 };

describe('a boil', () => {
  const [stroke] = sessionStrokes('hold-the-line', 900);

  it('leaves the ends of strokes where they are', () => {
    const wobbly = boiledStroke(stroke, boil, 1);
    const last = pointCount(stroke.points) - 1;
    expect(pointAt(wobbly.points, 0)).toEqual(pointAt(stroke.points, 0));
    expect(pointAt(wobbly.points, last)).toEqual(pointAt(stroke.points, last));
  });

  it('strays no further than its strength, and neighbours stray alike', () => {
    const offsets = unpacked(boiledStroke(stroke, boil, 2).points).map(({ x, y }, i) => ({
      x: x - pointAt(stroke.points, i).x,
      y: y - pointAt(stroke.points, i).y,
    }));
    const far = Math.max(...offsets.map(({ x, y }) => Math.max(Math.abs(x), Math.abs(y))));
    expect(far).toBeGreaterThan(1);
    expect(far).toBeLessThanOrEqual(boil.strength);
    offsets.slice(1).forEach(({ x, y }, i) => {
      expect(Math.hypot(x - offsets[i].x, y - offsets[i].y)).toBeLessThan(boil.strength / 2);
    });
  });

  it('gives the same for a seed, and something else for another one or another version', () => {
    const points = (change: Partial<Boil>, version: number) =>
      boiledStroke({ ...stroke }, { ...boil, ...change }, version).points;
    expect(points({}, 1)).toEqual(points({}, 1));
    expect(points({}, 1)).not.toEqual(points({}, 2));
    expect(points({}, 1)).not.toEqual(points({ seed: 5 }, 1));
  });

  it('goes through its versions and begins anew', () => {
    const turns = [0, 0.09, 0.1, 0.25, 0.3, 0.31].map((seconds) => versionAt(boil, seconds));
    expect(turns).toEqual([0, 0, 1, 2, 0, 0]);
  });

  it.each([
    ['a drawing', inked(base, sessionStrokes('hold-the-line', 900), { boil })],
    ['words', words('Gust', { boil })],
    ['a shape', band({ boil })],
  ])('of %s loops without a seam: a round later every pixel is the same', (_what, layer) => {
    const document = { ...base, layers: [layer] };
    const [first, second, third, again] = [0, 3, 6, 9].map((frame) => painted(document, frame));
    expect(differingPixels(first, again)).toBe(0);
    expect(differingPixels(first, second)).toBeGreaterThan(20);
    expect(differingPixels(second, third)).toBeGreaterThan(20);
    expect(differingPixels(painted(document, 89), painted(document, 80))).toBe(0);
  });

  it('keeps a path closed and bends its straight sides', () => {
    const square = 'M0 0H100V100H0Z';
    const wobbly = boiledPath(square, IDENTITY, { ...boil, scale: 30 }, 1);
    expect(wobbly.endsWith('Z')).toBe(true);
    const numbers = wobbly.match(/-?\d+(\.\d+)?/g)!.map(Number);
    expect(numbers.slice(0, 2)).toEqual(numbers.slice(-2));
    expect(wobbly.match(/C/g)!.length).toBeGreaterThanOrEqual(40);
    expect(Math.max(...numbers)).toBeLessThanOrEqual(100 + boil.strength);
  });

  it('can be had as drawings, which stand for the one they came from', () => {
    let count = 0;
    const layer = inked(base, sessionStrokes('kite', 300));
    const drawn = drawBoil(layer, 'drawing', boil, () => `id-${count++}`);
    expect(drawn.drawings).toHaveLength(3);
    expect(new Set(drawn.drawings.flatMap(({ strokes }) => strokes.map(({ id }) => id))).size).toBe(
      6,
    );
    expect(drawn.drawings[1].strokes[0].points).toEqual(
      boiledStroke(layer.drawings[0].strokes[0], boil, 1).points,
    );
  });

  it('starts from settings that suit the canvas', () => {
    expect(createBoil(base)).toMatchObject({ versions: 3, strength: 3, scale: 60 });
  });
});

describe('drawings one after the other', () => {
  const drawings = ['a', 'b', 'c'].map((id, i) => ({ id, hold: i === 1 ? 2 : 1, strokes: [] }));
  const layer = (after: InkLayer['after']) => ({ drawings, rate: 12, after });
  const shown = (after: InkLayer['after'], turns: number) =>
    Array.from({ length: turns }, (_, i) => drawingAt(layer(after), i / 12)?.id ?? '-').join('');

  it('are held as long as they say, and go on as they should once they are over', () => {
    expect(roundLength({ drawings })).toBe(4);
    expect(shown('loop', 9)).toBe('abbcabbca');
    expect(shown('hold', 7)).toBe('abbcccc');
    expect(shown('back and forth', 9)).toBe('abbccbbaa');
    expect(shown('nothing', 6)).toBe('abbc--');
  });

  it('start when those before them are over', () => {
    expect([0, 1, 2].map((i) => drawingStart(layer('loop'), i) * 12)).toEqual([0, 1, 3]);
  });

  it('show at 12 a second under 30 frames a second, frame by frame', () => {
    const ids = Array.from({ length: 10 }, (_, frame) => drawingAt(layer('loop'), frame / 30)!.id);
    expect(ids.join('')).toBe('aaabbbbbcc');
  });
});
