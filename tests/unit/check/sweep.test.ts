import { CHECK_RULES, type Checked, type Landed, type RuleName } from '@/core/check';
import { createFootageLayer, type Layer, type Overlay } from '@/core/document';
import { formatById } from '@/core/formats';
import { at, band, move, overlay, video, words } from '../fixtures';
import { assets } from '../nodeAssets';
import { checked, FINE, finding, measure } from './measured';

const filled = (colour: string, change = {}) =>
  band({ fill: { kind: 'colour', colour, opacity: 1 }, ...change });
const short = (layers: readonly Layer[], length = 30, change: Partial<Overlay> = {}) =>
  overlay({ length, layers, lengthFollows: false, ...change });
const over = (colour: string) => ({ backdrop: { kind: 'key' as const, colour } });
const judged = (document: Overlay, change: Partial<Checked> = {}) =>
  checked(document, measure(document), change);
const as = (id: string) => ({ format: formatById(id) });
const finely = (document: Overlay) => checked(document, measure(document, [0], { size: FINE }));

const still = short([filled('#ffffff', { to: 1 })], 1);
const shadow = { colour: '#000000', opacity: 1, dx: 0, dy: 9, blur: 60 };
const soft = short([filled('#ffffff', { to: 1, shadow })], 1);
const title = (change = {}) => words('Wind from the southwest', { to: 60, ...change });
const turning = (length: number) =>
  short([filled('#ffffff', { to: 30, moves: [move('on', 'spin', 'stay', at(0), { length })] })]);
const arriving = filled('#ffffff', { to: 30, moves: [move('in', 'slide', 'arrive', at(0))] });
const at24 = short([arriving], 30, { rate: { num: 24, den: 1 } });
const landedAt = (perSecond: number): { landed: Landed } => ({
  landed: {
    name: 'Episode',
    ...{ width: 1920, height: 1080, matrix: [1, 0, 0, 1, 0, 0] },
    rate: { num: perSecond, den: 1 },
  },
});
const contrast = (ratio: number) => {
  const document = short([title()], 60);
  return checked(document, measure(document, [0], { contrast: [{ frame: 0, ratio }] }));
};
const clip = video({ width: 320, height: 180 });
const shown = (width: number, height: number) => {
  const shot = { ...createFootageLayer('shot', overlay(), clip), to: 1, width, height };
  const document = short([shot], 1);
  return checked(document, measure(document, [0], { assets: { ...assets, footage: () => clip } }));
};
const blinking = (every: number) =>
  short(
    Array.from({ length: Math.floor(15 / every) }, (_, i) =>
      filled('#ffffff', {
        ...{ id: `flash-${i}`, width: 1920, height: 1080 },
        ...{ from: i * 2 * every, to: (2 * i + 1) * every },
      }),
    ),
  );
const besides = (x: number, size = 213) =>
  short([title({ size, place: { ...title().place, x } })], 60);
const fidgeting = (count: number) =>
  short(
    [
      title({
        moves: Array.from({ length: count }, (_, i) => move(`m${i}`, 'sway', 'stay', at(5))),
      }),
    ],
    60,
  );
const guide = { footage: 'clip', seconds: 0, strength: 0.5 };

/** For every rule, a case that trips it and one that is like it and does not. */
const CASES: Readonly<Record<RuleName, { trips: () => Checked; passes: () => Checked }>> = {
  'missing-pieces': {
    trips: () => judged(still, { missing: ['Title'] }),
    passes: () => judged(still, { missing: [] }),
  },
  'missing-letters': {
    trips: () => finely(short([words('Wind مرحبا')])),
    passes: () => finely(short([words('Wind')])),
  },
  'vanishing-colours': {
    trips: () => judged(short([filled('#1fb24a', { to: 1 })], 1, over('#00d040'))),
    passes: () => judged(short([filled('#e04080', { to: 1 })], 1, over('#00d040'))),
  },
  'unlit-artwork': {
    trips: () => judged(short([filled('#0a0a14', { to: 1 })], 1, over('#000000'))),
    passes: () => judged(short([filled('#e9a23b', { to: 1 })], 1, over('#000000'))),
  },
  'no-alpha': { trips: () => judged(still, as('h264')), passes: () => judged(still, as('vp9')) },
  flashing: { trips: () => judged(blinking(3)), passes: () => judged(blinking(6)) },
  'soft-edges': {
    trips: () => finely({ ...soft, ...over('#00d040') }),
    passes: () => finely({ ...still, ...over('#00d040') }),
  },
  'alpha-steps': { trips: () => judged(soft, as('gif')), passes: () => judged(soft, as('vp9')) },
  'cut-off': {
    trips: () => judged(short([arriving])),
    passes: () => judged(short([filled('#ffffff', { to: 30 })])),
  },
  'too-short': {
    trips: () => judged(short([title({ to: 20 })], 20)),
    passes: () => judged(short([title({ to: 90 })], 90)),
  },
  'too-small': {
    trips: () => judged(short([title({ size: 30 })], 60)),
    passes: () => judged(short([title({ size: 160 })], 60)),
  },
  'poor-contrast': { trips: () => contrast(1.5), passes: () => contrast(8) },
  clipped: { trips: () => judged(besides(120)), passes: () => judged(short([title()], 60)) },
  'loop-seam': { trips: () => judged(turning(47)), passes: () => judged(turning(30)) },
  'empty-frames': {
    trips: () => judged(short([filled('#ffffff', { from: 6, to: 20 })])),
    passes: () => judged(short([filled('#ffffff', { from: 0, to: 30 })])),
  },
  'uneven-motion': {
    trips: () => judged(at24, landedAt(30)),
    passes: () => judged(at24, landedAt(48)),
  },
  'enlarged-bitmap': { trips: () => shown(640, 360), passes: () => shown(384, 216) },
  'safe-area': {
    trips: () => judged(besides(340, 60)),
    passes: () => judged(short([title({ size: 60 })], 60)),
  },
  'wasted-canvas': {
    trips: () => judged(short([filled('#ffffff', { width: 300, height: 100, to: 1 })], 1)),
    passes: () => judged(short([filled('#ffffff', { width: 1800, height: 800, to: 1 })], 1)),
  },
  restless: { trips: () => judged(fidgeting(5)), passes: () => judged(fidgeting(4)) },
  'left-over-guide': {
    trips: () => judged({ ...still, guide }),
    passes: () => judged(still),
  },
};

describe.each(CHECK_RULES.map(({ name }) => name))('%s', (name) => {
  it('trips where it should', () => {
    expect(finding(name, CASES[name].trips())).toMatchObject({ rule: name });
  });

  it('does not where it should not', () => {
    expect(finding(name, CASES[name].passes())).toBeNull();
  });
});
