import type { Rate } from '../time';
import type { Blend, KeySettings, Layer, Place } from './layers';

export * from './layers';

/** All lengths and times are whole frames at the document's own rate unless said otherwise. */

export const DOCUMENT_VERSION = 3;

export type Backdrop =
  { readonly kind: 'clear' } | { readonly kind: 'key'; readonly colour: string };

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
  /** Whether the length follows the artwork: it ends when the last layer has left. */
  readonly lengthFollows: boolean;
  readonly backdrop: Backdrop;
  /** Bottom first, also within a group. */
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

/** A font brought in by the person; words name it by its id. */
export interface FontFile {
  readonly kind: 'font';
  readonly version: number;
  readonly id: string;
  readonly name: string;
  readonly created: number;
  readonly media: Media;
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
  readonly fonts: readonly FontFile[];
}
