import { ease, EASINGS } from '@/core/motion/easings';
import { layerSampler } from '@/core/motion/sample';
import { spreadLength, spreadRanks } from '@/core/motion/spread';
import { timeLayers } from '@/core/motion/timing';
import { MOVE_KINDS } from '@/core/motion/moves';
import { after, at, band, move, overlay, words } from '../fixtures';

const FIRST = { letters: 0, words: 0, lines: 0 };

const changeAt = (
  layer: ReturnType<typeof band> | ReturnType<typeof words>,
  frame: number,
  unit = FIRST,
) => layerSampler(layer, timeLayers(overlay({ layers: [layer] })).get(layer.id)!, frame)(unit);

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

describe('spreads', () => {
  it('ranks units by order', () => {
    expect(spreadRanks('forward', 4, 1)).toEqual([0, 1, 2, 3]);
    expect(spreadRanks('backward', 4, 1)).toEqual([3, 2, 1, 0]);
    expect(spreadRanks('centre', 5, 1)).toEqual([2, 1, 0, 1, 2]);
    expect(spreadRanks('centre', 4, 1)).toEqual([1, 0, 0, 1]);
    expect(spreadRanks('edges', 5, 1)).toEqual([0, 1, 2, 1, 0]);
  });

  it('shuffles the same way each time for a seed', () => {
    const ranks = spreadRanks('shuffled', 12, 7);
    expect(ranks).toEqual(spreadRanks('shuffled', 12, 7));
    expect([...ranks].sort((a, b) => a - b)).toEqual(spreadRanks('forward', 12, 7));
    expect(ranks).not.toEqual(spreadRanks('forward', 12, 7));
  });

  it('lasts from the first unit’s start to the last one’s', () => {
    const spread = { over: 'letters' as const, order: 'forward' as const, gap: 1.5, seed: 1 };
    expect(spreadLength(spread, 6)).toBe(8);
    expect(spreadLength({ ...spread, over: 'whole' }, 6)).toBe(0);
  });
});

describe('moves', () => {
  const everyPhase = MOVE_KINDS.flatMap((kind) =>
    kind.phases.map((phase) => [kind.kind, phase] as const),
  );

  it.each(everyPhase)('%s (%s) is at home where its phase says, to the frame', (kind, phase) => {
    const layer = words('Wind', { moves: [move('m', kind, phase, at(20))] });
    const { end } = timeLayers(overlay({ layers: [layer] }))
      .get('words')!
      .moves.get('m')!;
    const home = { dx: 0, dy: 0, scale: 1, opacity: 1 };
    const [homeFrame, awayFrame] = phase === 'arrive' ? [end, 19] : [19, end];
    expect(changeAt(layer, homeFrame)).toEqual(home);
    expect(changeAt(layer, awayFrame)).not.toEqual(home);
  });

  it('slides along its angle', () => {
    const params = { angle: 90, distance: 100 };
    const layer = band({ moves: [move('m', 'slide', 'arrive', at(0), { params })] });
    expect(changeAt(layer, 5).dx).toBeCloseTo(0);
    expect(changeAt(layer, 5).dy).toBeCloseTo(50);
  });

  it('types letters on one by one, the first at once', () => {
    const spread = { over: 'letters' as const, order: 'forward' as const, gap: 3, seed: 1 };
    const layer = words('abc', { moves: [move('m', 'type on', 'arrive', at(10), { spread })] });
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
