import { ease, EASINGS } from '@/core/easings';
import { AT_HOME, combine, isHome, type Change } from '@/core/moves/change';
import { sampleMoves } from '@/core/motion/sample';
import { staggerLength, staggerRanks } from '@/core/motion/stagger';
import { timeLayers } from '@/core/motion/timing';
import { plainLetter } from '@/core/edit';
import { MOVE_KINDS, moveKind } from '@/core/moves';
import { fallHeight } from '@/core/moves/drop';
import { after, at, band, move, overlay, words } from '../fixtures';

const FIRST = { letters: 0, words: 0, lines: 0 };

const BOX = { left: -100, top: -50, right: 100, bottom: 50 };

/** What all of a layer's moves do to one unit at a frame. */
function changeAt(
  layer: ReturnType<typeof band> | ReturnType<typeof words>,
  frame: number,
  unit = FIRST,
): Change {
  const timing = timeLayers(overlay({ layers: [layer] })).get(layer.id)!;
  const { whole, unit: unitChange } = sampleMoves(layer, timing, frame, {
    rate: { num: 30, den: 1 },
    canvas: { width: 1920, height: 1080 },
    box: BOX,
    onCanvas: ({ x, y }) => ({ x: x + 960, y: y + 540 }),
  });
  return combine(
    whole,
    unitChange(unit, () => BOX),
  );
}

describe('easings', () => {
  it.each(EASINGS)('%s starts at 0 and ends at 1 exactly, and holds both', (easing) => {
    expect([ease(easing, -1), ease(easing, 0), ease(easing, 1), ease(easing, 2)]).toEqual([
      0, 0, 1, 1,
    ]);
  });

  it('settles beyond the end on the way', () => {
    expect(ease('settle', 0.7)).toBeGreaterThan(1);
  });
});

describe('staggers', () => {
  it('ranks units by order', () => {
    expect(staggerRanks('forward', 4, 1)).toEqual([0, 1, 2, 3]);
    expect(staggerRanks('backward', 4, 1)).toEqual([3, 2, 1, 0]);
    expect(staggerRanks('centre', 5, 1)).toEqual([2, 1, 0, 1, 2]);
    expect(staggerRanks('centre', 4, 1)).toEqual([1, 0, 0, 1]);
    expect(staggerRanks('edges', 5, 1)).toEqual([0, 1, 2, 1, 0]);
  });

  it('shuffles the same way each time for a seed', () => {
    const ranks = staggerRanks('shuffled', 12, 7);
    expect(ranks).toEqual(staggerRanks('shuffled', 12, 7));
    expect([...ranks].sort((a, b) => a - b)).toEqual(staggerRanks('forward', 12, 7));
    expect(ranks).not.toEqual(staggerRanks('forward', 12, 7));
  });

  it('lasts from the first unit’s start to the last one’s', () => {
    const stagger = { over: 'letters' as const, order: 'forward' as const, gap: 1.5, seed: 1 };
    expect(staggerLength(stagger, 6)).toBe(8);
    expect(staggerLength({ ...stagger, over: 'whole' }, 6)).toBe(0);
  });
});

