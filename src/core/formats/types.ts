/** A file format that overlays or landings can be sent in. */
export interface Format {
  readonly id: string;
  readonly label: string;
  readonly extension: string;
  readonly mime: string;
  /** Whether clear pixels survive. */
  readonly alpha: boolean;
  /** Pixels are clear or they are not: half-clear ones become one of both. */
  readonly hardAlpha?: true;
  readonly maker: 'browser' | 'server';
  readonly moving: boolean;
  /** A list of what lies where when, with the media, instead of pictures; for landings alone. */
  readonly timeline?: true;
  /** Holds outlines instead of pixels; for overlays alone. */
  readonly outlines?: true;
  /** Whether a landing's sound goes with it. */
  readonly sounds?: true;
  /** Most frames are told by what changed since the one before. */
  readonly between?: true;
  /** It plays by itself, as often as it says. */
  readonly loops?: true;
  /** Whether the codec asks for even width and height. */
  readonly evenSize: boolean;
  /** What it is good for, in a few words. */
  readonly goodFor: string;
  /** The same of a landing, which is a finished clip; where nothing else holds for it, it is left out. */
  readonly goodForClip?: string;
}
