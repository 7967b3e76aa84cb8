import type { Box, Quad } from '../../geometry/box';

/** What is seen in one frame of the artwork, its backdrop left out. Pixels are those of the measured size. */
export interface FrameMeasures {
  /** Pixels with any artwork. */
  readonly visible: number;
  /** Visible pixels that a key on the backdrop's colour would remove by their colour. */
  readonly vanishing: number;
  /** Visible pixels that are taken for the backdrop when black (or white) is removed by its light. */
  readonly unlit: number;
  /** Half-clear pixels that antialiasing does not explain. */
  readonly soft: number;
  /** Where artwork is; null where there is none. */
  readonly box: Box | null;
  /** Mean difference from the frame before, in levels of premultiplied colour; 0 in the first. */
  readonly change: number;
}

/** Flashes of light, or of saturated red, over a quarter of the picture or more. */
export interface Flashing {
  /** The frame that ends the second with the most of them. */
  readonly frame: number;
  /** Flashes within that second: pairs of opposite changes. */
  readonly flashes: number;
  readonly red: boolean;
}

/** Contrast of words with what is round them (WCAG 2), at one frame. */
export interface ContrastAt {
  readonly frame: number;
  readonly ratio: number;
}

/** A words layer as it rests. */
export interface WordsMeasures {
  readonly layer: string;
  readonly name: string;
  readonly characters: number;
  /** Frames it is on show, from its first to before its last. */
  readonly from: number;
  readonly to: number;
  /** Document pixels, as all that follows. */
  readonly letterHeight: number;
  /** Whether that is the height of capitals. */
  readonly capitals: boolean;
  readonly stem: number;
  readonly quad: Quad;
  /** In order of time; null where there is nothing to lie on. */
  readonly contrast: readonly ContrastAt[] | null;
}

/** Words in a font that has no drawing of some of their letters. */
export interface LackingLetters {
  readonly name: string;
  readonly letters: readonly string[];
  /** A frame in the middle of their time. */
  readonly frame: number;
}

/** Footage as it is drawn largest. */
export interface Enlarged {
  readonly name: string;
  readonly frame: number;
  /** Document pixels per pixel of its own. */
  readonly scale: number;
}

export interface Measured {
  readonly width: number;
  readonly height: number;
  /** One entry a frame, from the overlay's first to its last. */
  readonly frames: readonly FrameMeasures[];
  /** Mean difference of the last frame from the first, as `change`. */
  readonly seam: number;
  readonly flashing: Flashing | null;
  /** CHROMA_BINS² counts of visible pixels over all frames. */
  readonly histogram: Float64Array;
  /** The key colour farthest from all of the artwork. */
  readonly safestKey: string;
  readonly pictures: readonly Enlarged[];
  readonly words: readonly WordsMeasures[];
  readonly lacking: readonly LackingLetters[];
}
