import { addItem, createItem, createLanding, placeAt } from '@/core/document';
import {
  itemAlone,
  layerQuads,
  picturesOf,
  quadHolds,
  sceneAt,
  withoutKeys,
  type GroupItem,
  type PictureItem,
} from '@/core/scene';
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
    const spread = { over: 'letters' as const, order: 'forward' as const, gap: 0, seed: 1 };
    const grow = move('m', 'grow', 'arrive', at(0), { spread, params: { size: 50 } });
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
  const landing = addItem(createLanding({ id: 'landing', created: 0 }, 'Landing', clip), {
    ...createItem(
      'item',
      'Card',
      { kind: 'overlay', overlay: 'card' },
      card,
      createLanding({ id: 'l', created: 0 }, 'L', clip),
    ),
    start: 10,
  });

  it('takes size, rate and length from its footage', () => {
    expect(landing).toMatchObject({ width: 1280, height: 720, rate: clip.rate, length: 100 });
  });

  it('shows an overlay live from its start for its own length, at its own rate', () => {
    const groups = (frame: number) =>
      sceneAt(landing, frame, own).items.filter((item) => item.kind === 'group');
    expect(groups(9)).toHaveLength(0);
    expect(groups(10)).toHaveLength(1);
    // 30 frames at 30 a second last 25 frames at 25 a second.
    expect(groups(34)).toHaveLength(1);
    expect(groups(35)).toHaveLength(0);
  });

  it('fits an overlay that is larger than the canvas', () => {
    const [, group] = sceneAt(landing, 10, own).items as [PictureItem, GroupItem];
    expect(group.matrix[0]).toBeCloseTo(1280 / 1920);
    expect(group.matrix[4]).toBeCloseTo(0);
  });

  it('holds the footage’s last frame when the landing is longer', () => {
    const [base] = sceneAt({ ...landing, length: 500 }, 400, own).items as [PictureItem];
    expect(base.seconds).toBeCloseTo(3.96);
  });

  it('shows one item alone, or everything without its keys', () => {
    const key = { colour: '#00d040', tolerance: 0.1, softness: 0.5, spill: 1 };
    const item = {
      ...createItem('clip', 'Clip', { kind: 'footage', footage: 'clip' }, clip, landing),
      key,
    };
    const keyed = addItem(landing, item);
    expect(itemAlone(keyed, 'clip', 0, own).items).toHaveLength(1);
    const keys = picturesOf(sceneAt(withoutKeys(keyed), 0, own).items).map(
      (picture) => picture.key,
    );
    expect(keys).toEqual([null, null]);
  });
});
