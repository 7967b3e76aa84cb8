import type { InkLayer, Move, Stroke } from '@/core/document';
import { createOverlay } from '@/core/document';
import { addMove } from '@/core/edit';
import { strokeLength, strokeTime } from '@/core/ink/points';
import { drawingTime, replayTimes, strokeShown } from '@/core/ink/replay';
import type { Replay } from '@/core/moves/replay';
import { sceneAt } from '@/core/scene';
import { inked, sessionStrokes } from '../../golden/ink';
import { at, move, overlay } from '../fixtures';
import { assets } from '../nodeAssets';
import { differingPixels, painted, visiblePixels } from '../pixels';

const strokes = sessionStrokes('hold-the-line', 900);
const BY_HAND: Replay = { rhythm: 'hand', together: 'strokes', pauses: 1 };
const EVEN: Replay = { rhythm: 'even', together: 'strokes', pauses: 0 };

describe('a replay', () => {
  it('takes as long as the hand did, with its pauses', () => {
    // The dot of the i takes as long as a dot has to, to be seen.
    const lines = strokes.reduce((sum, stroke) => sum + Math.max(40, strokeTime(stroke)), 0);
    const expected = lines + strokes.reduce((sum, { pause }) => sum + pause, 0);
    expect(drawingTime({ strokes })).toBeCloseTo(expected, 5);
    expect(replayTimes(strokes, { ...BY_HAND, pauses: 0 }).total).toBeCloseTo(lines, 5);
  });

  it('shortens pauses, and those in which the hand rested most of all', () => {
    const rested = strokes.map((stroke, i) => (i === 4 ? { ...stroke, pause: 60_000 } : stroke));
    const kept = replayTimes(rested, BY_HAND).total - replayTimes(strokes, BY_HAND).total;
    expect(kept).toBeLessThan(4000);
  });

  it('draws one stroke after the other, each from its start to its end', () => {
    const { times } = replayTimes(strokes, { ...BY_HAND, pauses: 0 });
    times.forEach((time, i) => {
      expect(time.drawn).toBeGreaterThan(time.start);
      expect(time.start).toBeCloseTo(times[i - 1]?.drawn ?? 0, 9);
    });
    expect(times.at(-1)!.drawn).toBeCloseTo(1, 9);
  });

  it('at even speed gives each stroke time by its length', () => {
    const { times, total } = replayTimes(strokes, EVEN);
    times.forEach((time, i) => {
      expect((time.drawn - time.start) * total).toBeCloseTo(
        Math.max(12, strokeLength(strokes[i])),
        5,
      );
    });
  });

  it('draws the strokes of a word together, or all of them', () => {
    const byWord = replayTimes(strokes, { ...EVEN, together: 'words' }).times;
    expect(new Set(byWord.map(({ start }) => start)).size).toBe(3);
    const all = replayTimes(strokes, { ...EVEN, together: 'all' }).times;
    expect(all.every(({ start }) => start === 0)).toBe(true);
  });

  it('goes through a stroke as the hand did, or evenly', () => {
    const points = [0, 0, 0.5, 0, 0, 10, 0, 0.5, 0, 100, 20, 0, 0.5, 0, 400];
    const stroke: Stroke = { ...strokes[0], points };
    const time = { start: 0, drawn: 1, filled: 1 };
    const part = (from: number, to: number, rhythm: Replay['rhythm']) =>
      strokeShown(stroke, time, { from, to }, rhythm)!.part!;
    expect(part(0, 0.25, 'hand').to).toBeCloseTo(1, 9);
    expect(part(0.25, 0.625, 'hand')).toEqual({ from: 1, to: 1.5 });
    expect(part(0, 0.25, 'even').to).toBeCloseTo(0.5, 9);
    expect(strokeShown(stroke, time, { from: 0, to: 0 }, 'hand')).toBeNull();
    expect(strokeShown(stroke, time, { from: 0, to: 1 }, 'hand')).toEqual({
      part: null,
      filled: 1,
    });
  });

  it('fills what a line encloses once the line is drawn', () => {
    const filled = strokes.map((stroke) => ({ ...stroke, fill: '#3f7d6b' }));
    const { times } = replayTimes(filled, BY_HAND);
    const [first] = times;
    const middle = (first.drawn + first.filled) / 2;
    const shown = (to: number) => strokeShown(filled[0], first, { from: 0, to }, 'hand')!;
    expect(shown(first.drawn - 1e-6)).toMatchObject({ filled: 0 });
    expect(shown(middle).part).toBeNull();
    expect(shown(middle).filled).toBeCloseTo(0.5, 5);
    expect(times[1].start).toBeGreaterThan(first.filled);
  });
});

