import type { Box } from '../geometry/box';

/** One frame's pixels, RGBA. */
export interface FramePixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}

/** What is counted in the drawing area of one frame, in pixels. */
export interface FrameCount {
  /** Unlike the paper. */
  readonly ink: number;
  /** Unlike the frame before. */
  readonly changed: number;
  /** Unlike the last frame of all. */
  readonly unfinished: number;
}

/** The paper of a recording and where it lies. */
export interface DrawingArea {
  /** In pixels of the frame; its right and bottom lie just beyond the last ones. */
  readonly box: Box;
  /** Whether there is anything round it that should be cropped. */
  readonly bordered: boolean;
  readonly paper: string;
}
