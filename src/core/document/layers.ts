import type { Easing } from '../motion/easings';
import type { GarbageMatte, KeySettings } from './key';
import type {
  AfterEnd,
  Blend,
  Boil,
  Border,
  ClipTime,
  Edges,
  Effects,
  Fade,
  Fill,
  Fit,
  Ghost,
  Glow,
  LayerMask,
  Reflection,
  Shadow,
  Wall,
} from './look';
import type { Loudness } from './sound';

export * from './key';
export * from './look';

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
  /** Mirrored left to right, and top to bottom. */
  readonly flipX: boolean;
  readonly flipY: boolean;
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
  readonly ghost: Ghost | null;
}

interface OutlineLook {
  readonly fill: Fill;
  readonly border: Border | null;
  readonly wall: Wall | null;
  readonly piece: Piece | null;
  readonly boil: Boil | null;
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
  /** Frees it of its backdrop. */
  readonly key: KeySettings | null;
  readonly mattes: readonly GarbageMatte[];
}

/** A still in a box; the anchor's origin is its middle. */
export interface PictureLayer extends FootageBox {
  readonly kind: 'picture';
}

/** Moving footage in a box; the anchor's origin is its middle. */
export interface ClipLayer extends FootageBox {
  readonly kind: 'clip';
  readonly time: ClipTime;
  /** The clip's own sound; null keeps it silent. */
  readonly sound: Loudness | null;
}

/** Layers that move as one; they name it as their group. Its pixels are the document's. */
export interface GroupLayer extends LayerBase {
  readonly kind: 'group';
}

/** Another overlay, live; the anchor's origin is its middle. */
export interface OverlayLayer extends LayerBase {
  readonly kind: 'overlay';
  readonly overlay: string;
  /** Or its stay is stretched so that it lasts as long as this layer. */
  readonly after: AfterEnd | 'stretch';
  /** Its backdrop is drawn too, where it has one. */
  readonly backdrop: boolean;
  /** Seconds for which its first frame is held; negative ones it has been running for already. */
  readonly lead: number;
}

/** What a pen leaves from touching down to lifting. */
export interface Stroke {
  readonly id: string;
  readonly brush: string;
  readonly colour: string;
  /** Layer pixels across at a middling pressure. */
  readonly size: number;
  readonly opacity: number;
  /** How much of the hand's tremor is taken out. */
  readonly smoothing: number;
  /** What the line encloses is filled with it; null for a line alone. */
  readonly fill: string | null;
  /** Whether the pen told its pressure; else its speed stands for it. */
  readonly sensed: boolean;
  /** Milliseconds from the end of the stroke before it. */
  readonly pause: number;
  /**
   * Five numbers a point: x and y in layer pixels, pressure, tilt from 0 (upright) to 1 (flat), and
   * milliseconds since the stroke began.
   */
  readonly points: readonly number[];
}

/** One drawing of an ink layer; `hold` is how many of the layer's drawing times it stays. */
export interface Drawing {
  readonly id: string;
  readonly hold: number;
  readonly strokes: readonly Stroke[];
}

/** Words to write over, laid faintly under a drawing on the Draw screen alone. */
export interface Trace {
  readonly text: string;
  readonly font: string;
  readonly size: number;
}

/**
 * Drawn with a pen: one drawing, or several that follow one another as frames. The anchor's origin
 * is the middle of the canvas it was made on.
 */
export interface InkLayer extends LayerBase {
  readonly kind: 'ink';
  /** One at least. */
  readonly drawings: readonly Drawing[];
  /** Drawings a second. */
  readonly rate: number;
  readonly after: AfterEnd;
  readonly boil: Boil | null;
  readonly trace: Trace | null;
}

/** Layers drawn from outlines. */
export type OutlineLayer = WordsLayer | ShapeLayer;
/** Layers that show footage in a box. */
export type FootageLayer = PictureLayer | ClipLayer;

export type Layer = OutlineLayer | FootageLayer | GroupLayer | OverlayLayer | InkLayer;
