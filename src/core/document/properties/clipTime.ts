import {
  between,
  flag,
  LIMITS,
  list,
  oneOf,
  orNull,
  seconds,
  shape,
  such,
  whole,
  type ValueOf,
} from '../fields';
import { property } from './types';

/** What a clip does once its out point is reached. */
export const AFTER_END = ['hold', 'loop', 'back and forth', 'nothing'] as const;
export type AfterEnd = (typeof AFTER_END)[number];

/** Seconds of a source. */
const timeRange = shape({ from: seconds(0, 1e6), to: seconds(0, 1e6) });
export type TimeRange = ValueOf<typeof timeRange>;

/** How footage runs, in seconds of the source. */
export const clipTimeField = shape({
  in: seconds(0, 1e6),
  /** Null means its end. */
  out: orNull(seconds(0, 1e6)),
  speed: between(0.01, 100),
  /** From its out point to its in point. */
  reverse: flag(),
  /** Seconds for which the first frame is held; negative ones it has been running for already. */
  lead: seconds(-1e6, 1e6),
  after: oneOf(AFTER_END),
  /** How often it runs before what follows is over, when it loops or goes back and forth; null: for good. */
  times: orNull(whole(1, LIMITS.plays)),
  /** Seconds over which the end of one round and the start of the next are mixed. */
  seam: seconds(0, 60),
  /** Frames that fall between two of the source's are a mix of both. */
  blend: flag(),
  /** Ranges that are left out: in order of time, and apart from each other. */
  skips: such(list(timeRange, LIMITS.skips), '${path} must be in order of time', (ranges) =>
    ranges
      .flatMap(({ from, to }) => [from, to])
      .every((time, i, all) => i === 0 || time > all[i - 1]),
  ),
});
export type ClipTime = ValueOf<typeof clipTimeField>;

export const WHOLE_CLIP: ClipTime = {
  in: 0,
  out: null,
  speed: 1,
  reverse: false,
  lead: 0,
  after: 'loop',
  times: null,
  seam: 0,
  blend: false,
  skips: [],
};

export const clipTime = property({
  name: 'time',
  kinds: ['clip'],
  part: 'content',
  schema: clipTimeField,
  first: () => WHOLE_CLIP,
  split: 'piece',
  running: (time, seconds) => ({ ...time, lead: time.lead - seconds }),
});
