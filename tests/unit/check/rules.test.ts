import { contrastRound, landedFrame, landedIn, missingIn, type Landed } from '@/core/check';
import {
  createFootageLayer,
  createLanded,
  createLanding,
  type Layer,
  type Overlay,
  type OverlayLayer,
} from '@/core/document';
import { addLayer } from '@/core/edit';
import { formatById } from '@/core/formats';
import { NEUTRAL } from '@/core/document/layers';
import { at, band, move, overlay, video, words } from '../fixtures';
import { assets } from '../nodeAssets';
import { checked, finding, measure } from './measured';

const shape = (colour: string, change = {}) =>
  band({ fill: { kind: 'colour', colour, opacity: 1 }, ...change });
const short = (layers: readonly Layer[], length = 30, change: Partial<Overlay> = {}) =>
  overlay({ length, layers, lengthFollows: false, ...change });
const over = (colour: string) => ({ kind: 'key' as const, colour });

/** What a rule finds once all frames were measured. */
const found = (rule: string, document: Overlay, change = {}) =>
  finding(rule, checked(document, measure(document), change));

/** Puts each of a finding's repairs to the test: the rule finds nothing afterwards. */
function expectRepaired(rule: string, document: Overlay, change = {}) {
  const { repairs } = found(rule, document, change)!;
  expect(repairs.length).toBeGreaterThan(0);
  for (const repair of repairs) {
    expect(found(rule, repair.apply(document), change)).toBeNull();
  }
}

describe('artwork as dark as the black that is removed', () => {
  const badge = short([shape('#0a0a14', { to: 1 })], 1, { backdrop: over('#000000') });

  it('trips, in white too, and repairs by another backdrop', () => {
    expect(found('unlit-artwork', badge)).toMatchObject({ severity: 'stops', marking: 'removed' });
    expectRepaired('unlit-artwork', badge);
    const light = short([shape('#fafafa', { to: 1 })], 1, { backdrop: over('#ffffff') });
    expect(found('unlit-artwork', light)?.title).toMatch(/bright parts/);
  });

  it('is no matter where it is light enough, or where a colour is removed', () => {
    const gold = short([shape('#e9a23b', { to: 1 })], 1, { backdrop: over('#000000') });
    expect(found('unlit-artwork', gold)).toBeNull();
    expect(found('unlit-artwork', { ...badge, backdrop: over('#00d040') })).toBeNull();
    // Grey has no chroma, as black has none; by their colours both would seem to vanish.
    const grey = short([shape('#b0b0b0', { to: 1 })], 1, { backdrop: over('#000000') });
    expect(found('vanishing-colours', grey)).toBeNull();
  });
});

describe('what was chosen in Send', () => {
  const soft = short(
    [
      shape('#ffffff', {
        to: 1,
        shadow: { colour: '#000000', opacity: 1, dx: 0, dy: 9, blur: 60 },
      }),
    ],
    1,
  );
  const as = (id: string) => ({ format: formatById(id) });

  it('trips without transparency on a clear backdrop only', () => {
    expect(found('no-alpha', soft, as('h264'))).toMatchObject({ severity: 'stops' });
    expectRepaired('no-alpha', soft, as('h264'));
    expect(found('no-alpha', soft, as('vp9'))).toBeNull();
  });

  it('trips on soft edges that a format makes hard', () => {
    expect(found('alpha-steps', soft, as('gif'))).toMatchObject({ marking: 'soft' });
    expect(found('alpha-steps', soft, as('vp9'))).toBeNull();
    expect(found('alpha-steps', short([shape('#ffffff', { to: 1 })], 1), as('gif'))).toBeNull();
  });
});

it('a guide frame is named, but nothing goes wrong by it', () => {
  const guide = { footage: 'clip', seconds: 0, strength: 0.5 };
  expect(found('left-over-guide', short([band()], 1, { guide }))).toMatchObject({
    severity: 'note',
  });
  expect(found('left-over-guide', short([band()], 1))).toBeNull();
});

describe('the ends', () => {
  it('are trimmed where nothing is seen', () => {
    const late = short([shape('#ffffff', { from: 6, to: 20 })]);
    const { detail } = found('empty-frames', late)!;
    expect(detail).toMatch(/6 before the first artwork, 10 after the last/);
    expectRepaired('empty-frames', late);
    expect(found('empty-frames', short([shape('#ffffff', { from: 0, to: 30 })]))).toBeNull();
  });

  it('are not in mid-air: what arrives also leaves', () => {
    const arriving = shape('#ffffff', { to: 30, moves: [move('in', 'slide', 'arrive', at(0))] });
    expect(found('cut-off', short([arriving]))).toMatchObject({ severity: 'hurts', frame: 29 });
    expectRepaired('cut-off', short([arriving]));
    // A still may end anywhere, and so may a loop.
    expect(found('cut-off', short([shape('#ffffff', { to: 30 })]))).toBeNull();
    const turning = shape('#ffffff', { to: 30, moves: [move('on', 'spin', 'stay', at(0))] });
    expect(found('cut-off', short([turning]))).toBeNull();
  });

  it('of a loop meet', () => {
    const loop = (length: number) =>
      short([shape('#ffffff', { to: 30, moves: [move('on', 'spin', 'stay', at(0), { length })] })]);
    // One turn that ends with the loop, and one that is still far from its end.
    expect(found('loop-seam', loop(30))).toBeNull();
    expect(found('loop-seam', loop(47))).toMatchObject({ severity: 'hurts', frame: 29 });
  });
});

