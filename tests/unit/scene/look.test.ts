import {
  BLENDS,
  createFootageLayer,
  createNested,
  NO_EDGES,
  placeAt,
  shapeParams,
  solid,
  WHOLE_CLIP,
} from '@/core/document';
import { addLayer, groupLayers } from '@/core/edit';
import { SHAPE_KINDS } from '@/core/shapes';
import { NEUTRAL, type Effects, type ShapeLayer } from '@/core/document/layers';
import { nodeContext } from '@/paint/nodeTools';
import { mixPixels } from '@/paint/blends';
import { linearBurn } from '@/paint/blends/linearBurn';
import { at, band, move, overlay, video, words } from '../fixtures';
import { assets } from '../nodeAssets';
import { differingPixels, painted, visiblePixels } from '../pixels';

/** A white band of 800 × 400 in the middle: canvas pixels 140…340 × 85…185 at a quarter. */
const white = (change: Parameters<typeof band>[0] = {}) =>
  band({ width: 800, height: 400, fill: solid('#ffffff'), ...change });
const alphaAt = (change: Parameters<typeof band>[0], x: number, y: number, frame = 5) =>
  painted(overlay({ layers: [white(change)] }), frame).at(x, y)[3];
const sides = (change: Partial<(typeof NO_EDGES)['crop']>) => ({ ...NO_EDGES.crop, ...change });

describe('edges', () => {
  it('crops shares of the box', () => {
    const edges = { ...NO_EDGES, crop: sides({ left: 0.25, bottom: 0.5 }) };
    expect([alphaAt({ edges }, 185, 100), alphaAt({ edges }, 195, 100)]).toEqual([0, 255]);
    expect([alphaAt({ edges }, 240, 130), alphaAt({ edges }, 240, 140)]).toEqual([255, 0]);
  });

  it('feathers a side over its width, from nothing to all', () => {
    const edges = { ...NO_EDGES, feather: sides({ left: 200 }) };
    const alphas = [142, 165, 188, 240].map((x) => alphaAt({ edges }, x, 135));
    expect(alphas[0]).toBeLessThan(8);
    expect(Math.abs(alphas[1] - 128)).toBeLessThan(14);
    expect(alphas[2]).toBeGreaterThan(248);
    expect(alphas[3]).toBe(255);
  });

  it('softens an ellipse along its outline, all round alike', () => {
    const soft = { shape: 'ellipse', softOutline: 100 };
    // Its outline runs 100 canvas pixels beside the middle at 240, 135, and 50 above and below it.
    const at = (x: number, y: number) => alphaAt(soft, x, y);
    expect([at(240, 135), at(190, 135)]).toEqual([255, 255]);
    for (const edge of [at(141, 135), at(240, 86), at(338, 135), at(309, 100)]) {
      expect(edge).toBeLessThan(40);
    }
    for (const halfway of [at(152, 135), at(240, 97), at(327, 135)]) {
      expect(Math.abs(halfway - 128)).toBeLessThan(40);
    }
    expect(at(141, 87)).toBe(0);
  });

  it('rounds corners', () => {
    const edges = { ...NO_EDGES, radius: 200 };
    expect(alphaAt({ edges }, 144, 89)).toBe(0);
    expect(alphaAt({ edges }, 240, 89)).toBe(255);
  });

  it('fades to clear along a line and from the middle, and shifts', () => {
    const stops = [
      { at: 0, opacity: 1 },
      { at: 1, opacity: 0 },
    ];
    const linear = { kind: 'linear' as const, angle: 0, shift: 0, stops };
    expect(Math.abs(alphaAt({ fade: linear }, 240, 135) - 127)).toBeLessThan(4);
    expect(alphaAt({ fade: linear }, 338, 135)).toBeLessThan(6);
    expect(Math.abs(alphaAt({ fade: { ...linear, shift: 0.5 } }, 240, 135) - 255)).toBeLessThan(4);
    const radial = { ...linear, kind: 'radial' as const };
    expect(alphaAt({ fade: radial }, 240, 135)).toBeGreaterThan(250);
    expect(alphaAt({ fade: radial }, 142, 135)).toBeLessThan(8);
  });

  it('takes another layer’s alpha or light as its mask, which is then not seen itself', () => {
    const spot = { ...white({ width: 200, height: 200, fill: solid('#808080') }), id: 'spot' };
    const masked = (by: 'alpha' | 'luma', inverted: boolean) =>
      painted(overlay({ layers: [white({ mask: { layer: 'spot', by, inverted } }), spot] }), 5);
    expect(masked('alpha', false).at(240, 135)).toEqual([255, 255, 255, 255]);
    expect(masked('alpha', false).at(160, 135)[3]).toBe(0);
    expect(masked('alpha', true).at(240, 135)[3]).toBe(0);
    expect(masked('alpha', true).at(160, 135)[3]).toBe(255);
    expect(Math.abs(masked('luma', false).at(240, 135)[3] - 128)).toBeLessThanOrEqual(1);
  });

  it('moves by keyframes: words revealed by a crop', () => {
    const keyframes = {
      cropRight: [
        { frame: 0, value: 1, easing: 'linear' as const },
        { frame: 20, value: 0, easing: 'linear' as const },
      ],
    };
    const reveal = (frame: number) =>
      visiblePixels(painted(overlay({ layers: [white({ keyframes })] }), frame));
    expect(reveal(0)).toBe(0);
    expect(reveal(10)).toBe(100 * 100);
    expect(reveal(20)).toBe(200 * 100);
  });
});

