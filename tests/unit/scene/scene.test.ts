import type { Font } from 'fontkit';
import {
  createLanded,
  DEFAULT_KEY,
  createLanding,
  createNested,
  createWords,
  placeAt,
  type Landing,
} from '@/core/document';
import { addLayer, shiftLayer, updateLayer } from '@/core/edit';
import {
  layerAlone,
  layerQuads,
  picturesOf,
  quadHolds,
  sceneAt,
  withoutKeys,
  type GroupItem,
} from '@/core/scene';
import { layerArtwork } from '@/core/scene/artwork';
import { at, band, move, overlay, video, words } from '../fixtures';
import { assets } from '../nodeAssets';

describe('an overlay’s scene', () => {
  it('holds a layer only while it is on show', () => {
    const document = overlay({ layers: [band({ from: 10, to: 20 })] });
    const shown = [9, 10, 19, 20].map((frame) => sceneAt(document, frame, assets).items.length);
    expect(shown).toEqual([0, 1, 1, 0]);
  });

  it('never holds the guide frame', () => {
    const document = overlay({
      layers: [band()],
      guide: { footage: 'clip', seconds: 1, strength: 1 },
    });
    const scene = sceneAt(document, 0, { ...assets, footage: () => video() });
    expect(picturesOf(scene.items)).toEqual([]);
  });

  it('carries the key colour as its backdrop', () => {
    const document = overlay({ backdrop: { kind: 'key', colour: '#00d040' } });
    expect(sceneAt(document, 0, assets).backdrop).toBe('#00d040');
    expect(sceneAt(overlay(), 0, assets).backdrop).toBeNull();
  });

  it('grows each letter about its own middle', () => {
    const stagger = { over: 'letters' as const, order: 'forward' as const, gap: 0, seed: 1 };
    const grow = move('m', 'grow', 'arrive', at(0), { stagger, params: { size: 50 } });
    const centres = (frame: number) => {
      const scene = sceneAt(overlay({ layers: [words('HI', { moves: [grow] })] }), frame, assets);
      const [item] = scene.items;
      return item.kind === 'artwork'
        ? item.outlines.map(({ matrix }) => [matrix[0], matrix[4]])
        : [];
    };
    const [small, home] = [centres(0), centres(10)];
    expect(small[0][0]).toBeCloseTo(home[0][0] / 2);
    // Half the scale moves a letter's origin right by half its own width, not towards the word's middle.
    expect(small[0][1]).toBeGreaterThan(home[0][1]);
    expect(small[1][1]).toBeGreaterThan(home[1][1]);
  });

  it('tells where layers rest, turned and enlarged', () => {
    const place = { ...placeAt(500, 400), scale: 2, rotation: 90 };
    const quads = layerQuads(
      overlay({ layers: [band({ width: 100, height: 40, place })] }),
      assets,
    );
    const quad = quads.get('band')!;
    expect(quad[0].x).toBeCloseTo(540);
    expect(quad[0].y).toBeCloseTo(300);
    expect(quadHolds(quad, { x: 500, y: 490 })).toBe(true);
    expect(quadHolds(quad, { x: 590, y: 400 })).toBe(false);
  });
});