describe('words', () => {
  const title = (change = {}) => words('Wind from the southwest', { to: 90, ...change });

  it('are there long enough to be read', () => {
    const quick = short([title({ to: 20 })], 20);
    expect(found('too-short', quick)?.detail).toMatch(/0\.7 s; its 23 characters take 1\.9 s/);
    expectRepaired('too-short', quick);
    expect(found('too-short', short([title()], 90))).toBeNull();
  });

  it('are large enough for a phone, where they land', () => {
    const small = short([title({ size: 30, to: 60 })], 60);
    expect(found('too-small', small)).toMatchObject({ severity: 'hurts' });
    expectRepaired('too-small', small);
    const large = short([title({ size: 160, to: 60 })], 60);
    expect(found('too-small', large)).toBeNull();
    const landed = { ...LANDED, matrix: [0.2, 0, 0, 0.2, 0, 0] as const };
    expect(found('too-small', large, { landed })).not.toBeNull();
  });

  it('stand out against what they lie on for nine tenths of their time', () => {
    const document = short([title({ to: 60 })], 60);
    const judged = (ratios: readonly number[]) => {
      const contrast = ratios.map((ratio, i) => ({ frame: i * 5, ratio }));
      return finding('poor-contrast', checked(document, measure(document, [0], { contrast })));
    };
    expect(judged([8, 8, 2, 1.5, 8, 8, 8, 8, 8, 8])).toMatchObject({
      severity: 'hurts',
      frame: 15,
    });
    expect(judged([8, 8, 1.5, 8, 8, 8, 8, 8, 8, 8, 8, 8])).toBeNull();
    const [repair] = judged([1, 1])!.repairs;
    expect(repair.apply(document).layers[0]).toMatchObject({ border: { side: 'outside' } });
  });

  it('are not cut by the canvas, nor in the outer twentieth of the picture', () => {
    const beside = title({ place: { ...title().place, x: 120 } });
    expect(found('clipped', short([beside], 60))).toMatchObject({ marking: 'rim' });
    expectRepaired('clipped', short([beside], 60));
    expect(found('clipped', short([title()], 60))).toBeNull();
    const near = title({ size: 60, place: { ...title().place, x: 340 } });
    expect(found('safe-area', short([near], 60))).toMatchObject({ severity: 'polish' });
    expectRepaired('safe-area', short([near], 60));
    expect(found('safe-area', short([title({ size: 60 })], 60))).toBeNull();
  });

  it('do not fidget while they are read', () => {
    const fidgeting = (count: number) =>
      title({
        moves: Array.from({ length: count }, (_, i) => move(`m${i}`, 'sway', 'stay', at(5))),
      });
    expect(found('restless', short([fidgeting(5)], 60))).toMatchObject({ severity: 'note' });
    expect(found('restless', short([fidgeting(4)], 60))).toBeNull();
  });
});

const LANDED: Landed = {
  name: 'Episode',
  width: 1920,
  height: 1080,
  rate: { num: 30, den: 1 },
  matrix: [1, 0, 0, 1, 0, 0],
};

describe('where it lands', () => {
  const moving = short(
    [shape('#ffffff', { to: 30, moves: [move('in', 'slide', 'arrive', at(0))] })],
    30,
    {
      rate: { num: 24, den: 1 },
    },
  );

  it('the frame rate goes evenly into the other one', () => {
    expect(found('uneven-motion', moving, { landed: LANDED })).toMatchObject({
      severity: 'polish',
    });
    expectRepaired('uneven-motion', moving, { landed: LANDED });
    const twice = { ...LANDED, rate: { num: 48, den: 1 } };
    expect(found('uneven-motion', moving, { landed: twice })).toBeNull();
  });

  it('is told by the landing it is in', () => {
    const landing = createLanding({ id: 'landing', created: 0 }, 'Episode', video());
    const layer = createLanded('own', landing, moving);
    const there = addLayer(landing, {
      ...layer,
      place: { ...layer.place, x: 640, y: 500, scale: 0.5 },
    });
    const found = landedIn(there, moving.id, { ...assets, overlay: () => moving })!;
    expect(found).toMatchObject({ name: 'Episode', width: 1280, height: 720 });
    expect(found.matrix).toEqual([0.5, 0, 0, 0.5, 160, 230]);
    expect(landedIn(landing, moving.id, assets)).toBeNull();
  });

  it('is judged by when it comes on show there, not by where its layer was first put', () => {
    const landing = createLanding({ id: 'landing', created: 0 }, 'Episode', video());
    const layer = createLanded('own', landing, moving) as OverlayLayer;
    const arriving = move('in', 'fade', 'arrive', at(45));
    const later = { ...layer, moves: [arriving], lead: 1 };
    const there = addLayer(landing, later);
    // Rates of 24 and 25: frame 0 is held for a second, and frame 12 comes half a second after that.
    expect(landedFrame(there, later, moving, 0)).toBe(45 + 25);
    expect(landedFrame(there, later, moving, 12)).toBe(45 + 38);
    const driven = {
      ...later,
      keyframes: {
        x: [
          { frame: 0, value: 0, easing: 'linear' as const },
          { frame: 45, value: 640, easing: 'linear' as const },
        ],
      },
    };
    const found = landedIn(addLayer(landing, driven), moving.id, {
      ...assets,
      overlay: () => moving,
    })!;
    expect(found.matrix[4]).toBeCloseTo(640 - (found.matrix[0] * moving.width) / 2);
  });
});

