import { type Layer, type Overlay, placeAt, solid } from '@/core/document';
import { plainLetter } from '@/core/edit';
import { timeLayers } from '@/core/motion/timing';
import { layerBox } from '@/core/scene';
import { cutThrough, splitAlong, splitWords } from '@/core/edit/splitLetters';
import { after, alongside, at, band, move, overlay, words } from '../fixtures';
import { assets } from '../nodeAssets';
import { differingPixels, painted, visiblePixels } from '../pixels';

const ids = () => {
  let count = 0;
  return () => `new-${count++}`;
};

const NO_SIDES = { left: 0, top: 0, right: 0, bottom: 0 };
const letterwise = { over: 'letters' as const, order: 'backward' as const, gap: 4, seed: 1 };
const shadow = { colour: '#000000', opacity: 0.6, dx: 4, dy: 6, blur: 20 };
const border = { colour: '#4b2e73', width: 6, side: 'outside' as const };
const gradient = {
  kind: 'gradient' as const,
  opacity: 1,
  gradient: {
    kind: 'linear' as const,
    angle: 20,
    stops: [
      { at: 0, colour: '#ff0000', opacity: 1 },
      { at: 1, colour: '#0000ff', opacity: 1 },
    ],
  },
};
const turned = {
  ...placeAt(900, 500),
  scale: 1.3,
  rotation: 12,
  stretch: 0.9,
  anchorX: 20,
  anchorY: -5,
};

const titled = (change: Partial<Extract<Layer, { kind: 'words' }>> = {}): Overlay =>
  overlay({ layers: [words('Wind over\nFennel Hill', { size: 190, ...change })] });

describe('splitting words', () => {
  it.each([
    ['plain words', {}],
    ['a shadow and a border', { shadow, border }],
    ['a gradient over all of them', { fill: gradient }],
    ['a turned, stretched place', { place: turned }],
    [
      'a reflection and a glow',
      {
        reflection: { gap: 6, length: 120, opacity: 0.6 },
        glow: { colour: '#e9a23b', opacity: 0.8, blur: 30 },
      },
    ],
    [
      'soft sides, a fade and half its opacity',
      {
        edges: { crop: NO_SIDES, feather: { ...NO_SIDES, left: 200 }, radius: 0 },
        fade: {
          kind: 'linear' as const,
          angle: 60,
          shift: 0,
          stops: [
            { at: 0, opacity: 1 },
            { at: 1, opacity: 0.2 },
          ],
        },
        opacity: 0.5,
      },
    ],
    [
      'letters with looks of their own',
      { letters: [{ ...plainLetter(2), fill: solid('#ff0000'), rotation: 15 }] },
    ],
    ['wide letters in another font', { font: 'caveat', letterSpacing: 14, align: 'left' as const }],
  ])('leaves not one pixel different while still: %s', (_name, change) => {
    const before = titled(change);
    const whole = painted(before, 5);
    expect(visiblePixels(whole)).toBeGreaterThan(3000);
    for (const over of ['letters', 'words', 'lines'] as const) {
      const after = splitWords(before, 'words', over, assets, ids());
      expect(differingPixels(painted(after, 5), whole)).toBe(0);
    }
  });

  it('takes keyframes of their place along: all letters go where the words went', () => {
    const key = (frame: number, value: number) => ({ frame, value, easing: 'linear' as const });
    const keyframes = {
      x: [key(0, 500), key(40, 1300)],
      y: [key(0, 700), key(40, 400)],
      scale: [key(0, 0.5), key(40, 1.1)],
      rotation: [key(0, -20), key(40, 35)],
      opacity: [key(0, 0.4), key(40, 1)],
    };
    const before = titled({ place: turned, keyframes });
    const after = splitWords(before, 'words', 'letters', assets, ids());
    for (const frame of [0, 13, 40]) {
      const [whole, parts] = [painted(before, frame), painted(after, frame)];
      expect(visiblePixels(whole)).toBeGreaterThan(1000);
      // Sums in another order: here and there a smoothed edge is a level off.
      const off = whole.data.filter((value, i) => Math.abs(value - parts.data[i]) > 2);
      expect(off.length).toBeLessThan(visiblePixels(whole) * 0.002);
    }
    const stretching = titled({
      place: turned,
      keyframes: { stretch: [key(0, 1), key(40, 2)] },
    });
    expect(() => splitWords(stretching, 'words', 'letters', assets, ids())).toThrow(
      /Width against/,
    );
  });

  it('makes one layer a unit, in a group in the place of the words', () => {
    const names = (over: 'letters' | 'words' | 'lines') =>
      splitWords(titled(), 'words', over, assets, ids()).layers.map((layer) => layer.name);
    expect(names('lines').slice(0, -1)).toEqual(['Wind over', 'Fennel Hill']);
    expect(names('words').slice(0, -1)).toEqual(['Wind', 'over', 'Fennel', 'Hill']);
    expect(names('letters')).toHaveLength(18 + 1);
    expect(splitWords(titled(), 'words', 'lines', assets, ids()).layers.at(-1)).toMatchObject({
      id: 'words',
      kind: 'group',
    });
  });

  it('keeps the time of every letter’s move, and what waits for it', () => {
    const spelled = overlay({
      layers: [
        words('abc', {
          moves: [
            move('in', 'slide', 'arrive', at(10), { stagger: letterwise }),
            move('all', 'fade', 'arrive', at(3)),
          ],
        }),
        band({
          moves: [
            move('b', 'fade', 'arrive', after('in', 2)),
            move('w', 'hop', 'stay', alongside('in', 1)),
          ],
        }),
      ],
    });
    const split = splitWords(spelled, 'words', 'letters', assets, ids());
    const timing = timeLayers(split);
    const starts = split.layers
      .filter((layer) => layer.group === 'words')
      .map((layer) => timing.get(layer.id)!.moves.get(layer.moves[0].id)!.start);
    expect(starts).toEqual([18, 14, 10]);
    const waiting = timing.get('band')!.moves;
    const before = timeLayers(spelled).get('band')!.moves;
    expect([waiting.get('b'), waiting.get('w')]).toEqual([before.get('b'), before.get('w')]);
    expect(split.layers.find((layer) => layer.id === 'words')!.moves.map((m) => m.id)).toEqual([
      'all',
    ]);
  });

  it('moves each letter as it moved before', () => {
    const spelled = titled({
      moves: [move('in', 'slide', 'arrive', at(0), { stagger: { ...letterwise, gap: 2 } })],
    });
    const split = splitWords(spelled, 'words', 'letters', assets, ids());
    const [a, b] = [painted(spelled, 37), painted(split, 37)];
    // Letters that overlap on their way are laid over each other, no longer joined.
    expect(differingPixels(a, b) / visiblePixels(a)).toBeLessThan(0.05);
  });

  it('refuses what has nothing to split', () => {
    expect(() => splitWords(titled({ text: 'a' }), 'words', 'letters', assets, ids())).toThrow(
      /nothing here/,
    );
    expect(() => splitWords(overlay({ layers: [band()] }), 'band', 'words', assets, ids())).toThrow(
      /nothing here/,
    );
  });
});

