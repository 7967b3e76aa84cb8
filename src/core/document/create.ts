import { convertLength, secondsToFrames, type Rate } from '../time';
import { DEFAULT_FONT } from '../text/fonts';
import { moveKind } from '../motion/moves';
import { NEUTRAL } from '../scene/look';
import { shapeKind } from '../scene/shapeKinds';
import { DEFAULT_KEY } from './createKey';
import {
  DOCUMENT_VERSION,
  type Backdrop,
  type Boil,
  type ClipTime,
  type Cut,
  type Edges,
  type Fill,
  type Footage,
  type FootageLayer,
  type Ghost,
  type GroupLayer,
  type InkLayer,
  type Landing,
  type Layer,
  type Loudness,
  type LayerPlace,
  type Move,
  type Overlay,
  type OverlayLayer,
  type PathPoint,
  type Phase,
  type ShapeLayer,
  type Sides,
  type Stack,
  type WordsLayer,
} from './types';
/** Canvas sizes offered by shape; any other size can be typed. */
export const SIZES: readonly {
  readonly label: string;
  readonly width: number;
  readonly height: number;
}[] = [
  { label: '16:9', width: 1920, height: 1080 },
  { label: '9:16', width: 1080, height: 1920 },
  { label: '1:1', width: 1080, height: 1080 },
  { label: '4:3', width: 1440, height: 1080 },
];

export const CANVAS_LIMIT = { min: 16, max: 7680 } as const;

const RATE_30: Rate = { num: 30, den: 1 };

interface Stamp {
  readonly id: string;
  readonly created: number;
}

export const createOverlay = ({ id, created }: Stamp, name: string): Overlay => ({
  kind: 'overlay',
  version: DOCUMENT_VERSION,
  id,
  created,
  name,
  width: 1920,
  height: 1080,
  rate: RATE_30,
  length: 120,
  lengthFollows: false,
  backdrop: { kind: 'clear' },
  layers: [],
  guide: null,
});

/** What a landing has where no footage is. */
const BLACK: Backdrop = { kind: 'key', colour: '#000000' };

/** A landing in the size, rate and length of the footage at its bottom. */
export function createLanding({ id, created }: Stamp, name: string, base: Footage | null): Landing {
  const rate = base?.rate ?? RATE_30;
  const landing: Landing = {
    kind: 'landing',
    version: DOCUMENT_VERSION,
    id,
    created,
    name,
    width: base ? even(base.width) : 1920,
    height: base ? even(base.height) : 1080,
    rate,
    length: base?.rate ? Math.max(1, Math.round((base.duration * rate.num) / rate.den)) : 150,
    backdrop: BLACK,
    layers: [],
    sounds: [],
  };
  return base ? { ...landing, layers: [createBase('base', landing, base)] } : landing;
}

/** H.264 in 4:2:0 needs even sizes. */
const even = (value: number) => Math.max(2, value - (value % 2));

const NO_SIDES: Sides = { left: 0, top: 0, right: 0, bottom: 0 };

export const NO_EDGES: Edges = { crop: NO_SIDES, feather: NO_SIDES, radius: 0 };

/** A place in the pixels of the canvas, its anchor at the layer's own origin. */
export const placeAt = (x: number, y: number): LayerPlace => ({
  x,
  y,
  scale: 1,
  rotation: 0,
  stretch: 1,
  anchorX: 0,
  anchorY: 0,
  flipX: false,
  flipY: false,
});

export const solid = (colour: string, opacity = 1): Fill => ({ kind: 'colour', colour, opacity });

export const WHOLE_CLIP: ClipTime = {
  in: 0,
  out: null,
  speed: 1,
  reverse: false,
  lead: 0,
  after: 'loop',
  times: null,
  seam: 0,
  blend: false,
  skips: [],
};

/** A ghost as it starts: moon-coloured, with fine lines. */
export const createGhost = (stack: Stack): Ghost => ({
  tint: '#8fd3ff',
  tintStrength: 0.6,
  opacity: 0.7,
  spacing: Math.max(2, Math.round(stack.height / 180)),
  lines: 0.35,
  flicker: 0.3,
  seed: 1,
});

