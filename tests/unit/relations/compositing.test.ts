import fc from 'fast-check';
import {
  BLENDS,
  NEUTRAL,
  placeAt,
  solid,
  type Blend,
  type Effects,
  type Layer,
  type Overlay,
} from '@/core/document';
import { groupLayers, updateLayer } from '@/core/edit';
import { band } from '../fixtures';
import { empty, number } from './documents';
import { holds } from './holds';
import { painted } from './pictures';

/**
 * A plain compositor of one pixel, in floating point and straight colour, after the W3C's Compositing and Blending
 * Level 1 and Filter Effects Level 1. It shares no code with what paints.
 */
type Colour = readonly [r: number, g: number, b: number];
interface Pixel {
  readonly colour: Colour;
  readonly alpha: number;
}

const CLEAR: Pixel = { colour: [0, 0, 0], alpha: 0 };
const clamp = (value: number): number => Math.min(1, Math.max(0, value));
const lum = ([r, g, b]: Colour): number => 0.3 * r + 0.59 * g + 0.11 * b;
const sat = (colour: Colour): number => Math.max(...colour) - Math.min(...colour);

function clipped(colour: Colour): Colour {
  const l = lum(colour);
  const [least, most] = [Math.min(...colour), Math.max(...colour)];
  const low = (c: number) => (least < 0 ? l + ((c - l) * l) / (l - least) : c);
  const lowered = colour.map(low) as unknown as Colour;
  const high = (c: number) => (most > 1 ? l + ((c - l) * (1 - l)) / (most - l) : c);
  return lowered.map(high) as unknown as Colour;
}

const withLum = (colour: Colour, l: number): Colour =>
  clipped(colour.map((c) => c + l - lum(colour)) as unknown as Colour);

function withSat(colour: Colour, s: number): Colour {
  const [least, most] = [Math.min(...colour), Math.max(...colour)];
  return colour.map((c) =>
    most > least ? ((c - least) * s) / (most - least) : 0,
  ) as unknown as Colour;
}

const each =
  (mix: (b: number, s: number) => number) =>
  (b: Colour, s: Colour): Colour =>
    b.map((value, i) => mix(value, s[i])) as unknown as Colour;

const hardLight = (b: number, s: number): number =>
  s <= 0.5 ? b * 2 * s : b + (2 * s - 1) - b * (2 * s - 1);

function softLight(b: number, s: number): number {
  if (s <= 0.5) return b - (1 - 2 * s) * b * (1 - b);
  const d = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : Math.sqrt(b);
  return b + (2 * s - 1) * (d - b);
}

const MIXES: Readonly<Record<Exclude<Blend, 'add'>, (b: Colour, s: Colour) => Colour>> = {
  normal: (_b, s) => s,
  multiply: each((b, s) => b * s),
  screen: each((b, s) => b + s - b * s),
  overlay: each((b, s) => hardLight(s, b)),
  darken: each(Math.min),
  lighten: each(Math.max),
  'color dodge': each((b, s) => (b === 0 ? 0 : s === 1 ? 1 : Math.min(1, b / (1 - s)))),
  'color burn': each((b, s) => (b === 1 ? 1 : s === 0 ? 0 : 1 - Math.min(1, (1 - b) / s))),
  'hard light': each(hardLight),
  'soft light': each(softLight),
  difference: each((b, s) => Math.abs(b - s)),
  exclusion: each((b, s) => b + s - 2 * b * s),
  hue: (b, s) => withLum(withSat(s, sat(b)), lum(b)),
  saturation: (b, s) => withLum(withSat(b, sat(s)), lum(b)),
  color: (b, s) => withLum(s, lum(b)),
  luminosity: (b, s) => withLum(b, lum(s)),
  'linear burn': each((b, s) => Math.max(0, b + s - 1)),
};