describe('looks', () => {
  it('lays a border inside, half and half, or outside', () => {
    const bordered = (side: 'inside' | 'centre' | 'outside') =>
      painted(overlay({ layers: [white({ border: { colour: '#ff0000', width: 40, side } })] }), 5);
    const red = (side: 'inside' | 'centre' | 'outside') =>
      [132, 137, 142, 147].map(
        (x) => bordered(side).at(x, 135)[1] === 0 && bordered(side).at(x, 135)[3] > 0,
      );
    expect(red('inside')).toEqual([false, false, true, true]);
    expect(red('centre')).toEqual([false, true, true, false]);
    expect(red('outside')).toEqual([true, true, false, false]);
  });

  it('cuts letters out of a wall over the whole canvas', () => {
    const wall = { colour: '#203040', opacity: 1 };
    const image = painted(overlay({ layers: [white({ wall })] }), 5);
    expect(image.at(2, 2)).toEqual([32, 48, 64, 255]);
    expect(image.at(240, 135)[3]).toBe(0);
  });

  it('shows footage inside letters with nothing around, pinned to the canvas or not', () => {
    const context = nodeContext(160, 90);
    context.fillStyle = '#00ff00';
    context.fillRect(0, 0, 80, 90);
    context.fillStyle = '#0000ff';
    context.fillRect(80, 0, 80, 90);
    const picture = () => context.canvas as unknown as CanvasImageSource;
    const clip = video({ width: 160, height: 90 });
    const time = WHOLE_CLIP;
    const shown = (pinned: boolean) => {
      const fill = {
        kind: 'footage' as const,
        footage: 'clip',
        fit: 'fill' as const,
        pinned,
        time,
        opacity: 1,
      };
      const layer = white({ fill, place: placeAt(660, 540) });
      return painted(
        overlay({ layers: [layer] }),
        5,
        0.25,
        { ...assets, footage: () => clip },
        picture,
      );
    };
    // The band lies at canvas pixels 65…265: its middle is at 165, the canvas's at 240.
    expect([shown(true).at(200, 135), shown(false).at(200, 135)]).toEqual([
      [0, 255, 0, 255],
      [0, 0, 255, 255],
    ]);
    expect(shown(true).at(20, 135)[3]).toBe(0);
  });

  it('tints by strength and leaves alpha alone', () => {
    const tinted = (tintStrength: number) =>
      painted(
        overlay({ layers: [white({ effects: { ...NEUTRAL, tint: '#ff0000', tintStrength } })] }),
        5,
      ).at(240, 135);
    expect(tinted(1)).toEqual([255, 0, 0, 255]);
    expect(tinted(0.5)[1]).toBeGreaterThan(125);
    expect(tinted(0.5)[1]).toBeLessThan(130);
  });

  it('darkens, greys and blurs', () => {
    const effect = (change: Partial<typeof NEUTRAL>, x = 240) =>
      painted(
        overlay({
          layers: [white({ fill: solid('#ff8000'), effects: { ...NEUTRAL, ...change } })],
        }),
        5,
      ).at(x, 135);
    expect(Math.abs(effect({ brightness: 0.5 })[0] - 128)).toBeLessThanOrEqual(1);
    const grey = effect({ saturation: 0 });
    expect(Math.abs(grey[0] - grey[2])).toBeLessThanOrEqual(1);
    expect(effect({ blur: 40 }, 136)[3]).toBeGreaterThan(20);
    expect(effect({}, 136)[3]).toBe(0);
  });

  it('mirrors a layer under itself and fades the image out', () => {
    const reflection = { gap: 40, length: 200, opacity: 0.5 };
    const image = painted(overlay({ layers: [white({ height: 200, reflection })] }), 5);
    // The band ends at row 160, the image starts 10 rows below.
    expect(image.at(240, 163)[3]).toBe(0);
    const rows = [172, 190, 215].map((y) => image.at(240, y)[3]);
    expect(Math.abs(rows[0] - 124)).toBeLessThan(8);
    expect(rows[1]).toBeLessThan(rows[0]);
    expect(rows[2]).toBeLessThan(16);
  });

  it.each(BLENDS)('blends by %s and leaves what it does not cover alone', (blend) => {
    const under = white({ fill: solid('#6080a0') });
    const over = { ...white({ width: 200, fill: solid('#c0a040'), blend }), id: 'over' };
    const image = painted(overlay({ layers: [under, over] }), 5);
    expect(image.at(160, 135)).toEqual([0x60, 0x80, 0xa0, 255]);
    const expected: Partial<Record<(typeof BLENDS)[number], readonly number[]>> = {
      normal: [0xc0, 0xa0, 0x40],
      multiply: [72, 80, 40],
      screen: [216, 208, 184],
      darken: [0x60, 0x80, 0x40],
      lighten: [0xc0, 0xa0, 0xa0],
      difference: [96, 32, 96],
      'linear burn': [33, 33, 0],
      add: [255, 255, 224],
    };
    const wanted = expected[blend];
    const got = image.at(240, 135);
    wanted?.forEach((value, i) => expect(Math.abs(got[i] - value)).toBeLessThanOrEqual(1));
    expect(got[3]).toBe(255);
    expect(
      blend === 'normal' || differingPixels(image, painted(overlay({ layers: [under] }), 5)) > 0,
    ).toBe(true);
  });

  it('keeps blur, tint, brightness, shadow and glow of what is blended by linear burn', () => {
    const under = white({ width: 1800, height: 1000, fill: solid('#c0c0c0') });
    const image = (change: Partial<ShapeLayer>) =>
      painted(
        overlay({
          layers: [
            under,
            { ...white({ width: 400, height: 200, blend: 'linear burn', ...change }), id: 'over' },
          ],
        }),
        5,
      );
    const dark = { fill: solid('#808080') };
    const [x, y] = [240, 135];
    expect(image(dark).at(x, y)[0]).toBe(0x41);
    const changed = (effects: Partial<Effects>) =>
      image({ ...dark, effects: { ...NEUTRAL, ...effects } });
    expect(Math.abs(changed({ brightness: 0.5 }).at(x, y)[0] - 1)).toBeLessThanOrEqual(1);
    expect(changed({ tint: '#ffffff', tintStrength: 1 }).at(x, y)[0]).toBe(0xc0);
    // Just outside the edge at 290, where only what is blurred or cast reaches.
    expect(image(dark).at(293, y)[0]).toBe(0xc0);
    expect(changed({ blur: 40 }).at(293, y)[0]).toBeLessThan(0xb0);
    const shadow = { colour: '#000000', opacity: 1, dx: 40, dy: 0, blur: 0 };
    expect(image({ ...dark, shadow }).at(295, y)[0]).toBe(0);
    const glow = { colour: '#000000', opacity: 1, blur: 40 };
    expect(image({ ...dark, glow }).at(293, y)[0]).toBeLessThan(0xb0);
  });

  it('burns by the specification’s formula also where either is half clear', () => {
    const backdrop = new Uint8ClampedArray([200, 100, 50, 128]);
    mixPixels(backdrop, new Uint8ClampedArray([150, 250, 20, 255]), 0.5, linearBurn);
    const [ab, as] = [128 / 255, 0.5];
    const alpha = as + ab * (1 - as);
    const expected = [
      [200, 150],
      [100, 250],
      [50, 20],
    ].map(
      ([cb, cs]) =>
        (cs * as * (1 - ab) + cb * ab * (1 - as) + Math.max(0, cb + cs - 255) * as * ab) / alpha,
    );
    expected.forEach((value, i) => expect(Math.abs(backdrop[i] - value)).toBeLessThanOrEqual(1));
    expect(Math.abs(backdrop[3] - alpha * 255)).toBeLessThanOrEqual(1);
  });
});