describe('moves', () => {
  const everyPhase = MOVE_KINDS.flatMap((kind) =>
    kind.phases.map((phase) => [kind.kind, phase] as const),
  );

  const inAndOut = everyPhase.filter(([, phase]) => phase !== 'stay');

  it.each(inAndOut)('%s (%s) is at home where its phase says, to the frame', (kind, phase) => {
    const layer = words('Wind', { moves: [move('m', kind, phase, at(20))] });
    const { end } = timeLayers(overlay({ layers: [layer] }))
      .get('words')!
      .moves.get('m')!;
    const arriving = phase === 'arrive';
    // The first letter of a stepwise move comes and goes at its very start.
    const stepwise = moveKind(kind).stepwise;
    const homes = arriving ? [end, end + 1] : stepwise ? [19] : [20, 19];
    const under = stepwise ? [] : arriving ? [20, end - 1] : [21, end - 1];
    const away = [arriving ? 19 : end, ...under];
    const isHomeAt = (frame: number) => isHome(changeAt(layer, frame));
    expect(homes.map(isHomeAt)).toEqual(homes.map(() => true));
    expect(away.map(isHomeAt)).toEqual(away.map(() => false));
  });

  const staying = MOVE_KINDS.filter((kind) => kind.phases.includes('stay'));

  it.each(staying.filter((kind) => kind.returns).map((kind) => kind.kind))(
    '%s is home before it starts and once it is done, and away in between',
    (kind) => {
      const layer = band({ moves: [move('m', kind, 'stay', at(20), { length: 40 })] });
      expect(isHome(changeAt(layer, 19))).toBe(true);
      expect(isHome(changeAt(layer, 60))).toBe(true);
      const between = Array.from({ length: 40 }, (_, i) => changeAt(layer, 20 + i));
      expect(between.some((change) => !isHome(change))).toBe(true);
    },
  );

  it.each(staying.filter((kind) => kind.swaps).map((kind) => kind.kind))(
    '%s runs from its end to its start once swapped',
    (kind) => {
      const forward = move('m', kind, 'stay', at(20), { length: 40 });
      const there = band({ moves: [forward] });
      const back = band({ moves: [{ ...forward, swapped: true }] });
      expect(changeAt(back, 60)).toEqual(changeAt(there, 20));
      expect(changeAt(back, 20)).toEqual(changeAt(there, 60));
      expect(changeAt(back, 0)).toEqual(changeAt(there, 90));
    },
  );

  it('the same seed scatters and shivers the same way, another one another way', () => {
    const seeded = (seed: number) => {
      const stagger = { over: 'letters' as const, order: 'forward' as const, gap: 0, seed };
      return changeAt(
        words('ab', { moves: [move('m', 'scatter', 'arrive', at(0), { stagger })] }),
        3,
      );
    };
    expect(seeded(4)).toEqual(seeded(4));
    expect(seeded(4).dx).not.toBeCloseTo(seeded(5).dx);
  });

  it('drops under gravity, bounces to a quarter, and comes to rest', () => {
    expect(fallHeight(0, 2)).toBe(1);
    expect(fallHeight(1, 2)).toBe(0);
    // One fall of 1, two bounces of 1 and ½ in the air: 2.5 in all.
    expect(fallHeight(1 / 2.5, 2)).toBeCloseTo(0);
    expect(fallHeight(1.5 / 2.5, 2)).toBeCloseTo(0.25);
    expect(fallHeight(2.25 / 2.5, 2)).toBeCloseTo(1 / 16);
  });

  it('hops as often as it says, to its height', () => {
    const layer = band({
      moves: [move('m', 'hop', 'stay', at(0), { length: 30, params: { times: 3, height: 80 } })],
    });
    const heights = Array.from({ length: 31 }, (_, frame) => -changeAt(layer, frame).dy);
    expect([0, 10, 20, 30].map((frame) => Math.abs(heights[frame]))).toEqual([0, 0, 0, 0]);
    expect([5, 15, 25].map((frame) => Math.round(heights[frame]))).toEqual([80, 80, 80]);
  });

  it('spins whole turns in its length', () => {
    const layer = band({
      moves: [move('m', 'spin', 'stay', at(0), { length: 150, params: { turns: 4 } })],
    });
    const angle = (frame: number) => {
      const [a, b] = changeAt(layer, frame).inner;
      return Math.round((Math.atan2(b, a) * 180) / Math.PI);
    };
    expect(angle(0)).toBe(0);
    expect(Math.abs(angle(75 / 4))).toBe(180);
    expect(angle(150)).toBe(0);
    expect(angle(150 / 16)).toBe(90);
  });

  it('ends a zoom with its target in the middle of the canvas, at its size', () => {
    const params = { x: 40, y: -10, size: 500 };
    const layer = band({ moves: [move('m', 'zoom', 'stay', at(0), { length: 20, params })] });
    const { dx, dy, inner } = changeAt(layer, 20);
    expect(inner[0]).toBeCloseTo(5);
    expect(40 * inner[0] + inner[4]).toBeCloseTo(40);
    expect([40 + 960 + dx, -10 + 540 + dy]).toEqual([960, 540]);
  });

  it('leaves letters with a move of their own to that move alone', () => {
    const layer = words('abc', {
      moves: [
        move('all', 'fade', 'arrive', at(0)),
        { ...move('own', 'slide', 'arrive', at(0)), letter: 1 },
      ],
    });
    expect(changeAt(layer, 0).opacity).toBe(0);
    const own = changeAt(layer, 0, { ...FIRST, letters: 1 });
    expect(own.opacity).toBe(1);
    expect(own.dx).toBeCloseTo(-400);
  });

  it('starts a delayed letter that much later, and ends the move with it', () => {
    const layer = words('ab', {
      moves: [move('m', 'fade', 'arrive', at(0))],
      letters: [{ ...plainLetter(1), delay: 7 }],
    });
    expect(changeAt(layer, 10).opacity).toBe(1);
    expect(changeAt(layer, 10, { ...FIRST, letters: 1 }).opacity).toBeCloseTo(0.3);
    expect(
      timeLayers(overlay({ layers: [layer] }))
        .get('words')!
        .moves.get('m')!.end,
    ).toBe(17);
  });

  it('starts a delayed letter that much later also where it has a move of its own', () => {
    const layer = words('ab', {
      moves: [
        move('all', 'fade', 'arrive', at(0)),
        move('own', 'slide', 'arrive', at(0), { letter: 1 }),
      ],
      letters: [{ ...plainLetter(1), delay: 7 }],
    });
    const [early, late] = [10, 17].map((frame) => changeAt(layer, frame, { ...FIRST, letters: 1 }));
    expect(early.dx).not.toBeCloseTo(0);
    expect(late).toBe(AT_HOME);
    const { moves } = timeLayers(overlay({ layers: [layer] })).get('words')!;
    expect(moves.get('own')!.end).toBe(17);
  });

  it('changes nothing by combining with home', () => {
    const change: Change = { ...AT_HOME, dx: 3, opacity: 0.5 };
    expect(combine(AT_HOME, change)).toBe(change);
    expect(combine(change, AT_HOME)).toBe(change);
  });

  it('slides along its angle', () => {
    const params = { angle: 90, distance: 100 };
    const layer = band({ moves: [move('m', 'slide', 'arrive', at(0), { params })] });
    expect(changeAt(layer, 5).dx).toBeCloseTo(0);
    expect(changeAt(layer, 5).dy).toBeCloseTo(50);
  });

  it('types letters on one by one, the first at once', () => {
    const stagger = { over: 'letters' as const, order: 'forward' as const, gap: 3, seed: 1 };
    const layer = words('abc', { moves: [move('m', 'type on', 'arrive', at(10), { stagger })] });
    const shown = (frame: number) =>
      [0, 1, 2].map((letters) => changeAt(layer, frame, { ...FIRST, letters }).opacity);
    expect(shown(9)).toEqual([0, 0, 0]);
    expect(shown(10)).toEqual([1, 0, 0]);
    expect(shown(12)).toEqual([1, 0, 0]);
    expect(shown(13)).toEqual([1, 1, 0]);
    expect(shown(16)).toEqual([1, 1, 1]);
  });

  it('combines several moves on one layer', () => {
    const layer = band({
      moves: [
        move('a', 'fade', 'arrive', at(0)),
        move('b', 'slide', 'arrive', at(0), { params: { angle: 0, distance: 40 } }),
      ],
    });
    expect(changeAt(layer, 5)).toMatchObject({ opacity: 0.5, dx: 20 });
  });
});

describe('when a layer is on show', () => {
  it('lasts from its first arrival to its last leave', () => {
    const first = band({
      moves: [move('in', 'fade', 'arrive', at(5)), move('out', 'fade', 'leave', at(50))],
    });
    const second = words('After it', {
      moves: [move('words-in', 'slide', 'arrive', after('in', 6))],
    });
    const times = timeLayers(overlay({ layers: [first, second] }));
    expect(times.get('band')).toMatchObject({ from: 5, to: 60 });
    expect(times.get('words')).toMatchObject({ from: 21, to: 120 });
  });
});
