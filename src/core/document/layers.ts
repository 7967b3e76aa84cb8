import type { LayerOf } from './properties';

/**
 * What an overlay is made of. Lengths and times are whole frames at the overlay's own rate unless
 * said otherwise; lengths in space are document pixels; shares and opacities are 0 to 1. What a kind
 * of layer has follows from the properties that are declared for it.
 */

/** The anchor's origin is the middle of the box's height, at its left, centre or right by `align`. */
export interface WordsLayer extends LayerOf<'words'> {}

/** The anchor's origin is the middle of the shape. */
export interface ShapeLayer extends LayerOf<'shape'> {}

/** A still in a box; the anchor's origin is its middle. */
export interface PictureLayer extends LayerOf<'picture'> {}

/** Moving footage in a box; the anchor's origin is its middle. */
export interface ClipLayer extends LayerOf<'clip'> {}

/** Layers that move as one; they name it as their group. Its pixels are the document's. */
export interface GroupLayer extends LayerOf<'group'> {}

/** Another overlay, live; the anchor's origin is its middle. */
export interface OverlayLayer extends LayerOf<'overlay'> {}

/**
 * Drawn with a pen: one drawing, or several that follow one another as frames. The anchor's origin
 * is the middle of the canvas it was made on.
 */
export interface InkLayer extends LayerOf<'ink'> {}

/** Layers drawn from outlines. */
export type OutlineLayer = WordsLayer | ShapeLayer;
/** Layers that show footage in a box. */
export type FootageLayer = PictureLayer | ClipLayer;

export type Layer = OutlineLayer | FootageLayer | GroupLayer | OverlayLayer | InkLayer;

export { BLENDS, type Blend } from './properties/blend';
export { createBoil, type Boil } from './properties/boil';
export type { Border } from './properties/border';
export { WHOLE_CLIP, type AfterEnd, type ClipTime, type TimeRange } from './properties/clipTime';
export type { Counter } from './properties/counter';
export { NO_EDGES, SIDES, type Sides } from './properties/edges';
export { NEUTRAL, type Effects } from './properties/effects';
export type { Fade, FadeStop } from './properties/fade';
export { solid, type Fill, type Gradient, type GradientStop } from './properties/fill';
export type { Fit, Loudness } from './properties/footage';
export { createGhost, type Ghost } from './properties/ghost';
export type { Glow } from './properties/glow';
export type { Trace } from './properties/ink';
export type {
  ChromaKey,
  KeySettings,
  KnownColoursKey,
  LumaKey,
  MatteShape,
} from './properties/key';
export type { Keyframe } from './properties/keyframes';
export type { LetterLook } from './properties/letters';
export type { LayerMask } from './properties/mask';
export type { GarbageMatte, MattePoint } from './properties/mattes';
export type { Cue, Move, Stagger } from './properties/moves';
export type { Piece } from './properties/piece';
export { placeAt, type LayerPlace, type Place } from './properties/place';
export type { Reflection } from './properties/reflection';
export type { Shadow } from './properties/shadow';
export type { Wall } from './properties/wall';
export type { Align } from './properties/words';
export type { LayerKind } from '../layerKinds';
export type { Phase, StaggerOrder, StaggerUnit } from '../moves/phases';
export type { Drawing, Stroke } from './values/stroke';
