/** How a picture is freed of its backdrop. Shares are 0 to 1; lengths are pixels of the picture. */

/** What is done to a matte once it is found. */
export interface MatteShape {
  /** Alpha up to this becomes 0. */
  readonly cleanBlack: number;
  /** Alpha from this on becomes 1. */
  readonly cleanWhite: number;
  /** How far edges are drawn in; negative lets them grow. */
  readonly choke: number;
  /** Standard deviation of the blur over edges. */
  readonly feather: number;
}

/** Takes out one colour; tolerance and softness are chroma distances as a share of its own chroma. */
export interface ChromaKey extends MatteShape {
  readonly kind: 'chroma';
  readonly colour: string;
  readonly tolerance: number;
  readonly softness: number;
  readonly spill: number;
}

/** Takes out black or white: what lies within `from` of it is clear, what lies beyond `to` is not. */
export interface LumaKey extends MatteShape {
  readonly kind: 'luma';
  readonly backdrop: 'black' | 'white';
  readonly from: number;
  readonly to: number;
}

/** Art of light on black, such as glows: as clear as it is dark. */
export interface LightKey extends MatteShape {
  readonly kind: 'light';
}

/** Artwork of one or two known colours on a known backdrop: nearly exact when they are true. */
export interface KnownColoursKey extends MatteShape {
  readonly kind: 'known colours';
  readonly colour: string;
  /** One or two. */
  readonly inks: readonly string[];
}

export type KeySettings = ChromaKey | LumaKey | LightKey | KnownColoursKey;

export interface MattePoint {
  readonly x: number;
  readonly y: number;
}

/**
 * A polygon drawn by hand that leaves only what is in it, or only what is not, in pixels of the
 * layer. It is drawn anew at each of its frames, in order, all with equally many points, and goes
 * over from one to the next.
 */
export interface GarbageMatte {
  readonly id: string;
  readonly keep: 'in' | 'out';
  /** Standard deviation of the blur over its edge, in layer pixels. */
  readonly feather: number;
  /** One at least; `frame` is a frame of the document. */
  readonly drawn: readonly { readonly frame: number; readonly points: readonly MattePoint[] }[];
}