export const PLAIN_SOUND: Loudness = { gain: 0, fadeIn: 0, fadeOut: 0 };

const newLayer = (id: string, stack: Stack) => ({
  id,
  hidden: false,
  locked: false,
  group: null,
  place: placeAt(stack.width / 2, stack.height / 2),
  opacity: 1,
  blend: 'normal' as const,
  from: 0,
  to: stack.length,
  moves: [],
  keyframes: {},
  shadow: null,
  glow: null,
  effects: NEUTRAL,
  edges: NO_EDGES,
  fade: null,
  mask: null,
  reflection: null,
  ghost: null,
});

const newOutline = { border: null, wall: null, piece: null, boil: null } as const;

export const createWords = (id: string, stack: Stack, text: string): WordsLayer => ({
  ...newLayer(id, stack),
  ...newOutline,
  kind: 'words',
  name: text,
  text,
  font: DEFAULT_FONT,
  size: Math.round(stack.height / 9),
  letterSpacing: 0,
  lineSpacing: 1.2,
  align: 'centre',
  fill: solid('#ffffff'),
  letters: [],
  counter: null,
});

export function createShape(id: string, stack: Stack, shape: string): ShapeLayer {
  const kind = shapeKind(shape);
  const width = Math.max(1, Math.round(kind.size.width * stack.height));
  const height = Math.max(1, Math.round(kind.size.height * stack.height));
  return {
    ...newLayer(id, stack),
    ...newOutline,
    kind: 'shape',
    name: kind.label,
    shape,
    width,
    height,
    params: shapeParams(shape),
    points: kind.points?.({ width, height }) ?? [],
    fill: solid('#b3432b'),
  };
}

/** A shape's own starting values. */
export const shapeParams = (shape: string): Readonly<Record<string, number>> =>
  Object.fromEntries(shapeKind(shape).params.map(({ name, initial }) => [name, initial]));

/** A shape of another kind in the same size, with what both kinds have to set kept as it is. */
export function setShape(layer: ShapeLayer, shape: string): ShapeLayer {
  const kind = shapeKind(shape);
  const kept = Object.entries(layer.params).filter(([name]) =>
    kind.params.some((param) => param.name === name),
  );
  return {
    ...layer,
    shape,
    params: { ...shapeParams(shape), ...Object.fromEntries(kept) },
    points: kind.points?.(layer) ?? [],
  };
}

/** A still or a clip in a box of its own shape, made to fit the canvas when it is larger. */
export function createFootageLayer(id: string, stack: Stack, footage: Footage): FootageLayer {
  const shrink = Math.min(1, stack.width / footage.width, stack.height / footage.height);
  const layer = newLayer(id, stack);
  const { place, width, height } = footage.cut
    ? cutBack(layer.place, stack, footage, footage.cut)
    : {
        place: layer.place,
        width: footage.width * shrink,
        height: footage.height * shrink,
      };
  const base = {
    ...layer,
    place,
    name: footage.name,
    footage: footage.id,
    width: Math.max(1, Math.round(width)),
    height: Math.max(1, Math.round(height)),
    fit: 'cover' as const,
    border: null,
    key: null,
    mattes: [],
  };
  return footage.type === 'video'
    ? { ...base, kind: 'clip', time: WHOLE_CLIP, sound: null }
    : { ...base, kind: 'picture' };
}

/** Where a cropped file lies when the canvas it was cut from lies in the middle, made to fit. */
function cutBack(
  place: LayerPlace,
  stack: Stack,
  footage: Footage,
  { left, top, scale, canvas }: Cut,
) {
  const shrink = Math.min(1, stack.width / canvas.width, stack.height / canvas.height);
  const width = footage.width / scale;
  const height = footage.height / scale;
  const x = stack.width / 2 + (left + (width - canvas.width) / 2) * shrink;
  const y = stack.height / 2 + (top + (height - canvas.height) / 2) * shrink;
  return { place: { ...place, x, y }, width: width * shrink, height: height * shrink };
}

