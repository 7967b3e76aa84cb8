import type { Recipe } from '../sending/settings';
import type { Rate } from '../time';
import type { Backdrop } from './backdrop';
import type { Layer } from './layers';
import type { SoundTrack } from './sound';

export * from './backdrop';
export * from './layers';
export * from './sound';

/** All lengths and times are whole frames at the document's own rate unless said otherwise. */

export const DOCUMENT_VERSION = 6;

/** A frame of footage to judge against; never exported. `strength` is 0 to 1. */
export interface Guide {
  readonly footage: string;
  readonly seconds: number;
  readonly strength: number;
}

/** Layers on a canvas, over time: what overlays and landings have in common. */
export interface Stack {
  readonly version: number;
  readonly id: string;
  readonly name: string;
  readonly created: number;
  readonly width: number;
  readonly height: number;
  readonly rate: Rate;
  readonly length: number;
  readonly backdrop: Backdrop;
  /** Bottom first, also within a group. */
  readonly layers: readonly Layer[];
}

export interface Overlay extends Stack {
  readonly kind: 'overlay';
  /** Whether the length follows the artwork: it ends when the last layer has left. */
  readonly lengthFollows: boolean;
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
  /** Where it belongs, when it was sent from here without its margins; else null. */
  readonly cut: Cut | null;
}

/** What a file was cropped to when it was sent. */
export interface Cut {
  /** Its upper left corner, in pixels of the canvas it was cut from. */
  readonly left: number;
  readonly top: number;
  /** File pixels per canvas pixel. */
  readonly scale: number;
  readonly canvas: { readonly width: number; readonly height: number };
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

/** A table of colours (a `.cube` file) brought in by the person; effects name it by its id. */
export interface LutFile {
  readonly kind: 'lut';
  readonly version: number;
  readonly id: string;
  readonly name: string;
  readonly created: number;
  readonly media: Media;
}

/** What documents name besides footage. */
export type Resource = FontFile | LutFile;

/** Footage with overlays, clips and sounds laid over it; overlays stay live. */
export interface Landing extends Stack {
  readonly kind: 'landing';
  /** All of them are heard together. */
  readonly sounds: readonly SoundTrack[];
}

export interface Kit {
  readonly name: string;
  readonly overlays: readonly Overlay[];
  readonly landings: readonly Landing[];
  readonly footage: readonly Footage[];
  readonly fonts: readonly FontFile[];
  readonly luts: readonly LutFile[];
  readonly recipes: readonly Recipe[];
}

/** Everything a kit holds that is kept by itself. */
export type KitEntry = Overlay | Landing | Footage | Resource | Recipe;
