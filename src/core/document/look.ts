/** How layers look, and how footage lies and runs in them. Units are those of `layers.ts`. */

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

/** Seconds of a source. */
export interface TimeRange {
  readonly from: number;
  readonly to: number;
}

/**
 * `in` and `out` are seconds of the source; `out` null means its end. What is in `skips` is left
 * out: ranges in order of time that do not touch.
 */
export interface ClipTime {
  readonly in: number;
  readonly out: number | null;
  readonly speed: number;
  /** From its out point to its in point. */
  readonly reverse: boolean;
  /** Seconds for which the first frame is held; negative ones it has been running for already. */
  readonly lead: number;
  readonly after: AfterEnd;
  /** How often it runs before what follows is over, when it loops or goes back and forth; null: for good. */
  readonly times: number | null;
  /** Seconds over which the end of one round and the start of the next are mixed. */
  readonly seam: number;
  /** Frames that fall between two of the source's are a mix of both. */
  readonly blend: boolean;
  readonly skips: readonly TimeRange[];
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

/**
 * Factors are 1 and the others 0 where nothing is changed. `blur` is a standard deviation, `hue`
 * degrees, `lut` the id of a table of colours that changes them first, by a share.
 */
export interface Effects {
  readonly lut: string | null;
  readonly lutStrength: number;
  readonly blur: number;
  readonly brightness: number;
  readonly contrast: number;
  readonly saturation: number;
  readonly hue: number;
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

/**
 * Drawn anew again and again, a little differently: `versions` of it one after the other, `rate` a
 * second. `strength` is how far lines stray and `scale` how long their waves are, in layer pixels.
 */
export interface Boil {
  readonly versions: number;
  readonly rate: number;
  readonly strength: number;
  readonly scale: number;
  readonly seed: number;
}

/**
 * A see-through look with lines across and an unsteady light. Shares are 0 to 1; `spacing` is layer
 * pixels from line to line, `lines` how dark they are, `flicker` how far the light drops.
 */
export interface Ghost {
  readonly tint: string;
  readonly tintStrength: number;
  readonly opacity: number;
  readonly spacing: number;
  readonly lines: number;
  readonly flicker: number;
  readonly seed: number;
}
