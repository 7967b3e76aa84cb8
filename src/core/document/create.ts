import { convertLength, perSecond, secondsToFrames, type Rate } from '../time';
import type { PathPoint } from '../geometry/path';
import { moveKind } from '../moves';
import { shapeKind } from '../shapes';
import { LIMITS, RATE_LIMIT } from './fields';
import { nameWithinLimits } from './withinLimits';
import { newLayer } from './layerParts';
import {
  CANVAS_LIMIT,
  DOCUMENT_VERSION,
  placeAt,
  solid,
  WHOLE_CLIP,
  type Backdrop,
  type ClipTime,
  type Cut,
  type Footage,
  type FootageLayer,
  type GroupLayer,
  type InkLayer,
  type Landing,
  type Layer,
  type LayerPlace,
  type Loudness,
  type Move,
  type Overlay,
  type OverlayLayer,
  type Phase,
  type ShapeLayer,
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

const RATE_30: Rate = { num: 30, den: 1 };

export interface Stamp {
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

/**
 * A landing in the size, rate and length of the footage at its bottom, or as near to them as a landing can be.
 */
export function createLanding({ id, created }: Stamp, name: string, base: Footage | null): Landing {
  const rate = base?.rate ? rateWithinLimits(base.rate) : RATE_30;
  const { width, height } = base ? canvasOf(base) : { width: 1920, height: 1080 };
  const landing: Landing = {
    kind: 'landing',
    version: DOCUMENT_VERSION,
    id,
    created,
    name,
    width,
    height,
    rate,
    length: base?.rate ? lengthOf(base, rate) : 150,
    backdrop: BLACK,
    layers: [],
    sounds: [],
  };
  return base ? { ...landing, layers: [createBase('base', landing, base)] } : landing;
}

/** Footage's rate, divided or multiplied by a whole number where it is out of what is made here. */
function rateWithinLimits(rate: Rate): Rate {
  if (perSecond(rate) > RATE_LIMIT.max) {
    return { ...rate, den: rate.den * Math.ceil(perSecond(rate) / RATE_LIMIT.max) };
  }
  if (perSecond(rate) >= RATE_LIMIT.min) return rate;
  return { ...rate, num: rate.num * Math.ceil(RATE_LIMIT.min / perSecond(rate)) };
}

const lengthOf = ({ duration }: Footage, rate: Rate): number =>
  Math.min(LIMITS.frames, Math.max(1, secondsToFrames(duration, rate)));

/** Even sizes, which H.264 in 4:2:0 needs, in the shape of the footage and within what a canvas can be. */
export function canvasOf({ width, height }: Pick<Footage, 'width' | 'height'>): {
  width: number;
  height: number;
} {
  const scale = Math.min(1, CANVAS_LIMIT.max / Math.max(width, height));
  const side = (length: number) => Math.max(CANVAS_LIMIT.min, even(Math.round(length * scale)));
  return { width: side(width), height: side(height) };
}

const even = (value: number) => value - (value % 2);

export const PLAIN_SOUND: Loudness = { gain: 0, fadeIn: 0, fadeOut: 0 };

/** What words say that wait to be typed over. */
export const NEW_WORDS = 'New words';

export const createWords = (id: string, stack: Stack, text = NEW_WORDS): WordsLayer => ({
  ...newLayer('words', id, stack),
  name: nameWithinLimits(text),
  text,
});

export function createShape(id: string, stack: Stack, shape: string): ShapeLayer {
  const kind = shapeKind(shape);
  const width = Math.max(1, Math.round(kind.size.width * stack.height));
  const height = Math.max(1, Math.round(kind.size.height * stack.height));
  return {
    ...newLayer('shape', id, stack),
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
  const layer = newLayer(footage.type === 'video' ? 'clip' : 'picture', id, stack);
  const { place, width, height } = footage.cut
    ? cutBack(layer.place, stack, footage, footage.cut)
    : {
        place: layer.place,
        width: footage.width * shrink,
        height: footage.height * shrink,
      };
  return {
    ...layer,
    place,
    ...(layer.kind === 'clip' ? { time: timeOf(footage, WHOLE_CLIP.after) } : {}),
    name: footage.name,
    footage: footage.id,
    width: Math.max(1, Math.round(width)),
    height: Math.max(1, Math.round(height)),
  };
}

/** A clip runs as often as its file says; where that says nothing, something follows its one run. */
const timeOf = ({ plays }: Footage, after: ClipTime['after']): ClipTime =>
  plays === null
    ? { ...WHOLE_CLIP, after }
    : { ...WHOLE_CLIP, after: 'loop', times: plays === 0 ? null : plays };

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
  const layer = newLayer('overlay', id, stack);
  const scale = Math.min(1, stack.width / nested.width, stack.height / nested.height);
  return {
    ...layer,
    name: nested.name,
    overlay: nested.id,
    place: { ...layer.place, scale },
  };
}

/** Drawings a second that are offered. */
export const DRAWING_RATES = [6, 8, 12, 24] as const;

/** Nothing drawn yet. */
export const createInk = (id: string, stack: Stack, drawing: string): InkLayer => ({
  ...newLayer('ink', id, stack),
  name: 'Drawing',
  drawings: [{ id: drawing, hold: 1, strokes: [] }],
});

/** A group about a point, which is where it is placed and what it turns about. */
export const createGroup = (
  id: string,
  stack: Stack,
  centre: { readonly x: number; readonly y: number },
): GroupLayer => ({
  ...newLayer('group', id, stack),
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
    stagger: { over: kind.stepwise ? 'letters' : 'whole', order: 'forward', gap: 2, seed: 1 },
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

/** Footage that fills a landing's canvas for its whole length, heard, and not grasped by mistake. */
export function createBase(id: string, landing: Landing, footage: Footage): FootageLayer {
  const { width, height } = landing;
  const layer = { ...createFootageLayer(id, landing, footage), locked: true, width, height };
  return layer.kind === 'clip'
    ? { ...layer, time: timeOf(footage, 'hold'), sound: PLAIN_SOUND }
    : layer;
}

/** An overlay, a clip or a still to lie over a landing, for as long as it lasts by itself. */
export function createLanded(id: string, landing: Landing, source: Overlay | Footage): Layer {
  if (source.kind === 'overlay') {
    const to = convertLength(source.length, source.rate, landing.rate);
    return { ...createNested(id, landing, source), to, after: 'nothing' };
  }
  const layer = createFootageLayer(id, landing, source);
  if (layer.kind === 'picture') return layer;
  return {
    ...layer,
    to: source.plays === 0 ? layer.to : ownFrames(source, landing),
    time: timeOf(source, 'nothing'),
  };
}

/** Frames of a landing that footage lasts by itself. */
const ownFrames = ({ duration, plays }: Footage, { rate }: Landing): number =>
  Math.min(LIMITS.frames, Math.max(1, secondsToFrames(duration * (plays ?? 1), rate)));