function over(backdrop: Pixel, source: Pixel, blend: Blend): Pixel {
  const [b, s] = [backdrop.alpha, source.alpha];
  if (blend === 'add') {
    const alpha = Math.min(1, b + s);
    const sum = (i: number) => clamp(backdrop.colour[i] * b + source.colour[i] * s);
    const colour = [0, 1, 2].map((i) => (alpha > 0 ? clamp(sum(i) / alpha) : 0));
    return { colour: colour as unknown as Colour, alpha };
  }
  const alpha = s + b * (1 - s);
  if (alpha === 0) return CLEAR;
  const mixed = MIXES[blend](backdrop.colour, source.colour);
  const colour = mixed.map((value, i) => {
    const straight = (1 - b) * source.colour[i] + b * value;
    return (s * straight + (1 - s) * b * backdrop.colour[i]) / alpha;
  });
  return { colour: colour as unknown as Colour, alpha };
}

const matrix = (rows: readonly Colour[], [r, g, b]: Colour): Colour =>
  rows.map(([x, y, z]) => clamp(x * r + y * g + z * b)) as unknown as Colour;

/** In the order in which they are applied: tint, brightness, contrast, saturation, hue. */
function changed({ colour, alpha }: Pixel, effects: Effects): Pixel {
  const tint = hex(effects.tint);
  const tinted = colour.map(
    (c, i) => c + (tint[i] - c) * effects.tintStrength,
  ) as unknown as Colour;
  const lit = tinted.map((c) => clamp(c * effects.brightness)) as unknown as Colour;
  const hard = lit.map((c) => clamp((c - 0.5) * effects.contrast + 0.5)) as unknown as Colour;
  const s = effects.saturation;
  const full = matrix(
    [
      [0.213 + 0.787 * s, 0.715 - 0.715 * s, 0.072 - 0.072 * s],
      [0.213 - 0.213 * s, 0.715 + 0.285 * s, 0.072 - 0.072 * s],
      [0.213 - 0.213 * s, 0.715 - 0.715 * s, 0.072 + 0.928 * s],
    ],
    hard,
  );
  const angle = (effects.hue * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const turned = matrix(
    [
      [
        0.213 + cos * 0.787 - sin * 0.213,
        0.715 - cos * 0.715 - sin * 0.715,
        0.072 - cos * 0.072 + sin * 0.928,
      ],
      [
        0.213 - cos * 0.213 + sin * 0.143,
        0.715 + cos * 0.285 + sin * 0.14,
        0.072 - cos * 0.072 - sin * 0.283,
      ],
      [
        0.213 - cos * 0.213 - sin * 0.787,
        0.715 - cos * 0.715 + sin * 0.715,
        0.072 + cos * 0.928 + sin * 0.072,
      ],
    ],
    full,
  );
  return { colour: effects.hue === 0 ? full : turned, alpha };
}

const hex = (text: string): Colour =>
  [1, 3, 5].map((at) => parseInt(text.slice(at, at + 2), 16) / 255) as unknown as Colour;

interface Sheet {
  readonly colour: string;
  readonly fill: number;
  readonly opacity: number;
  readonly blend: Blend;
  readonly effects: Effects;
  readonly mask: {
    readonly by: 'alpha' | 'luma';
    readonly inverted: boolean;
    readonly colour: string;
    readonly fill: number;
  } | null;
}

const colours = fc.constantFrom(
  '#000000',
  '#ffffff',
  '#c04020',
  '#20a0e0',
  '#80c040',
  '#404040',
  '#e0d010',
);
const blends = fc.constantFrom(...BLENDS);
const effects = fc.record({
  brightness: number(0.3, 1.6),
  contrast: number(0.4, 1.6),
  saturation: number(0, 2),
  hue: number(-180, 180),
  tint: colours,
  tintStrength: number(0, 1),
});
const sheets: fc.Arbitrary<Sheet> = fc.record({
  colour: colours,
  fill: fc.oneof(fc.constant(1), number(0.2, 1)),
  opacity: fc.oneof(fc.constant(1), number(0.2, 1)),
  blend: blends,
  effects: fc.oneof(
    fc.constant(NEUTRAL),
    effects.map((some) => ({ ...NEUTRAL, ...some })),
  ),
  mask: fc.option(
    fc.record({
      by: fc.constantFrom('alpha' as const, 'luma' as const),
      inverted: fc.boolean(),
      colour: colours,
      fill: number(0.2, 1),
    }),
    { nil: null },
  ),
});

/** All of the canvas, and more. */
const wide = (id: string, colour: string, fill: number): Layer =>
  band({ id, width: 400, height: 300, to: 60, place: placeAt(80, 45), fill: solid(colour, fill) });

const layersOf = (
  id: string,
  { colour, fill, opacity, blend, effects: own, mask }: Sheet,
): readonly Layer[] => [
  {
    ...wide(id, colour, fill),
    ...{ opacity, blend, effects: own },
    mask: mask && { layer: `${id}-mask`, by: mask.by, inverted: mask.inverted },
  } as Layer,
  ...(mask ? [wide(`${id}-mask`, mask.colour, mask.fill)] : []),
];

function share(mask: Sheet['mask']): number {
  if (!mask) return 1;
  const [r, g, b] = hex(mask.colour);
  const kept = mask.by === 'alpha' ? mask.fill : mask.fill * (0.2126 * r + 0.7152 * g + 0.0722 * b);
  return mask.inverted ? 1 - kept : kept;
}

const laidOver = (
  backdrop: Pixel,
  { colour, fill, opacity, blend, effects: own, mask }: Sheet,
): Pixel => {
  const source = changed({ colour: hex(colour), alpha: fill * share(mask) }, own);
  return over(backdrop, { ...source, alpha: source.alpha * opacity }, blend);
};

/** Levels by which several roundings to 8 bits, at each canvas on the way, may be off; steep mixes enlarge them. */
const ROUNDED = 8;

function expectPixel(document: Overlay, wanted: Pixel): void {
  const { data } = painted(document, 5);
  const at = (45 * 160 + 80) * 4;
  const alpha = data[at + 3];
  const off = [0, 1, 2].map((i) =>
    Math.abs((data[at + i] * alpha) / 255 - wanted.colour[i] * wanted.alpha * 255),
  );
  const worst = Math.max(Math.abs(alpha - wanted.alpha * 255), ...off);
  if (worst > ROUNDED) {
    const shown = [...data.subarray(at, at + 4)].join(', ');
    const meant = [...wanted.colour, wanted.alpha].map((c) => Math.round(c * 255)).join(', ');
    throw new Error(`The pixel is ${shown} instead of ${meant}.`);
  }
}

/** A steep mix of a colour that was rounded before is not told by it: a dodge of nearly white, say. */
const isSteep = ({ blend }: Sheet): boolean => blend === 'color dodge' || blend === 'color burn';

const plainly = (sheet: Sheet): Sheet => ({ ...sheet, blend: 'normal' });

/** Of a colour that is not rounded on the way. */
const solidly = (sheet: Sheet): Sheet => ({
  ...plainly(sheet),
  ...{ effects: NEUTRAL, mask: null, fill: 1, opacity: 1 },
});

describe('against a plain compositor', () => {
  it.each(BLENDS)('%s, with effects, masks and opacity', (blend) => {
    holds(sheets, sheets, (under, upper) => {
      const sheet = isSteep({ ...upper, blend })
        ? { ...solidly(upper), blend }
        : { ...upper, blend };
      const ground = isSteep(sheet) ? solidly(under) : plainly(under);
      const document = {
        ...empty,
        layers: [...layersOf('under', ground), ...layersOf('upper', sheet)],
      };
      expectPixel(document, laidOver(laidOver(CLEAR, ground), sheet));
    });
  });

  it.each(BLENDS)('a group laid in by %s, with effects and opacity of its own', (blend) => {
    holds(sheets, sheets, sheets, (under, inner, group) => {
      const steep = isSteep({ ...group, blend });
      const [ground, within] = [under, inner].map((sheet) =>
        steep ? solidly(sheet) : plainly(sheet),
      );
      const own = steep ? NEUTRAL : group.effects;
      const stack = {
        ...empty,
        layers: [...layersOf('ground', ground), ...layersOf('within', within)],
      };
      const ids = layersOf('within', within).map(({ id }) => id);
      const gathered = groupLayers(stack, ids, 'group', { x: 80, y: 45 });
      const grouped = updateLayer(gathered, 'group', {
        blend,
        opacity: group.opacity,
        effects: own,
      });
      const source = changed(laidOver(CLEAR, within), own);
      expectPixel(
        grouped,
        over(laidOver(CLEAR, ground), { ...source, alpha: source.alpha * group.opacity }, blend),
      );
    });
  });
});
