import {
  createFootageLayer,
  createOverlay,
  DOCUMENT_VERSION,
  readDocument,
  readKit,
  type Fill,
  type Landing,
  type Overlay,
} from '@/core/document';
import { video, words } from '../fixtures';
import { painted, visiblePixels } from '../pixels';

/** A document as version 1 wrote it. */
const first = () => ({
  kind: 'overlay',
  version: 1,
  id: 'old',
  created: 5,
  name: 'Old card',
  width: 640,
  height: 360,
  rate: { num: 25, den: 1 },
  length: 50,
  backdrop: { kind: 'clear' },
  guide: null,
  layers: [
    {
      kind: 'shape',
      id: 'band',
      name: 'Band',
      hidden: false,
      shape: 'rectangle',
      width: 200,
      height: 100,
      radius: 12,
      place: { x: 320, y: 180, scale: 1, rotation: 0 },
      opacity: 1,
      fill: { colour: '#b3432b', opacity: 1 },
      border: { colour: '#000000', width: 4 },
      shadow: null,
      blend: 'normal',
      from: 0,
      to: 50,
      moves: [
        {
          id: 'away',
          kind: 'grow',
          phase: 'stay',
          length: 20,
          easing: 'linear',
          params: { size: 50 },
          spread: { over: 'whole', order: 'forward', gap: 2, seed: 1 },
          cue: { kind: 'at', frame: 0 },
        },
      ],
    },
  ],
});

describe('documents of version 1', () => {
  const now = readDocument(first()) as Overlay;

  it('open as the present version with all they had', () => {
    expect(now).toMatchObject({
      version: DOCUMENT_VERSION,
      name: 'Old card',
      length: 50,
      lengthFollows: false,
    });
    expect(now.layers[0]).toMatchObject({
      params: { radius: 12 },
      fill: { kind: 'colour', colour: '#b3432b' },
      border: { width: 4, side: 'outside' },
      place: { x: 320, stretch: 1, anchorX: 0 },
      group: null,
      locked: false,
    });
    expect(readDocument(now)).toEqual(now);
  });

  it('draw what they drew: moves that stayed away for good are kinds of their own now', () => {
    expect(now.layers[0].moves[0]).toMatchObject({
      kind: 'grow over time',
      params: { from: 100, to: 50 },
    });
    const whole = visiblePixels(painted(now, 0, 1));
    const half = visiblePixels(painted(now, 30, 1));
    expect(whole).toBeGreaterThan(200 * 100);
    expect(half / whole).toBeCloseTo(0.25, 1);
  });

  it('open in a whole kit, which had no fonts then', () => {
    const kit = readKit({ name: 'Old', overlays: [first()], landings: [], footage: [] });
    expect(kit.fonts).toEqual([]);
    expect(kit.overlays[0]).toEqual(now);
  });

  it('open in a kit with its footage, which was never cropped then', () => {
    const { cut: _cut, ...old } = { ...video(), version: 5 };
    const kit = readKit({ name: 'Old', overlays: [], landings: [], footage: [old] });
    expect(kit.footage[0]).toEqual(video());
    expect(kit.recipes).toEqual([]);
    expect(readDocument(old)).toEqual(video());
  });

  it('of a version to come are refused in plain words', () => {
    expect(() => readDocument({ ...first(), version: DOCUMENT_VERSION + 1 })).toThrow(
      /newer Moon Patch/,
    );
  });
});

describe('documents of version 2', () => {
  const time = { in: 1, out: null, speed: 1, after: 'loop' };
  const fill = { kind: 'footage', footage: 'clip', fit: 'cover', pinned: false, time, opacity: 1 };
  const base = createOverlay({ id: 'second', created: 0 }, 'Second');

  it('open with nothing skipped in their clips, no key, and nothing that boils', () => {
    const { boil: _boil, ...title } = words('Gust', { fill: fill as unknown as Fill });
    const letter = { index: 0, fill, border: null, scale: 1, dx: 0, dy: 0, rotation: 0, delay: 0 };
    const { key: _key, ...clip } = createFootageLayer('film', base, video());
    const old = {
      ...base,
      version: 2,
      layers: [
        { ...title, letters: [letter] },
        { ...clip, time },
      ],
    };
    const now = readDocument(old) as Overlay;
    const skipped = { time: { in: 1, skips: [] } };
    expect(now.layers).toMatchObject([
      { boil: null, fill: skipped, letters: [{ fill: skipped }] },
      { key: null, ...skipped },
    ]);
  });
});

describe('landings of version 3', () => {
  const place = { x: 500, y: 300, scale: 0.5, rotation: 0 };
  const item = {
    id: 'card',
    name: 'Card',
    hidden: false,
    source: { kind: 'overlay', overlay: 'card' },
    start: 12,
    place,
    opacity: 0.5,
    blend: 'screen',
    key: null,
  };
  const key = { colour: '#00d040', tolerance: 0.06, softness: 0.7, spill: 1 };
  const old = {
    kind: 'landing',
    version: 3,
    id: 'old-landing',
    name: 'Old landing',
    created: 1,
    width: 1280,
    height: 720,
    rate: { num: 25, den: 1 },
    length: 100,
    base: 'clip',
    items: [
      item,
      { ...item, id: 'foreign', source: { kind: 'footage', footage: 'clip' }, key },
      { ...item, id: 'picture', source: { kind: 'footage', footage: 'still' } },
    ],
  };
  const others = [video(), video({ id: 'still', type: 'still', duration: 0, rate: null })];

  it('open as stacks of layers, with the sizes of their footage', () => {
    const now = readDocument(old, others) as Landing;
    expect(now.layers.map(({ id, kind }) => [id, kind])).toEqual([
      ['base', 'clip'],
      ['card', 'overlay'],
      ['foreign', 'clip'],
      ['picture', 'picture'],
    ]);
    expect(now.layers[0]).toMatchObject({ locked: true, width: 1280, time: { after: 'hold' } });
    expect(now.layers[1]).toMatchObject({ from: 12, opacity: 0.5, blend: 'screen', place });
    expect(now.layers[2]).toMatchObject({
      width: 1280,
      height: 720,
      key: { ...key, kind: 'chroma', cleanWhite: 1 },
      time: { after: 'nothing' },
    });
    expect(readDocument(now)).toEqual(now);
  });

  it('open in a whole kit too', () => {
    const kit = readKit({ name: 'Old', overlays: [], landings: [old], footage: others, fonts: [] });
    expect(kit.landings[0].layers).toHaveLength(4);
  });
});
