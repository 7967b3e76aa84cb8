import fc from 'fast-check';
import { createCanvas, type Canvas } from '@napi-rs/canvas';
import {
  createInk,
  createMove,
  createOverlay,
  createShape,
  placeAt,
  type Footage,
  type Layer,
  type LayerKind,
  type LayerPlace,
  type Move,
  type Overlay,
  type Phase,
} from '@/core/document';
import { newLayer, propertiesOf } from '@/core/document/layerParts';
import { LAYER_KINDS } from '@/core/layerKinds';
import { STAGGER_ORDERS, STAGGER_UNITS } from '@/core/moves/phases';
import { EASINGS } from '@/core/easings';
import { MOVE_KINDS, type MoveKind } from '@/core/moves';
import { SHAPE_KINDS } from '@/core/shapes';
import type { PictureItem, SceneAssets } from '@/core/scene';
import { FONTS } from '@/core/fonts';
import { readCube } from '@/core/colour/cube';
import { nodeFont } from '@/paint/nodeTools';
import { valuesOf } from '../arbitraries';
import { band, video } from '../fixtures';

/**
 * Arbitrary documents that can be drawn: layers of every kind, with whatever their properties allow. Kinds of layers,
 * properties, shapes, moves and blends come from their lists, so that a new one is among them by itself.
 */

export const CANVAS = { width: 160, height: 90, length: 40 } as const;
export const THIRTY = { num: 30, den: 1 } as const;

export const empty: Overlay = {
  ...createOverlay({ id: 'document', created: 0 }, 'Any'),
  ...CANVAS,
  rate: THIRTY,
};

/** Each source frame is a picture of its own. */
export const clip: Footage = video({ id: 'clip', width: 32, height: 18, duration: 1.2 });
const still: Footage = video({ id: 'still', type: 'still', width: 24, height: 24, duration: 0 });

const inner: Overlay = {
  ...empty,
  id: 'inner',
  width: 60,
  height: 40,
  length: 20,
  layers: [
    band({ id: 'inner-band', width: 40, height: 20, place: placeAt(30, 20), to: 20 }),
    band({ id: 'inner-dot', width: 8, height: 8, place: placeAt(12, 10), from: 4, to: 15 }),
  ],
};

export const assets: SceneAssets = {
  font: nodeFont,
  footage: (id) => (id === 'clip' ? clip : id === 'still' ? still : undefined),
  overlay: (id) => (id === 'inner' ? inner : undefined),
};

/** A table that turns colours round. */
export const lut = readCube(
  ['LUT_3D_SIZE 2', '0 0 1', '0 1 1', '0.2 0 0', '1 1 0', '0 0 0', '1 0 1', '0 1 0', '1 1 1'].join(
    '\n',
  ),
  'Turned',
);

const pictures = new Map<string, Canvas>();

/** The frame of a footage at a second, which tells the second by its colours. */
function frameAt({ id, width, height, rate }: Footage, seconds: number) {
  const frame = rate ? Math.floor((seconds * rate.num) / rate.den + 1e-6) : 0;
  const key = `${id}/${frame}`;
  const known = pictures.get(key);
  if (known) return known;
  const canvas = createCanvas(width, height);
  const context = canvas.getContext('2d');
  for (let x = 0; x < width; x += 4) {
    context.fillStyle = `hsl(${(x * 20 + frame * 37) % 360} 80% ${30 + ((frame * 7 + x) % 40)}%)`;
    context.fillRect(x, 0, 4, height);
  }
  pictures.set(key, canvas);
  return canvas;
}

export function picture({ footage, seconds, mix }: PictureItem): CanvasImageSource {
  const shown = frameAt(footage, seconds);
  if (!mix) return shown as unknown as CanvasImageSource;
  const canvas = createCanvas(footage.width, footage.height);
  const context = canvas.getContext('2d');
  context.drawImage(shown, 0, 0);
  context.globalAlpha = mix.share;
  context.drawImage(frameAt(footage, mix.seconds), 0, 0);
  return canvas as unknown as CanvasImageSource;
}

