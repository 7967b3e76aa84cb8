import type { Field } from '../fields';
import type { LayerKind } from '../../layerKinds';
import { blend } from './blend';
import { boil } from './boil';
import { border } from './border';
import { clipTime } from './clipTime';
import { counter } from './counter';
import { edges } from './edges';
import { effects } from './effects';
import { fade } from './fade';
import { fill } from './fill';
import { footage, footageFit, sound } from './footage';
import { ghost } from './ghost';
import { glow } from './glow';
import { group, hidden, layerId, layerName, locked } from './identity';
import { afterDrawings, drawingRate, drawings, trace } from './ink';
import { key } from './key';
import { keyframesOf } from './keyframes';
import { letters } from './letters';
import { mask } from './mask';
import { mattes } from './mattes';
import { moves } from './moves';
import { afterOverlay, backdrop, lead, overlay } from './nested';
import { opacity } from './opacity';
import { piece } from './piece';
import { place } from './place';
import { reflection } from './reflection';
import { shadow } from './shadow';
import { height, params, points, shapeKindName, width } from './shape';
import { from, preroll, to } from './span';
import { softOutline } from './softOutline';
import type { Property } from './types';
import { wall } from './wall';
import { align, font, letterSpacing, lineSpacing, size, text } from './words';

/** All properties but the one that tells which of the others' numbers are driven by keyframes. */
const DRIVEN = [
  layerId,
  layerName,
  hidden,
  locked,
  group,
  place,
  opacity,
  blend,
  from,
  to,
  preroll,
  moves,
  shadow,
  glow,
  effects,
  edges,
  softOutline,
  fade,
  mask,
  reflection,
  ghost,
  fill,
  border,
  wall,
  piece,
  boil,
  text,
  font,
  size,
  letterSpacing,
  lineSpacing,
  align,
  letters,
  counter,
  width,
  height,
  shapeKindName,
  params,
  points,
  footage,
  footageFit,
  key,
  mattes,
  clipTime,
  sound,
  overlay,
  afterOverlay,
  backdrop,
  lead,
  drawings,
  drawingRate,
  afterDrawings,
  trace,
] as const;

const channelNames = DRIVEN.flatMap(({ channels }: AnyProperty) =>
  (channels ?? []).map(({ name }) => name),
);

/** All properties of layers; a new one is one file and one entry above. */
export const PROPERTIES = [...DRIVEN, keyframesOf(channelNames)] as const;

type Declared = (typeof PROPERTIES)[number];

type OfKind<P, K extends LayerKind> = P extends { readonly kinds: readonly (infer Kinds)[] }
  ? K extends Kinds
    ? P
    : never
  : never;

type TypeOf<P> = P extends { readonly schema: Field<infer T> } ? T : never;

/** A layer of one kind, with all properties that are declared for it. */
export type LayerOf<K extends LayerKind> = { readonly kind: K } & {
  readonly [P in OfKind<Declared, K> as P['name']]: TypeOf<P>;
};

/** A property whose type is not known here. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export type AnyProperty = Property<string, LayerKind, any>;

export type { Canvas, TimeMap } from './types';
