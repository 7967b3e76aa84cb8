import type { Blend, Border, Fill, KeySettings, Shadow } from '../document/types';
import type { Matrix } from './matrix';

/** Path data (SVG's `d`) and the map from its units to scene pixels. */
export interface Outline {
  readonly d: string;
  readonly matrix: Matrix;
  readonly opacity: number;
}

/** Outlines that share one look: shadows lie under all of them, then borders, then fills. */
export interface ArtworkItem {
  readonly kind: 'artwork';
  readonly outlines: readonly Outline[];
  readonly fill: Fill;
  readonly border: Border | null;
  readonly shadow: Shadow | null;
  /** How much the place enlarges border and shadow. */
  readonly enlargement: number;
  readonly opacity: number;
  readonly blend: Blend;
}

/** A frame of footage, or a still; `key` removes its key colour first. */
export interface PictureItem {
  readonly kind: 'picture';
  readonly footage: string;
  readonly seconds: number;
  readonly key: KeySettings | null;
  readonly width: number;
  readonly height: number;
  /** From picture pixels to scene pixels. */
  readonly matrix: Matrix;
  readonly opacity: number;
  readonly blend: Blend;
}

/** A scene within a scene, cut to its own canvas and laid in as one picture. */
export interface GroupItem {
  readonly kind: 'group';
  readonly width: number;
  readonly height: number;
  readonly items: readonly DrawItem[];
  readonly matrix: Matrix;
  readonly opacity: number;
  readonly blend: Blend;
}

export type DrawItem = ArtworkItem | PictureItem | GroupItem;

/** Everything to draw for one frame, bottom first; `backdrop` is a colour, or null when clear. */
export interface Scene {
  readonly width: number;
  readonly height: number;
  readonly backdrop: string | null;
  readonly items: readonly DrawItem[];
}
