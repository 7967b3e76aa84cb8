import type { Rate } from '../time';
import { DEFAULT_FONT } from '../text/fonts';
import { moveKind } from '../motion/moves';
import { NEUTRAL } from '../scene/look';
import { shapeKind } from '../scene/shapeKinds';
import {
  DOCUMENT_VERSION,
  type Boil,
  type ClipTime,
  type Edges,
  type Fill,
  type Footage,
  type FootageLayer,
  type GroupLayer,
  type InkLayer,
  type ItemSource,
  type KeySettings,
  type Landing,
  type LandingItem,
  type LayerPlace,
  type Move,
  type Overlay,
  type OverlayLayer,
  type PathPoint,
  type Phase,
  type ShapeLayer,
  type Sides,
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

export const createLanding = (
  { id, created }: Stamp,
  name: string,
  base: Footage | null,
): Landing => {
  const rate = base?.rate ?? RATE_30;
  return {
    kind: 'landing',
    version: DOCUMENT_VERSION,
    id,
    created,
    name,
    width: base ? even(base.width) : 1920,
    height: base ? even(base.height) : 1080,
    rate,
    length: base?.rate ? Math.max(1, Math.round((base.duration * rate.num) / rate.den)) : 150,
    base: base?.id ?? null,
    items: [],
  };
};

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
});

export const solid = (colour: string, opacity = 1): Fill => ({ kind: 'colour', colour, opacity });

export const WHOLE_CLIP: ClipTime = { in: 0, out: null, speed: 1, after: 'loop', skips: [] };

const newLayer = (id: string, overlay: Overlay) => ({
  id,
  hidden: false,
  locked: false,
  group: null,
  place: placeAt(overlay.width / 2, overlay.height / 2),
  opacity: 1,
  blend: 'normal' as const,
  from: 0,
  to: overlay.length,
  moves: [],
  keyframes: {},
  shadow: null,
  glow: null,
  effects: NEUTRAL,
  edges: NO_EDGES,
  fade: null,
  mask: null,
  reflection: null,
});

const newOutline = { border: null, wall: null, piece: null, boil: null } as const;

export const createWords = (id: string, overlay: Overlay, text: string): WordsLayer => ({
  ...newLayer(id, overlay),
  ...newOutline,
  kind: 'words',
  name: text,
  text,
  font: DEFAULT_FONT,
  size: Math.round(overlay.height / 9),
  letterSpacing: 0,
  lineSpacing: 1.2,
  align: 'centre',
  fill: solid('#ffffff'),
  letters: [],
  counter: null,
});

export function createShape(id: string, overlay: Overlay, shape: string): ShapeLayer {
  const kind = shapeKind(shape);
  const width = Math.max(1, Math.round(kind.size.width * overlay.height));
  const height = Math.max(1, Math.round(kind.size.height * overlay.height));
  return {
    ...newLayer(id, overlay),
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
export function createFootageLayer(id: string, overlay: Overlay, footage: Footage): FootageLayer {
  const shrink = Math.min(1, overlay.width / footage.width, overlay.height / footage.height);
  const base = {
    ...newLayer(id, overlay),
    name: footage.name,
    footage: footage.id,
    width: Math.max(1, Math.round(footage.width * shrink)),
    height: Math.max(1, Math.round(footage.height * shrink)),
    fit: 'cover' as const,
    border: null,
    key: null,
  };
  return footage.type === 'video'
    ? { ...base, kind: 'clip', time: WHOLE_CLIP }
    : { ...base, kind: 'picture' };
}

/** Another overlay, live, made to fit the canvas when it is larger. */
export function createNested(id: string, overlay: Overlay, nested: Overlay): OverlayLayer {
  const layer = newLayer(id, overlay);
  const scale = Math.min(1, overlay.width / nested.width, overlay.height / nested.height);
  return {
    ...layer,
    kind: 'overlay',
    name: nested.name,
    overlay: nested.id,
    after: 'hold',
    place: { ...layer.place, scale },
  };
}

/** Drawings a second that are offered. */
export const DRAWING_RATES = [6, 8, 12, 24] as const;

/** Nothing drawn yet. */
export const createInk = (id: string, overlay: Overlay, drawing: string): InkLayer => ({
  ...newLayer(id, overlay),
  kind: 'ink',
  name: 'Drawing',
  drawings: [{ id: drawing, hold: 1, strokes: [] }],
  rate: 12,
  after: 'loop',
  boil: null,
  trace: null,
});

/** Three versions at eight a second, which reads as a steady hand on a lively day. */
export const createBoil = (overlay: Overlay): Boil => ({
  versions: 3,
  rate: 8,
  strength: Math.max(1, Math.round(overlay.height / 360)),
  scale: Math.max(8, Math.round(overlay.height / 18)),
  seed: 1,
});

/** A group about a point, which is where it is placed and what it turns about. */
export const createGroup = (
  id: string,
  overlay: Overlay,
  centre: { readonly x: number; readonly y: number },
): GroupLayer => ({
  ...newLayer(id, overlay),
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

export const DEFAULT_KEY: KeySettings = {
  colour: '#00d040',
  tolerance: 0.06,
  softness: 0.7,
  spill: 1,
};

/** An item in the middle of the landing, made to fit its canvas when it is larger. */
export const createItem = (
  id: string,
  name: string,
  source: ItemSource,
  size: { readonly width: number; readonly height: number },
  landing: Landing,
): LandingItem => ({
  id,
  name,
  hidden: false,
  source,
  start: 0,
  place: {
    x: landing.width / 2,
    y: landing.height / 2,
    scale: Math.min(1, landing.width / size.width, landing.height / size.height),
    rotation: 0,
  },
  opacity: 1,
  blend: 'normal',
  key: null,
});
