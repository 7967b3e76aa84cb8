import type { Easing } from '../motion/easings';

/**
 * What an overlay is made of. Lengths and times are whole frames at the overlay's own rate unless
 * said otherwise; lengths in space are document pixels; shares and opacities are 0 to 1.
 */

/** Degrees are clockwise, positions are document pixels from the top left corner. */
export interface Place {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
  readonly rotation: number;
}

export interface LayerPlace extends Place {
  /** Width's scale as a multiple of the height's: 1 keeps the shape. */
  readonly stretch: number;
  /** The point in layer pixels that lies at x, y and about which it is scaled and turned. */
  readonly anchorX: number;
  readonly anchorY: number;
}

/** A colour at a share of a gradient's way. */
export interface GradientStop {
  readonly at: number;
  readonly colour: string;
  readonly opacity: number;
}

/**
 * Over a box: linear from edge to edge along `angle` (0° to the right, 90° down), radial from the
 * middle to the ellipse that touches the box's sides.
 */
export interface Gradient {
  readonly kind: 'linear' | 'radial';
  readonly angle: number;
  readonly stops: readonly GradientStop[];
}

/** How footage lies in a box: covers it, fits in it, or is pulled to its shape. */
export type Fit = 'cover' | 'fit' | 'pull';

/** What a clip does once its out point is reached. */
export type AfterEnd = 'hold' | 'loop' | 'back and forth' | 'nothing';

/** `in` and `out` are seconds of the source; `out` null means its end. */
export interface ClipTime {
  readonly in: number;
  readonly out: number | null;
  readonly speed: number;
  readonly after: AfterEnd;
}

/** `#rrggbb`; with opacity 0 there is no fill. */
export type Fill =
  | { readonly kind: 'colour'; readonly colour: string; readonly opacity: number }
  | { readonly kind: 'gradient'; readonly gradient: Gradient; readonly opacity: number }
  | {
      readonly kind: 'footage';
      readonly footage: string;
      readonly fit: Fit;
      /** Stays where it is on the canvas while the outline moves over it. */
      readonly pinned: boolean;
      readonly time: ClipTime;
      readonly opacity: number;
    };

/** `width` lies wholly outside the outline, wholly inside, or half and half. */
export interface Border {
  readonly colour: string;
  readonly width: number;
  readonly side: 'inside' | 'centre' | 'outside';
}

/** `blur` is twice the Gaussian's standard deviation. */
export interface Shadow {
  readonly colour: string;
  readonly opacity: number;
  readonly dx: number;
  readonly dy: number;
  readonly blur: number;
}

export interface Glow {
  readonly colour: string;
  readonly opacity: number;
  readonly blur: number;
}

/** A colour over the whole canvas, with the layer cut out of it. */
export interface Wall {
  readonly colour: string;
  readonly opacity: number;
}

/** Separable and non-separable blends of the W3C compositing specification, and two of light. */
export const BLENDS = [
  'normal',
  'multiply',
  'screen',
  'overlay',
  'darken',
  'lighten',
  'color dodge',
  'color burn',
  'hard light',
  'soft light',
  'difference',
  'exclusion',
  'hue',
  'saturation',
  'color',
  'luminosity',
  'linear burn',
  'add',
] as const;
export type Blend = (typeof BLENDS)[number];

/** Factors are 1 and blur and tint are 0 where nothing is changed. `blur` is a standard deviation. */
export interface Effects {
  readonly blur: number;
  readonly brightness: number;
  readonly contrast: number;
  readonly saturation: number;
  readonly tint: string;
  readonly tintStrength: number;
}

export const SIDES = ['left', 'top', 'right', 'bottom'] as const;
export type Side = (typeof SIDES)[number];
export type Sides = Readonly<Record<Side, number>>;

/** `crop` is shares of the layer's box; `feather` and `radius` are layer pixels. */
export interface Edges {
  readonly crop: Sides;
  readonly feather: Sides;
  readonly radius: number;
}

/** How much is left at a share of a fade's way. */
export interface FadeStop {
  readonly at: number;
  readonly opacity: number;
}

/** A gradient mask over the layer's box; `shift` moves all stops along, as a share of the way. */
export interface Fade {
  readonly kind: 'linear' | 'radial';
  readonly angle: number;
  readonly shift: number;
  readonly stops: readonly FadeStop[];
}

/** Shows the layer only where another one is; that one is then no picture of its own. */
export interface LayerMask {
  readonly layer: string;
  readonly by: 'alpha' | 'luma';
  readonly inverted: boolean;
}

/** A mirror image under the layer that fades out; `gap` and `length` are layer pixels. */
export interface Reflection {
  readonly gap: number;
  readonly length: number;
  readonly opacity: number;
}

