import type { TimeRange } from '../document/layers';
import type { FrameCount } from './types';

/** Frames of a recording, and seconds of what is left out between them. */
export interface DrawingTimes {
  /** The first frame in which something is drawn, and the first one in which all of it is. */
  readonly in: number;
  readonly out: number;
  /** Whether the drawing was shown, whole or in part, before it was begun. */
  readonly shownFirst: boolean;
  /** Frames in which nothing happens, from the first to just after the last of each rest. */
  readonly idle: readonly TimeRange[];
}

/** Pixels that specks of an encoder may add up to in a frame. */
const SPECKS = 24;

/** The same as a share of all that is drawn in the end. */
const SPECK_SHARE = 0.004;

/** Pixels that change in a frame while a hand draws, be it ever so slowly. */
const DRAWING = 3;

/** What counts as having been shown first, as a share of all that is drawn in the end. */
const SHOWN = 0.3;

/** Rests shorter than this belong to the hand's rhythm; seconds. */
const SHORTEST_REST = 0.25;

/** Left of each rest on both sides, so that strokes do not run into each other; seconds. */
const KEPT = 0.06;

/**
 * When a drawing begins and ends. A recording that shows the finished picture first, or wipes it
 * away, has the blank paper later: the drawing begins after the last frame that is blank.
 * @param counts one a frame, in order
 * @param rate frames a second
 */
export function findDrawingTimes(counts: readonly FrameCount[], rate: number): DrawingTimes {
  const final = counts.at(-1)?.ink ?? 0;
  const blank = Math.max(SPECKS, final * SPECK_SHARE);
  const lastBlank = counts.findLastIndex(({ ink }) => ink <= blank);
  const start = lastBlank < 0 ? firstChange(counts, blank) : lastBlank + 1;
  const unfinished = counts.findLastIndex((count) => count.unfinished > blank);
  const first = Math.min(start, counts.length - 1);
  const out = Math.min(counts.length, Math.max(first + 1, unfinished + 1));
  return {
    in: first,
    out,
    shownFirst: counts.slice(0, first).some(({ ink }) => ink > final * SHOWN),
    idle: restsOf(counts, first, out, rate),
  };
}

/** Where something was there from the start: the first frame that is unlike it. */
function firstChange(counts: readonly FrameCount[], specks: number): number {
  const [{ ink }] = counts;
  const found = counts.findIndex((count) => Math.abs(count.ink - ink) > specks);
  return found < 0 ? 0 : found;
}

function restsOf(
  counts: readonly FrameCount[],
  from: number,
  to: number,
  rate: number,
): readonly TimeRange[] {
  const kept = Math.ceil(KEPT * rate);
  const rests: TimeRange[] = [];
  let start: number | null = null;
  for (let i = from + 1; i <= to; i++) {
    const resting = i < to && counts[i].changed <= DRAWING;
    if (resting) start ??= i;
    else if (start !== null) {
      if (i - start >= SHORTEST_REST * rate && i - start > 2 * kept) {
        rests.push({ from: start + kept, to: i - kept });
      }
      start = null;
    }
  }
  return rests;
}
