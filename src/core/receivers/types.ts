import type { Rgb } from '../colour';
import type { Codec, Medium } from '../formats';

/** How a receiver lays what it read over the footage. */
export type Laying =
  /** By the file's own alpha. */
  | { readonly kind: 'alpha' }
  /** As it is: what is clear in the file is black. */
  | { readonly kind: 'solid' }
  /** Keys out one of its own colours, the one nearest to the file's corners, with fixed strength. */
  | {
      readonly kind: 'fixed key';
      readonly colours: readonly Rgb[];
      readonly tolerance: number;
      readonly softness: number;
    }
  /** Keys out the colour of the file's corners, with whichever of its tolerances works best. */
  | {
      readonly kind: 'picked key';
      readonly tolerances: readonly number[];
      readonly softness: number;
    }
  /** By blend modes, the better one of them. */
  | { readonly kind: 'blend'; readonly modes: readonly ('screen' | 'multiply')[] };

/** A stand-in for an outside program that takes a sent file and lays it over footage. */
export interface Receiver {
  readonly id: string;
  readonly label: string;
  /** What it does with a file, and what it cannot do. */
  readonly does: string;
  /** The codecs that it opens, by what the file is. */
  readonly reads: Readonly<Partial<Record<Medium, readonly Codec[]>>>;
  readonly laying: Laying;
  /** Whether a file can be placed and resized once it is in; if not, it fills the frame. */
  readonly places: boolean;
  /** How many files can lie over the footage: with one, no other overlay lies under it. */
  readonly tracks: 'one' | 'many';
  /** Longest width and height it keeps; null for any. */
  readonly largest: { readonly width: number; readonly height: number } | null;
}