describe('shapes', () => {
  it.each(SHAPE_KINDS.map((kind) => kind.shape))('%s draws something, in its box', (shape) => {
    const kind = SHAPE_KINDS.find((entry) => entry.shape === shape)!;
    const size = { width: 800, height: 400 };
    const params = { ...shapeParams(shape), ...(shape === 'bubble' ? { tailY: 150 } : {}) };
    const layer = white({ shape, params, points: kind.points?.(size) ?? [] });
    const image = painted(overlay({ layers: [layer] }), 5);
    expect(visiblePixels(image)).toBeGreaterThan(200);
    const outside = [
      [135, 135],
      [345, 135],
      [240, 80],
      [240, 190],
    ].map(([x, y]) => image.at(x, y)[3]);
    expect(outside).toEqual([0, 0, 0, 0]);
  });

  it('a ring has a hole, a bubble’s tail reaches its point', () => {
    expect(alphaAt({ shape: 'ring', params: { inner: 70 } }, 240, 135)).toBe(0);
    const params = { radius: 40, tailX: 0, tailY: 400, tailWidth: 120 };
    expect(alphaAt({ shape: 'bubble', params }, 240, 215)).toBe(255);
  });
});

describe('layers in layers', () => {
  const left = () => white({ width: 200, height: 200, place: placeAt(400, 540) });
  const right = () => ({
    ...white({ width: 200, height: 200, place: placeAt(800, 540) }),
    id: 'right',
  });

  it('a new group changes nothing, then moves all that is in it as one', () => {
    const apart = overlay({ layers: [left(), right()] });
    const grouped = groupLayers(apart, ['band', 'right'], 'group', { x: 600, y: 540 });
    expect(differingPixels(painted(apart, 5), painted(grouped, 5))).toBe(0);
    const group = grouped.layers.find((layer) => layer.id === 'group')!;
    const turned = {
      ...grouped,
      layers: grouped.layers.map((layer) =>
        layer === group ? { ...layer, place: { ...layer.place, rotation: 90 } } : layer,
      ),
    };
    const image = painted(turned as typeof grouped, 5);
    expect([image.at(150, 85)[3], image.at(150, 185)[3], image.at(100, 135)[3]]).toEqual([
      255, 255, 0,
    ]);
  });

  it('a group’s own move and opacity count once for all of it', () => {
    const overlapping = { ...right(), place: placeAt(450, 540) };
    const grouped = groupLayers(
      overlay({ layers: [left(), overlapping] }),
      ['band', 'right'],
      'group',
      { x: 425, y: 540 },
    );
    const half = {
      ...grouped,
      layers: grouped.layers.map((layer) =>
        layer.id === 'group' ? { ...layer, opacity: 0.5 } : layer,
      ),
    };
    const alphas = [80, 105, 130].map((x) => painted(half as typeof grouped, 5).at(x, 135)[3]);
    alphas.forEach((alpha) => expect(Math.abs(alpha - 128)).toBeLessThanOrEqual(1));
  });

  it('a nested overlay is live, at its own rate, and held after its end', () => {
    const moves = [move('m', 'fade', 'arrive', at(0), { length: 30 })];
    const nested = overlay({
      id: 'nested',
      rate: { num: 60, den: 1 },
      length: 60,
      layers: [white({ moves })],
    });
    const outer = overlay({ length: 100 });
    const document = addLayer(outer, createNested('n', outer, nested));
    const alpha = (frame: number) =>
      painted(document, frame, 0.25, { ...assets, overlay: () => nested }).at(240, 135)[3];
    expect(Math.abs(alpha(5) - 85)).toBeLessThanOrEqual(1);
    expect(alpha(15)).toBe(255);
    expect(alpha(90)).toBe(255);
    expect(painted(document, 5).at(240, 135)[3]).toBe(0);
  });

  it('an overlay that contains itself is drawn to a depth and no further', () => {
    const outer = overlay();
    const circular = addLayer(addLayer(outer, white()), createNested('n', outer, outer));
    expect(() => painted(circular, 5, 0.1, { ...assets, overlay: () => circular })).not.toThrow();
  });

  it('fits footage that is larger than the canvas and runs a clip from its in point', () => {
    const large = video({ width: 7680, height: 4320, duration: 4 });
    const layer = createFootageLayer('c', overlay(), large);
    expect(layer).toMatchObject({ kind: 'clip', width: 1920, height: 1080 });
    if (layer.kind !== 'clip') throw new Error('It is a clip.');
    const seconds: number[] = [];
    const clip = {
      ...layer,
      time: { ...WHOLE_CLIP, in: 1, out: 2, speed: 2, after: 'back and forth' as const },
    };
    for (const frame of [0, 15, 20, 30]) {
      painted(
        overlay({ layers: [clip] }),
        frame,
        0.1,
        { ...assets, footage: () => large },
        (item) => {
          seconds.push(item.seconds);
          return null;
        },
      );
    }
    expect(seconds.map((value) => Number(value.toFixed(3)))).toEqual([1, 1.96, 1.627, 1]);
  });

  it('counts to its number and no further', () => {
    const counter = {
      from: 0,
      to: 20,
      decimals: 0,
      start: 10,
      length: 20,
      easing: 'linear' as const,
    };
    const layer = words('#', { counter });
    const said = (frame: number) => painted(overlay({ layers: [layer] }), frame);
    expect(differingPixels(said(0), painted(overlay({ layers: [words('0')] }), 0))).toBe(0);
    expect(differingPixels(said(20), painted(overlay({ layers: [words('10')] }), 0))).toBe(0);
    expect(differingPixels(said(29), painted(overlay({ layers: [words('19')] }), 0))).toBe(0);
    expect(differingPixels(said(99), painted(overlay({ layers: [words('20')] }), 0))).toBe(0);
  });
});