export interface BoxSides {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/**
 * A layer that was split off another one. Pieces of the same origin are drawn as one while they
 * rest; `box` is the origin's box in this layer's pixels, which gradients and edges go by; `cut`
 * keeps one side of a line through x, y: the side that lies clockwise of `angle`; `before` and
 * `after` are what the line said around these words, which joined and alternate letters go by.
 */
export interface Piece {
  readonly of: string;
  readonly box: BoxSides;
  readonly cut: { readonly x: number; readonly y: number; readonly angle: number } | null;
  readonly before: string;
  readonly after: string;
}

export type Phase = 'arrive' | 'stay' | 'leave';

/** When a move starts; `frame`, `offset` and `gap` are frames. */
export type Cue =
  | { readonly kind: 'at'; readonly frame: number }
  | { readonly kind: 'alongside'; readonly move: string; readonly offset: number }
  | { readonly kind: 'after'; readonly move: string; readonly gap: number };

export type SpreadOver = 'whole' | 'letters' | 'words' | 'lines';
export type SpreadOrder = 'forward' | 'backward' | 'centre' | 'edges' | 'shuffled';

/** `gap` is the frames between one unit's start and the next one's; it may be a fraction. */
export interface Spread {
  readonly over: SpreadOver;
  readonly order: SpreadOrder;
  readonly gap: number;
  readonly seed: number;
}

/** A point of a curve with its two handles, as offsets from it. */
export interface PathPoint {
  readonly x: number;
  readonly y: number;
  readonly inX: number;
  readonly inY: number;
  readonly outX: number;
  readonly outY: number;
}

export interface Move {
  readonly id: string;
  readonly kind: string;
  readonly phase: Phase;
  /** Frames one unit takes. */
  readonly length: number;
  readonly easing: Easing;
  readonly params: Readonly<Record<string, number>>;
  readonly spread: Spread;
  readonly cue: Cue;
  /** A stay move that runs from its end to its start. */
  readonly swapped: boolean;
  /** The one letter it is for; null for all that have none of their own in its phase. */
  readonly letter: number | null;
  /** For moves along a path: its points, as offsets in document pixels from where the layer rests. */
  readonly path: readonly PathPoint[];
}

/** The easing leads from this keyframe to the next one. */
export interface Keyframe {
  readonly frame: number;
  readonly value: number;
  readonly easing: Easing;
}

interface LayerBase {
  readonly id: string;
  readonly name: string;
  readonly hidden: boolean;
  readonly locked: boolean;
  /** The group it is in; null at the top. */
  readonly group: string | null;
  readonly place: LayerPlace;
  readonly opacity: number;
  readonly blend: Blend;
  /** First frame and frame after the last; an arrive or leave move overrides its end. */
  readonly from: number;
  readonly to: number;
  readonly moves: readonly Move[];
  /** By channel name, in order of time. */
  readonly keyframes: Readonly<Record<string, readonly Keyframe[]>>;
  readonly shadow: Shadow | null;
  readonly glow: Glow | null;
  readonly effects: Effects;
  readonly edges: Edges;
  readonly fade: Fade | null;
  readonly mask: LayerMask | null;
  readonly reflection: Reflection | null;
}

interface OutlineLook {
  readonly fill: Fill;
  readonly border: Border | null;
  readonly wall: Wall | null;
  readonly piece: Piece | null;
}

export type Align = 'left' | 'centre' | 'right';

/** One letter's own look and place; null keeps the layer's. `delay` is frames. */
export interface LetterLook {
  readonly index: number;
  readonly fill: Fill | null;
  readonly border: Border | null;
  readonly scale: number;
  readonly dx: number;
  readonly dy: number;
  readonly rotation: number;
  readonly delay: number;
}

/** Counts from one number to another; `#` in the words stands for it. */
export interface Counter {
  readonly from: number;
  readonly to: number;
  readonly decimals: number;
  readonly start: number;
  readonly length: number;
  readonly easing: Easing;
}

/** The anchor's origin is the middle of the box's height, at its left, centre or right by `align`. */
export interface WordsLayer extends LayerBase, OutlineLook {
  readonly kind: 'words';
  readonly text: string;
  readonly font: string;
  readonly size: number;
  /** Document pixels added after each letter. */
  readonly letterSpacing: number;
  /** Multiple of the font size from baseline to baseline. */
  readonly lineSpacing: number;
  readonly align: Align;
  /** In order of index. */
  readonly letters: readonly LetterLook[];
  readonly counter: Counter | null;
}

/** The anchor's origin is the middle of the shape. */
export interface ShapeLayer extends LayerBase, OutlineLook {
  readonly kind: 'shape';
  readonly shape: string;
  readonly width: number;
  readonly height: number;
  readonly params: Readonly<Record<string, number>>;
  /** For a free path: its points from the middle of the shape. */
  readonly points: readonly PathPoint[];
}

interface FootageBox extends LayerBase {
  /** Null until one is chosen. */
  readonly footage: string | null;
  readonly width: number;
  readonly height: number;
  readonly fit: Fit;
  readonly border: Border | null;
}

/** A still in a box; the anchor's origin is its middle. */
export interface PictureLayer extends FootageBox {
  readonly kind: 'picture';
}

/** Moving footage in a box; the anchor's origin is its middle. */
export interface ClipLayer extends FootageBox {
  readonly kind: 'clip';
  readonly time: ClipTime;
}

/** Layers that move as one; they name it as their group. Its pixels are the document's. */
export interface GroupLayer extends LayerBase {
  readonly kind: 'group';
}

/** Another overlay, live; the anchor's origin is its middle. */
export interface OverlayLayer extends LayerBase {
  readonly kind: 'overlay';
  readonly overlay: string;
  readonly after: AfterEnd;
}

/** Layers drawn from outlines. */
export type OutlineLayer = WordsLayer | ShapeLayer;
/** Layers that show footage in a box. */
export type FootageLayer = PictureLayer | ClipLayer;

export type Layer = OutlineLayer | FootageLayer | GroupLayer | OverlayLayer;
