/** What a file is, to whoever opens it; a timeline is a list of what lies where when, with its media. */
export type Medium =
  'video' | 'animated picture' | 'numbered pictures' | 'still' | 'outlines' | 'timeline';

/** How its pictures are packed. */
export type Codec = 'prores' | 'vp9' | 'h264' | 'png' | 'webp' | 'gif' | 'none';

/** A file format that overlays or landings can be sent in. */
export interface FormatDetails<Id extends string = string, M extends Medium = Medium> {
  readonly id: Id;
  readonly medium: M;
  readonly codec: Codec;
  readonly label: string;
  readonly extension: string;
  readonly mime: string;
  /** Whether clear pixels survive. */
  readonly alpha: boolean;
  /** Pixels are clear or they are not: half-clear ones become one of both. */
  readonly hardAlpha?: true;
  /** Whether a landing's sound goes with it. */
  readonly sounds?: true;
  /** Most frames are told by what changed since the one before. */
  readonly between?: true;
  /** It plays by itself, as often as it says. */
  readonly loops?: true;
  /** Most frames a second that it can tell and that programs honour; left out where there is no such limit. */
  readonly fastest?: number;
  /** Whether the codec asks for even width and height. */
  readonly evenSize: boolean;
  /** What it is good for, in a few words. */
  readonly goodFor: string;
  /** The same of a landing, which is a finished clip; where nothing else holds for it, it is left out. */
  readonly goodForClip?: string;
}

/** Browsers take a frame of ten milliseconds or less, of any moving picture, for one of a hundred. */
export const FASTEST_PICTURES = 90;

/** Keeps a format's id and medium as they are written, so that tables can be held against them. */
export const format = <const Id extends string, const M extends Medium>(
  details: FormatDetails<Id, M>,
): FormatDetails<Id, M> => details;