describe('cutting in two', () => {
  it.each([0, 17, 90, -40])('leaves not one pixel different while still, at %s°', (angle) => {
    const before = titled({ shadow, border, place: turned });
    const cut = splitAlong(before, 'words', { x: 12, y: -7, angle }, assets, ids());
    expect(cut.layers).toHaveLength(3);
    expect(differingPixels(painted(cut, 5), painted(before, 5))).toBe(0);
  });

  it('shows each half alone once the other one is away', () => {
    const before = overlay({ layers: [band({ width: 800, height: 400 })] });
    const cut = splitAlong(before, 'band', { x: 0, y: 0, angle: -90 }, assets, ids());
    const [right, left] = cut.layers;
    const alone = (id: string) =>
      painted(
        {
          ...cut,
          layers: cut.layers.map((l) => ({ ...l, hidden: l.id !== id && l.id !== 'band' })),
        },
        5,
      );
    const half = (id: string) => [alone(id).at(200, 135)[3], alone(id).at(280, 135)[3]];
    expect(half(right.id)).toEqual([0, 255]);
    expect(half(left.id)).toEqual([255, 0]);
  });

  it('refuses to cut a half again', () => {
    const cut = splitAlong(titled(), 'words', { x: 0, y: 0, angle: 0 }, assets, ids());
    expect(() =>
      splitAlong(cut, cut.layers[0].id, { x: 0, y: 0, angle: 0 }, assets, ids()),
    ).toThrow(/nothing here/);
  });
});

describe('a half', () => {
  it('has a box of its own, which its moves go by: it rises from the cut, never beyond it', () => {
    const before = overlay({ layers: [band({ width: 800, height: 400 })] });
    const cut = splitAlong(before, 'band', { x: 0, y: 0, angle: -90 }, assets, ids());
    const [right, left] = cut.layers;
    expect(layerBox(cut, right, assets)).toEqual({ left: 0, top: -200, right: 400, bottom: 200 });
    expect(layerBox(cut, left, assets)).toEqual({ left: -400, top: -200, right: 0, bottom: 200 });
    const rising = {
      ...cut,
      layers: [
        { ...left, moves: [move('l', 'rise', 'arrive', at(0), { params: { edge: 2 } })] },
        cut.layers[2],
      ],
    };
    // The canvas is painted at a quarter: the cut lies at x = 240.
    const half = painted(rising, 5);
    expect([180, 230, 245].map((x) => half.at(x, 135)[3])).toEqual([0, 255, 0]);
  });

  it('is cut through where the line is seen, in turned and stretched layers too', () => {
    const layer = band({
      width: 800,
      height: 400,
      place: { ...placeAt(960, 540), rotation: 25, stretch: 2 },
    });
    const before = overlay({ layers: [layer] });
    const line = cutThrough(before, layer, { x: 960, y: 540 }, -90);
    const [right] = splitAlong(before, 'band', line, assets, ids()).layers;
    const alone = painted({ ...before, layers: [{ ...right, group: null }] }, 5);
    expect([100, 135, 170].map((y) => [alone.at(236, y)[3], alone.at(244, y)[3]])).toEqual([
      [0, 255],
      [0, 255],
      [0, 255],
    ]);
  });
});
