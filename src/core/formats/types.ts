/** A file format that overlays or landings can be sent in. */
export interface Format {
  readonly id: string;
  readonly label: string;
  readonly extension: string;
  readonly mime: string;
  /** Whether half-clear pixels survive. */
  readonly alpha: boolean;
  readonly maker: 'browser' | 'server';
  readonly moving: boolean;
  /** Whether the codec asks for even width and height. */
  readonly evenSize: boolean;
  /** What it is good for, in a few words. */
  readonly goodFor: string;
}