describe('write on', () => {
  const base = overlay({ length: 90 });
  const writing = (change: Partial<Move> = {}, layer: Partial<InkLayer> = {}) => ({
    ...base,
    layers: [
      inked(base, strokes, {
        moves: [move('write', 'write on', 'arrive', at(10), { length: 40, ...change })],
        ...layer,
      }),
    ],
  });
  const still = { ...base, layers: [inked(base, strokes)] };

  it('shows nothing at its first frame, more at each one, and all at its end', () => {
    const ink = [10, 20, 30, 40, 50].map((frame) => visiblePixels(painted(writing(), frame)));
    expect(ink[0]).toBe(0);
    ink.slice(1).forEach((count, i) => expect(count).toBeGreaterThan(ink[i]));
    expect(differingPixels(painted(writing(), 50), painted(still, 0))).toBe(0);
    expect(differingPixels(painted(writing(), 89), painted(still, 0))).toBe(0);
  });

  it('shows the stroke that is due at a frame, to the point', () => {
    const { times } = replayTimes(strokes, { rhythm: 'hand', together: 'strokes', pauses: 0.3 });
    for (const frame of [15, 27, 42]) {
      const share = (frame - 10) / 40;
      const due = times.filter(({ start }) => start < share).length;
      expect(sceneAt(writing(), frame, assets).items).toHaveLength(due);
    }
  });

  it('takes the drawing back while leaving, the last stroke first', () => {
    const leaving = {
      ...base,
      layers: [
        inked(base, strokes, {
          moves: [move('undo', 'write on', 'leave', at(40), { length: 40 })],
        }),
      ],
    };
    const forward = painted(writing(), 30);
    expect(differingPixels(painted(leaving, 60), forward)).toBe(0);
    expect(visiblePixels(painted(leaving, 80))).toBe(0);
  });

  it('takes back from the first stroke on where that is wanted', () => {
    const layer = inked(base, strokes, {
      moves: [
        move('undo', 'write on', 'leave', at(0), {
          length: 60,
          params: { together: 0, even: 0, pauses: 30, first: 1 },
        }),
      ],
    });
    const items = sceneAt({ ...base, layers: [layer] }, 30, assets).items;
    const last = sceneAt(still, 0, assets).items.at(-1);
    expect(items.length).toBeLessThan(strokes.length);
    expect(items.at(-1)).toEqual(last);
  });

  it('is as long as the drawing took when it is new', () => {
    const added = (length: number) => {
      const document = { ...base, length };
      const layer = { ...inked(document, strokes), to: length };
      const next = addMove({ ...document, layers: [layer] }, 'ink', 'new', 'write on', 'arrive');
      return next.layers[0].moves[0].length;
    };
    const seconds = drawingTime({ strokes }) / 1000;
    expect(added(600)).toBe(Math.round(seconds * 30));
    // Where there is less time than that, a quarter of it is left to read what is written.
    expect(added(200)).toBe(150);
  });

  it('is sharp at 4K: edges are no wider than two pixels', () => {
    const document = { ...createOverlay({ id: 'wide', created: 0 }, 'Wide'), width: 1920 };
    const layer = inked(document, sessionStrokes('underline', 1200, { size: 40 }), {
      moves: [move('write', 'write on', 'arrive', at(0), { length: 30 })],
    });
    const picture = painted({ ...document, layers: [layer] }, 15, 2);
    expect([picture.width, picture.height]).toEqual([3840, 2160]);
    const column = Array.from({ length: 2160 }, (_, y) => picture.at(1200, y)[3]);
    const soft = column.filter((alpha) => alpha > 0 && alpha < 255).length;
    expect(column.filter((alpha) => alpha === 255).length).toBeGreaterThan(40);
    expect(soft).toBeLessThanOrEqual(4);
  });
});
