import type { FrameBox } from './movingPicture';

/** A file that is written from its start to its end, one encoded picture after the other. */
export interface GrowingFile {
  /**
   * What to append for the next frame; what comes before the first one is part of it.
   * @param box the part of the canvas that the picture shows, where the format has such
   */
  readonly add: (picture: Uint8Array, box: FrameBox) => Uint8Array;
  /** What to append last, and what to put in places that were left open. */
  readonly finish: () => Ending;
}

export interface Ending {
  readonly tail: Uint8Array;
  readonly patches: readonly { readonly at: number; readonly bytes: Uint8Array }[];
}