describe('a landing’s scene', () => {
  const clip = video({ width: 1280, height: 720, rate: { num: 25, den: 1 }, duration: 4 });
  const card = overlay({ id: 'card', rate: { num: 30, den: 1 }, length: 30, layers: [band()] });
  const own = { ...assets, footage: () => clip, overlay: () => card };
  const empty = createLanding({ id: 'landing', created: 0 }, 'Landing', clip);
  const landing = shiftLayer(addLayer(empty, createLanded('card', empty, card)), 'card', 10);
  const groups = (document: Landing, frame: number) =>
    sceneAt(document, frame, own).items.filter((item): item is GroupItem => item.kind === 'group');
  const nested = (document: Landing, frame: number) =>
    groups(document, frame).filter((group) => group.canvas);

  it('takes size, rate and length from its footage, which fills it', () => {
    expect(empty).toMatchObject({ width: 1280, height: 720, rate: clip.rate, length: 100 });
    const [base] = picturesOf(sceneAt(empty, 50, own).items);
    expect(base).toMatchObject({ footage: clip, seconds: 2, matrix: [1, 0, 0, 1, 0, 0] });
  });

  it('shows an overlay live from its start for its own length, at its own rate', () => {
    // 30 frames at 30 a second last 25 frames at 25 a second.
    const shown = [9, 10, 34, 35].map((frame) => nested(landing, frame).length);
    expect(shown).toEqual([0, 1, 1, 0]);
  });

  it('fits an overlay that is larger than the canvas', () => {
    const [group] = nested(landing, 10);
    expect(group.matrix[0]).toBeCloseTo(1280 / 1920);
    expect(group.matrix[4]).toBeCloseTo(0);
  });

  it('holds the footage’s last frame when the landing is longer', () => {
    const [layer] = landing.layers;
    const longer = updateLayer({ ...landing, length: 500 }, layer.id, { to: 500 });
    const [base] = picturesOf(sceneAt(longer, 400, own).items);
    expect(base.seconds).toBeGreaterThan(3.96);
    expect(base.seconds).toBeLessThan(4);
  });

  it('shows one layer alone on clear, or everything without its keys', () => {
    const landed = addLayer(landing, createLanded('keyed', landing, clip));
    const keyed = updateLayer(landed, 'keyed', { key: DEFAULT_KEY });
    const alone = sceneAt(layerAlone(keyed, 'keyed'), 0, own);
    expect(alone.backdrop).toBeNull();
    expect(picturesOf(alone.items)).toMatchObject([{ key: { kind: 'chroma' } }]);
    const keys = picturesOf(sceneAt(withoutKeys(keyed), 0, own).items).map(({ key }) => key);
    expect(keys).toEqual([null, null]);
  });

  it('draws a nested overlay’s backdrop only where it is asked for', () => {
    const plum = { kind: 'key', colour: '#4b2e73' } as const;
    const shown = { ...own, overlay: () => ({ ...card, backdrop: plum }) };
    const grounds = (document: Landing) =>
      sceneAt(document, 10, shown).items.flatMap((item) =>
        item.kind === 'group' && item.canvas
          ? item.items.filter((inner) => inner.kind === 'artwork').map(({ fill }) => fill)
          : [],
      );
    expect(grounds(landing)).toHaveLength(1);
    const [ground] = grounds(updateLayer(landing, 'card', { backdrop: true }));
    expect(ground).toMatchObject({ kind: 'colour', colour: '#4b2e73' });
  });

  it('stretches a nested overlay’s stay so that it lasts as long as its layer', () => {
    const fading = {
      ...band(),
      from: 0,
      to: 30,
      moves: [
        move('in', 'fade', 'arrive', at(0), { length: 6 }),
        move('out', 'fade', 'leave', at(24), { length: 6 }),
      ],
    };
    const title = { ...card, rate: { num: 25, den: 1 }, layers: [fading] };
    const layer = {
      ...createNested('title', empty, title),
      from: 0,
      to: 90,
      after: 'stretch' as const,
    };
    const document = addLayer(empty, layer);
    const opacities = [3, 20, 60, 83, 87].map((frame) => {
      const scene = sceneAt(document, frame, { ...own, overlay: () => title });
      const group = scene.items.find((item) => item.kind === 'group' && item.canvas) as GroupItem;
      return group.items[0].opacity;
    });
    expect(opacities[0]).toBeCloseTo(0.5, 5);
    expect(opacities.slice(1, 4)).toEqual([1, 1, 1]);
    expect(opacities[4]).toBeCloseTo(0.5, 5);
  });

  it('draws a mirrored layer the other way round', () => {
    const text = {
      ...createWords('w', overlay(), 'F'),
      place: { ...placeAt(960, 540), flipX: true },
    };
    const [item] = sceneAt(overlay({ layers: [text] }), 0, assets).items;
    const [a, , , d] = item.kind === 'artwork' ? item.outlines[0].matrix : [];
    expect(Math.sign(a!)).toBe(-Math.sign(sceneMatrix()[0]));
    expect(Math.sign(d!)).toBe(Math.sign(sceneMatrix()[3]));
  });
});

/** The map of the same letter unmirrored. */
function sceneMatrix() {
  const [item] = sceneAt(overlay({ layers: [createWords('w', overlay(), 'F')] }), 0, assets).items;
  return item.kind === 'artwork' ? item.outlines[0].matrix : ([0, 0, 0, 0, 0, 0] as const);
}

it('words are set anew where their font is deleted or another file takes its place', () => {
  const text = { ...createWords('w', overlay(), 'Kites'), font: 'own' };
  const widthIn = (font: Font | undefined) => {
    const { box } = layerArtwork(text, 0, { ...assets, font: () => font });
    return box.right - box.left;
  };
  const anton = assets.font('anton')!;
  const slab = assets.font('zilla-slab')!;
  const narrow = widthIn(anton);
  expect(widthIn(slab)).not.toBeCloseTo(narrow, 0);
  expect(widthIn(undefined)).toBe(0);
  expect(widthIn(anton)).toBe(narrow);
});