/** Evenly spread, which doubles are not: most of those are next to nought. */
export const number = (min: number, max: number) =>
  fc.integer({ min: Math.ceil(min * 100), max: Math.floor(max * 100) }).map((value) => value / 100);

export const places: fc.Arbitrary<LayerPlace> = fc.record({
  x: number(0, CANVAS.width),
  y: number(0, CANVAS.height),
  scale: number(0.3, 1.6),
  rotation: number(-180, 180),
  stretch: number(0.4, 2.5),
  anchorX: number(-20, 20),
  anchorY: number(-10, 10),
  flipX: fc.boolean(),
  flipY: fc.boolean(),
});

const TEXTS = ['Kite', 'Wind & rain', 'Two\nlines', 'fennel hill', '12 #', 'Ålé!'];

/** Values of properties that have to fit the document and its assets; all others are as their schema allows. */
const FITTING: Readonly<Record<string, fc.Arbitrary<unknown>>> = {
  hidden: fc.constant(false),
  locked: fc.constant(false),
  name: fc.constant('Layer'),
  group: fc.constant(null),
  mask: fc.constant(null),
  piece: fc.constant(null),
  moves: fc.constant([]),
  place: places,
  from: fc.integer({ min: -6, max: 12 }),
  to: fc.integer({ min: 22, max: 60 }),
  preroll: number(-0.5, 2),
  text: fc.constantFrom(...TEXTS),
  font: fc.constantFrom(...FONTS.map(({ id }) => id)),
  size: number(8, 36),
  letterSpacing: number(-2, 8),
  lineSpacing: number(0.6, 1.6),
  width: number(4, 110),
  height: number(4, 70),
  overlay: fc.constant('inner'),
  footage: fc.constantFrom('clip', 'still'),
  keyframes: fc.constant({}),
  drawings: fc.constant([]),
  key: fc.constant(null),
  softOutline: number(0, 12),
};

/** How far numbers go that nothing else is said of: widths, offsets and blurs on a small canvas. */
const REACH = 9;

/** Properties that are taken apart for a shape: they depend on one another. */
const OF_SHAPES = ['shape', 'params', 'points'];

const values = (kind: LayerKind) =>
  fc.record(
    Object.fromEntries(
      propertiesOf(kind)
        .filter(({ name }) => name !== 'id' && !OF_SHAPES.includes(name))
        .map(({ name, schema, first }) => [
          name,
          fc.oneof(
            { weight: ALWAYS.has(name) ? 0 : 3, arbitrary: fc.constant(first(CANVAS)) },
            { weight: 1, arbitrary: FITTING[name] ?? valuesOf(schema, REACH) },
          ),
        ]),
    ),
  );

const ALWAYS = new Set(['place', 'width', 'height', 'size', 'text', 'overlay', 'footage', 'group']);

/** Names in nested values lead to what there is. */
const known = (value: unknown): unknown => {
  if (Array.isArray(value)) return value.map(known);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([name, inside]) => {
      if (typeof inside !== 'string') return [name, known(inside)];
      if (name === 'footage') return [name, inside === 'still' ? 'still' : 'clip'];
      return [name, name === 'lut' ? 'lut' : inside];
    }),
  );
};

const shapes = fc.constantFrom(...SHAPE_KINDS).chain((kind) =>
  fc
    .record(
      Object.fromEntries(
        kind.params.map((param) => {
          const { min, max } = param.feel ?? param;
          return [param.name, number(Math.max(param.min, min), Math.min(param.max, max))];
        }),
      ),
    )
    .map((params) => {
      const { points } = createShape('shape', CANVAS as unknown as Overlay, kind.shape);
      const small = points.map((point) =>
        Object.fromEntries(Object.entries(point).map(([name, at]) => [name, at / 2])),
      );
      return { shape: kind.shape, params, points: small };
    }),
);

