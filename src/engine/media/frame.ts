import type { VideoSample } from 'mediabunny';
import type { ColourCoding } from '@/core/colour/coding';
import type { Size } from '../kernels/keying';

/** A frame as it was decoded. */
export interface Frame {
  readonly sample: VideoSample;
  /** How its codes are read; null where they are red, green and blue, or only the browser reads them. */
  readonly coding: ColourCoding | null;
}

/** Seconds by which the times of frames may be off: containers round them to milliseconds, or they are added up. */
export const TIMES_ROUNDED_BY = 0.0005;

/** Which frame is on show at some seconds. @param starts seconds at which each comes on show */
export function shownAt(starts: readonly number[], seconds: number): number {
  const next = starts.findIndex((start) => start > seconds + TIMES_ROUNDED_BY);
  return next === -1 ? starts.length - 1 : Math.max(0, next - 1);
}

/** A frame's own size, upright. */
export function ownSize({ sample }: Frame): Size {
  const { width, height } = sample.visibleRect;
  return sample.rotation % 180 === 0 ? { width, height } : { width: height, height: width };
}

/**
 * Shown larger than this share of its size, a frame is made and keyed at its own size, with its chroma
 * repaired; smaller, what is shrunk has enough chroma of its own.
 */
const FULL_SIZE = 0.5;

/** The size at which a frame is made that is shown at another. */
export function madeSize(frame: Frame, shown: Size): Size {
  const own = ownSize(frame);
  const share = Math.max(shown.width / own.width, shown.height / own.height);
  return share > FULL_SIZE ? own : shown;
}
