import type {
  Blend,
  Border,
  Effects,
  Footage,
  Glow,
  GradientStop,
  KeySettings,
  Shadow,
  Sides,
} from '../document/types';
import type { Box } from '../geometry/box';
import type { Matrix, Point } from '../geometry/matrix';

/** Path data (SVG's `d`) and the map from its units to scene pixels. */
export interface Outline {
  readonly d: string;
  readonly matrix: Matrix;
  readonly opacity: number;
}

/** Colour stops along a line, or from the middle of a unit circle outwards, mapped by `matrix`. */
export interface Shading {
  readonly from: Point;
  readonly to: Point;
  readonly radial: boolean;
  readonly stops: readonly GradientStop[];
  readonly matrix: Matrix;
}

/** What an outline is filled with; a picture is cut to the outline. */
export type SceneFill =
  | { readonly kind: 'colour'; readonly colour: string; readonly opacity: number }
  | { readonly kind: 'shading'; readonly shading: Shading; readonly opacity: number }
  | { readonly kind: 'picture'; readonly picture: PictureItem; readonly opacity: number };

/** Outlines that share one look: shadows lie under all of them, then borders, then fills. */
export interface ArtworkItem {
  readonly kind: 'artwork';
  readonly outlines: readonly Outline[];
  readonly fill: SceneFill;
  readonly border: Border | null;
  readonly shadow: Shadow | null;
  readonly glow: Glow | null;
  /** Fills everything but the outlines, over this many scene pixels. */
  readonly wall: {
    readonly colour: string;
    readonly opacity: number;
    readonly width: number;
    readonly height: number;
  } | null;
  /** How much the place enlarges border, shadow and glow. */
  readonly enlargement: number;
  readonly opacity: number;
  readonly blend: Blend;
}

/** A frame of footage, or a still; `key` removes its key colour first. */
export interface PictureItem {
  readonly kind: 'picture';
  readonly footage: Footage;
  readonly seconds: number;
  /** Another frame of it that is mixed in, by a share. */
  readonly mix: { readonly seconds: number; readonly share: number } | null;
  readonly key: KeySettings | null;
  readonly width: number;
  readonly height: number;
  /** From picture pixels to scene pixels. */
  readonly matrix: Matrix;
  readonly opacity: number;
  readonly blend: Blend;
}

/** Leaves of a picture only what lies in it. */
export type Mask =
  | {
      readonly kind: 'box';
      readonly box: Box;
      readonly feather: Sides;
      readonly radius: number;
      readonly matrix: Matrix;
    }
  | { readonly kind: 'path'; readonly d: string; readonly matrix: Matrix }
  | {
      readonly kind: 'polygon';
      readonly d: string;
      readonly matrix: Matrix;
      /** Leaves what is not in it. */
      readonly inverted: boolean;
      /** Standard deviation of the blur over its edge, scene pixels. */
      readonly feather: number;
    }
  | {
      /** Leaves of a path what fades out towards its outline, over some of its own pixels. */
      readonly kind: 'outline';
      readonly d: string;
      readonly matrix: Matrix;
      readonly feather: number;
    }
  | {
      /** Darker lines across a box. */
      readonly kind: 'lines';
      readonly box: Box;
      readonly spacing: number;
      readonly strength: number;
      readonly matrix: Matrix;
    }
  | { readonly kind: 'shading'; readonly shading: Shading }
  | {
      readonly kind: 'items';
      readonly items: readonly DrawItem[];
      readonly by: 'alpha' | 'luma';
      readonly inverted: boolean;
    };

/** Items laid in as one picture, masked, changed in look and mapped. */
export interface GroupItem {
  readonly kind: 'group';
  readonly items: readonly DrawItem[];
  readonly matrix: Matrix;
  /** The items' own canvas, beyond which nothing shows; null for none. */
  readonly canvas: { readonly width: number; readonly height: number } | null;
  /** In the pixels of what the group lies in. */
  readonly masks: readonly Mask[];
  readonly effects: Effects | null;
  readonly shadow: Shadow | null;
  readonly glow: Glow | null;
  /** How much the place enlarges blur, shadow and glow. */
  readonly enlargement: number;
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

/** A group that changes nothing by itself. */
export const plainGroup = (items: readonly DrawItem[], matrix: Matrix): GroupItem => ({
  kind: 'group',
  items,
  matrix,
  canvas: null,
  masks: [],
  effects: null,
  shadow: null,
  glow: null,
  enlargement: 1,
  opacity: 1,
  blend: 'normal',
});