/** Another overlay, live, made to fit the canvas when it is larger. */
export function createNested(id: string, stack: Stack, nested: Overlay): OverlayLayer {
  const layer = newLayer(id, stack);
  const scale = Math.min(1, stack.width / nested.width, stack.height / nested.height);
  return {
    ...layer,
    kind: 'overlay',
    name: nested.name,
    overlay: nested.id,
    after: 'hold',
    backdrop: false,
    lead: 0,
    place: { ...layer.place, scale },
  };
}

/** Drawings a second that are offered. */
export const DRAWING_RATES = [6, 8, 12, 24] as const;

/** Nothing drawn yet. */
export const createInk = (id: string, stack: Stack, drawing: string): InkLayer => ({
  ...newLayer(id, stack),
  kind: 'ink',
  name: 'Drawing',
  drawings: [{ id: drawing, hold: 1, strokes: [] }],
  rate: 12,
  after: 'loop',
  boil: null,
  trace: null,
});

/** Three versions at eight a second, which reads as a steady hand on a lively day. */
export const createBoil = (stack: Stack): Boil => ({
  versions: 3,
  rate: 8,
  strength: Math.max(1, Math.round(stack.height / 360)),
  scale: Math.max(8, Math.round(stack.height / 18)),
  seed: 1,
});

/** A group about a point, which is where it is placed and what it turns about. */
export const createGroup = (
  id: string,
  stack: Stack,
  centre: { readonly x: number; readonly y: number },
): GroupLayer => ({
  ...newLayer(id, stack),
  kind: 'group',
  name: 'Group',
  place: { ...placeAt(centre.x, centre.y), anchorX: centre.x, anchorY: centre.y },
});

/** A move with its kind's own starting values, cued at `frame`. */
export function createMove(
  id: string,
  kindName: string,
  phase: Phase,
  frame: number,
  length: number,
): Move {
  const kind = moveKind(kindName);
  return {
    id,
    kind: kindName,
    phase,
    length: kind.stepwise ? 1 : length,
    easing: kind.easing,
    params: Object.fromEntries(kind.params.map((param) => [param.name, param.initial[phase]])),
    spread: { over: kind.stepwise ? 'letters' : 'whole', order: 'forward', gap: 2, seed: 1 },
    cue: { kind: 'at', frame },
    swapped: false,
    letter: null,
    path: kind.draws ? firstPath(phase) : [],
  };
}

/** A curve that comes from the upper left, or leads on to the upper right. */
function firstPath(phase: Phase): readonly PathPoint[] {
  const point = (x: number, y: number, outX: number, outY: number): PathPoint => ({
    x,
    y,
    inX: -outX,
    inY: -outY,
    outX,
    outY,
  });
  const home = point(0, 0, 120, 0);
  if (phase === 'arrive') return [point(-500, -500, 0, 200), home];
  return [home, point(500, phase === 'leave' ? -500 : -200, 60, -200)];
}

/** Footage that fills a landing's canvas for its whole length, and cannot be grasped by mistake. */
export function createBase(id: string, landing: Landing, footage: Footage): FootageLayer {
  const { width, height } = landing;
  const layer = { ...createFootageLayer(id, landing, footage), locked: true, width, height };
  return layer.kind === 'clip' ? { ...layer, time: { ...WHOLE_CLIP, after: 'hold' } } : layer;
}

/**
 * An overlay, a clip or a still to lie over a landing, for as long as it lasts by itself; a clip
 * without alpha has a key from the start.
 */
export function createLanded(id: string, landing: Landing, source: Overlay | Footage): Layer {
  if (source.kind === 'overlay') {
    const to = convertLength(source.length, source.rate, landing.rate);
    return { ...createNested(id, landing, source), to, after: 'nothing' };
  }
  const layer = createFootageLayer(id, landing, source);
  if (layer.kind === 'picture') return layer;
  return {
    ...layer,
    to: Math.max(1, secondsToFrames(source.duration, landing.rate)),
    time: { ...WHOLE_CLIP, after: 'nothing' },
    key: source.alpha ? null : DEFAULT_KEY,
  };
}