describe('footage', () => {
  const clip = video({ width: 320, height: 180 });
  const filled = { ...createFootageLayer('shot', overlay(), clip), to: 1 };
  const withClip = { ...assets, footage: () => clip };
  const judged = (width: number, height: number) => {
    const document = short([{ ...filled, width, height }], 1);
    return finding(
      'enlarged-bitmap',
      checked(document, measure(document, [0], { assets: withClip })),
    );
  };

  it('is not drawn larger than it is', () => {
    expect(judged(640, 360)?.detail).toMatch(/enlarged 2\.0 times/);
    expect(judged(384, 216)).toBeNull();
  });

  it('and fonts and overlays are all there', () => {
    const nested = { ...filled, id: 'gone', name: 'Old shot' };
    const lut = band({ name: 'Graded', effects: { ...NEUTRAL, lut: 'warm' } });
    const document = short([nested, lut, words('Wind', { font: 'mine', name: 'Title' })], 1);
    const bundle = { document, overlays: [], footage: [], fonts: [], luts: [] };
    const missing = missingIn(bundle);
    expect(missing).toEqual(['Old shot', 'Graded', 'Title']);
    expect(found('missing-pieces', document, { missing })).toMatchObject({ severity: 'stops' });
    expect(missingIn({ ...bundle, document: short([words('Wind')], 1) })).toEqual([]);
  });
});

describe('the canvas', () => {
  it('is named where most of it stays empty', () => {
    const small = short([shape('#ffffff', { width: 300, height: 100, to: 1 })], 1);
    expect(found('wasted-canvas', small)?.detail).toMatch(/30\d × 1[0-2]\d pixels/);
    const large = short([shape('#ffffff', { width: 1800, height: 800, to: 1 })], 1);
    expect(found('wasted-canvas', large)).toBeNull();
  });
});

describe('flashes', () => {
  const blinking = (colour: string, width: number, every: number) =>
    short(
      Array.from({ length: Math.floor(30 / (2 * every)) }, (_, i) =>
        shape(colour, {
          id: `flash-${i}`,
          width,
          height: 1080,
          from: i * 2 * every,
          to: (2 * i + 1) * every,
        }),
      ),
    );

  it('of light or of red, more than three in a second over a quarter of the picture, trip', () => {
    expect(found('flashing', blinking('#ffffff', 1920, 3))).toMatchObject({ severity: 'stops' });
    expect(found('flashing', blinking('#ff0000', 1920, 3))?.severity).toBe('stops');
  });

  it('that are rarer or smaller do not', () => {
    expect(found('flashing', blinking('#ffffff', 1920, 6))).toBeNull();
    expect(found('flashing', blinking('#ffffff', 300, 3))).toBeNull();
  });
});

describe('the contrast of words with what is round them', () => {
  const SIDE = 20;
  const picture = (of: (x: number, y: number) => readonly number[]) =>
    new Uint8ClampedArray(
      Array.from({ length: SIDE * SIDE }, (_, i) => of(i % SIDE, Math.floor(i / SIDE))).flat(),
    );
  const isWord = (x: number, y: number) => x > 7 && x < 12 && y > 7 && y < 12;
  const mask = picture((x, y) => [255, 255, 255, isWord(x, y) ? 255 : 0]);

  it('is that of WCAG', () => {
    const white = picture((x, y) => (isWord(x, y) ? [255, 255, 255, 255] : [0, 0, 0, 255]));
    expect(contrastRound(mask, white, SIDE, SIDE)).toBeCloseTo(21);
    const grey = picture((x, y) => (isWord(x, y) ? [119, 119, 119, 255] : [255, 255, 255, 255]));
    expect(contrastRound(mask, grey, SIDE, SIDE)).toBeCloseTo(4.48, 2);
  });

  it('counts only what is near, and cannot be told without words', () => {
    const far = picture((x, y) => {
      if (isWord(x, y)) return [255, 255, 255, 255];
      return x < 3 ? [255, 255, 255, 255] : [0, 0, 0, 255];
    });
    expect(contrastRound(mask, far, SIDE, SIDE)).toBeCloseTo(21);
    expect(contrastRound(far.fill(0), mask, SIDE, SIDE)).toBeNull();
  });
});
