import type { Rate } from '../time';
import type { Easing } from '../motion/easings';

/** All lengths and times are whole frames at the document's own rate unless said otherwise. */

export const DOCUMENT_VERSION = 1;

/** Degrees are clockwise, positions are document pixels from the top left corner. */
export interface Place {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
  readonly rotation: number;
}

/** `#rrggbb`; opacity is 0 to 1. */
export interface Fill {
  readonly colour: string;
  readonly opacity: number;
}

/** Drawn outside the outline, `width` in document pixels. */
export interface Border {
  readonly colour: string;
  readonly width: number;
}

/** `dx`, `dy` and `blur` in document pixels; blur is twice the Gaussian's standard deviation. */
export interface Shadow {
  readonly colour: string;
  readonly opacity: number;
  readonly dx: number;
  readonly dy: number;
  readonly blur: number;
}

export type Backdrop =
  { readonly kind: 'clear' } | { readonly kind: 'key'; readonly colour: string };

export type Blend = 'normal' | 'multiply' | 'screen';

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
}

interface LayerBase {
  readonly id: string;
  readonly name: string;
  readonly hidden: boolean;
  readonly place: Place;
  readonly opacity: number;
  readonly blend: Blend;
  /** First frame and frame after the last; an arrive or leave move overrides its end. */
  readonly from: number;
  readonly to: number;
  readonly moves: readonly Move[];
  readonly fill: Fill;
  readonly border: Border | null;
  readonly shadow: Shadow | null;
}

export type Align = 'left' | 'centre' | 'right';

/** The place's point is the middle of the box's height, at its left, centre or right by `align`. */
export interface WordsLayer extends LayerBase {
  readonly kind: 'words';
  readonly text: string;
  readonly font: string;
  readonly size: number;
  /** Document pixels added after each letter. */
  readonly letterSpacing: number;
  /** Multiple of the font size from baseline to baseline. */
  readonly lineSpacing: number;
  readonly align: Align;
}

/** The place's point is the middle of the shape. */
export interface ShapeLayer extends LayerBase {
  readonly kind: 'shape';
  readonly shape: 'rectangle' | 'ellipse';
  readonly width: number;
  readonly height: number;
  readonly radius: number;
}

export type Layer = WordsLayer | ShapeLayer;

/** A frame of footage to judge against; never exported. `strength` is 0 to 1. */
export interface Guide {
  readonly footage: string;
  readonly seconds: number;
  readonly strength: number;
}

export interface Overlay {
  readonly kind: 'overlay';
  readonly version: number;
  readonly id: string;
  readonly name: string;
  readonly created: number;
  readonly width: number;
  readonly height: number;
  readonly rate: Rate;
  readonly length: number;
  readonly backdrop: Backdrop;
  /** Bottom first. */
  readonly layers: readonly Layer[];
  readonly guide: Guide | null;
}

/** Where the bytes of a media file are kept: under the SHA-256 of its content. */
export interface Media {
  readonly hash: string;
  readonly extension: string;
  readonly bytes: number;
}

export interface Footage {
  readonly kind: 'footage';
  readonly version: number;
  readonly id: string;
  readonly name: string;
  readonly created: number;
  readonly type: 'video' | 'still' | 'sound';
  readonly media: Media;
  /** Pixels as shown; 0 for sound. */
  readonly width: number;
  readonly height: number;
  /** Seconds; 0 for a still. */
  readonly duration: number;
  readonly rate: Rate | null;
  readonly alpha: boolean;
}

/** Tolerance and softness are chroma distances as a share of the key's own chroma; spill is 0 to 1. */
export interface KeySettings {
  readonly colour: string;
  readonly tolerance: number;
  readonly softness: number;
  readonly spill: number;
}

export type ItemSource =
  | { readonly kind: 'overlay'; readonly overlay: string }
  | { readonly kind: 'footage'; readonly footage: string };

export interface LandingItem {
  readonly id: string;
  readonly name: string;
  readonly hidden: boolean;
  readonly source: ItemSource;
  /** Landing frame at which the item's first frame shows. */
  readonly start: number;
  readonly place: Place;
  readonly opacity: number;
  readonly blend: Blend;
  readonly key: KeySettings | null;
}

export interface Landing {
  readonly kind: 'landing';
  readonly version: number;
  readonly id: string;
  readonly name: string;
  readonly created: number;
  readonly width: number;
  readonly height: number;
  readonly rate: Rate;
  readonly length: number;
  /** The footage at the bottom; null until one is chosen. */
  readonly base: string | null;
  /** Bottom first. */
  readonly items: readonly LandingItem[];
}

export interface Kit {
  readonly name: string;
  readonly overlays: readonly Overlay[];
  readonly landings: readonly Landing[];
  readonly footage: readonly Footage[];
}
