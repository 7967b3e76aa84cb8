import { TOUCH } from '../theme';

/** One lane of the cue sheet; all times are frames, `to` and `end` are exclusive. */
export interface Lane {
  readonly id: string;
  readonly name: string;
  readonly icon: string;
  readonly hidden: boolean;
  readonly locked: boolean;
  /** How many groups it is in. */
  readonly depth: number;
  /** Whether a group shows what is in it; null for anything else. */
  readonly open: boolean | null;
  readonly from: number;
  readonly to: number;
  /** Frames the arrive moves take from the ribbon's start; 0 without. */
  readonly arrive: number;
  /** Frames the leave moves take up to the ribbon's end; 0 without. */
  readonly leave: number;
  /** Stay moves, as marks on the ribbon. */
  readonly marks: readonly { readonly id: string; readonly start: number; readonly end: number }[];
  /** Frames at which it has keyframes, in order. */
  readonly keys: readonly number[];
  /** Whether it can be made to wait for another one's moves. */
  readonly waits: boolean;
  /** Whether its ends can be dragged; an item of fixed length only moves. */
  readonly trims: boolean;
  /** A sound's peaks, 0…1, from its start to its end, and its hits in shares of its length. */
  readonly wave: { readonly peaks: readonly number[]; readonly hits: readonly number[] } | null;
}

/** A cue that waits for another move, from that move's point to this one's start. */
export interface CueLink {
  readonly id: string;
  readonly fromLane: string;
  readonly fromFrame: number;
  readonly toLane: string;
  readonly toFrame: number;
}

/** Pixels that a lane is high: a thumb's breadth. */
export const ROW = TOUCH;

/** Pixels that the ruler is high. */
export const RULER = TOUCH;

/** Pixels left and right of the time range, so that its ends can be grasped. */
export const EDGE = 22;