const strokes = fc
  .array(fc.tuple(number(-50, 50), number(-30, 30)), { minLength: 2, maxLength: 5 })
  .map((points) => ({
    ...{ id: 's', brush: 'pen', colour: '#c04020', size: 5, opacity: 1, smoothing: 0.3 },
    ...{ fill: null, sensed: true, pause: 0 },
    points: points.flatMap(([x, y], i) => [x, y, 0.6, 0, i * 40]),
  }));

const drawings = fc
  .array(fc.array(strokes, { minLength: 1, maxLength: 3 }), { minLength: 1, maxLength: 3 })
  .map((lists) =>
    lists.map((list, i) => ({
      ...{ id: `d${i}`, hold: 1 },
      strokes: list.map((stroke, k) => ({ ...stroke, id: `s${k}` })),
    })),
  );

/** A layer of a kind, with no moves, masks or groups. */
export function layersOf(kind: LayerKind): fc.Arbitrary<Layer> {
  const own =
    kind === 'shape'
      ? shapes
      : kind === 'ink'
        ? drawings.map((list) => ({ drawings: list }))
        : fc.constant({});
  return fc.tuple(values(kind), own).map(([some, more]) => {
    const base = kind === 'ink' ? createInk('layer', empty, 'd') : newLayer(kind, 'layer', CANVAS);
    return { ...base, ...(known(some) as object), ...more, id: 'layer', kind } as unknown as Layer;
  });
}

/** Kinds that show something by themselves. */
export const DRAWN_KINDS = LAYER_KINDS.filter((kind) => kind !== 'group');

export const layers: fc.Arbitrary<Layer> = fc.constantFrom(...DRAWN_KINDS).chain(layersOf);

/** Layers that are laid over what is under them as they are, whatever they are laid in with. */
export const plainly = (layer: Layer): Layer => ({ ...layer, blend: 'normal' });

/** Several layers, each with an id of its own. */
export const stacks = (
  of: fc.Arbitrary<Layer> = layers,
  most = 3,
): fc.Arbitrary<readonly Layer[]> =>
  fc
    .array(of, { minLength: 1, maxLength: most })
    .map((list) => list.map((layer, i) => ({ ...layer, id: `layer-${i}` })));

export const documents = (of?: fc.Arbitrary<Layer>): fc.Arbitrary<Overlay> =>
  stacks(of).map((list) => ({ ...empty, layers: list }));

const paramsOf = ({ params }: MoveKind, phase: Phase) =>
  fc.record(
    Object.fromEntries(
      params.map((param) => {
        const { min, max } = param.feel ?? param;
        const [low, high] = [Math.max(param.min, min, -200), Math.min(param.max, max, 200)];
        const any =
          param.choices || param.toggle ? fc.integer({ min: low, max: high }) : number(low, high);
        return [param.name, fc.oneof(fc.constant(param.initial[phase]), any)];
      }),
    ),
  );

/** A move of a kind, within the canvas's length. */
export function movesOf(kind: MoveKind, phase: Phase): fc.Arbitrary<Move> {
  return fc
    .record({
      params: paramsOf(kind, phase),
      length: fc.integer({ min: 1, max: 12 }),
      easing: fc.constantFrom(...EASINGS),
      frame: fc.integer({ min: 0, max: 6 }),
      over: fc.constantFrom(...(kind.wholeOnly ? (['whole'] as const) : STAGGER_UNITS)),
      order: fc.constantFrom(...STAGGER_ORDERS),
      gap: number(0, 3),
      seed: fc.integer({ min: 0, max: 1000 }),
    })
    .map(({ params, length, easing, frame, ...stagger }) => ({
      ...createMove(`move-${phase}`, kind.kind, phase, frame, length),
      ...{ params, easing, stagger },
    }));
}

/** Every kind of move in every phase it is for. */
export const MOVES = MOVE_KINDS.flatMap((kind) => kind.phases.map((phase) => ({ kind, phase })));

/** Kinds of layer that a kind of move is for. */
export const kindsFor = ({ layers: only }: MoveKind): readonly LayerKind[] =>
  only ? DRAWN_KINDS.filter((kind) => only.includes(kind)) : DRAWN_KINDS;
