import type { AfterEnd, ClipTime, TimeRange } from '../document/layers';
import { framesToSeconds, perSecond, type Frames, type Rate, type Seconds } from '../time';

/** What is known of a source: seconds, and its own frame rate where it has a steady one. */
export interface SourceTime {
  readonly duration: Seconds;
  readonly rate: Rate | null;
}

/** What a clip shows: the source at one second, or mixed with another one by a share. */
export interface Moment {
  readonly seconds: Seconds;
  readonly mix: { readonly seconds: Seconds; readonly share: number } | null;
}

/** A moment before the end of a range: the end itself would be the next frame's. */
const LAST_MOMENT = 0.001;

/** A share of a mix that could not be seen. */
const LEAST_SHARE = 0.01;

/**
 * What of its source a clip shows `frames` frames after its start; null once it shows nothing any
 * more. Worked out from whole frames each time, so it never drifts.
 */
export function clipMoment(
  time: ClipTime,
  frames: Frames,
  rate: Rate,
  source: SourceTime,
): Moment | null {
  const ranges = keptRanges(time, source.duration);
  const length = totalOf(ranges);
  const run = Math.max(0, framesToSeconds(frames, rate) - time.lead) * time.speed;
  const frame = source.rate ? 1 / perSecond(source.rate) : LAST_MOMENT;
  const at = runMoment(run, length, time, frame);
  if (at === null) return null;
  const place = (position: number): number =>
    inSource(ranges, time.reverse ? Math.max(0, length - position - frame) : position);
  if (at.mix)
    return { seconds: place(at.seconds), mix: { ...at.mix, seconds: place(at.mix.seconds) } };
  return time.blend && source.rate
    ? betweenFrames(place(at.seconds), source.rate, source.duration)
    : { seconds: place(at.seconds), mix: null };
}

/** The second of the source that a clip shows, without what is mixed with it. */
export const clipSeconds = (
  time: ClipTime,
  frames: Frames,
  rate: Rate,
  source: SourceTime,
): Seconds | null => clipMoment(time, frames, rate, source)?.seconds ?? null;

/** The two frames a second lies between, as a mix; one alone where it meets a frame. */
function betweenFrames(seconds: number, rate: Rate, duration: number): Moment {
  const perFrame = 1 / perSecond(rate);
  const frame = Math.floor(seconds / perFrame + 1e-6);
  const share = seconds / perFrame - frame;
  const next = (frame + 1) * perFrame;
  if (share < LEAST_SHARE || next > duration - perFrame / 2) return { seconds, mix: null };
  return { seconds: frame * perFrame, mix: { seconds: next, share } };
}

/** What of a source is shown, in order of time: from in to out point without what is skipped. */
export function keptRanges(
  time: Pick<ClipTime, 'in' | 'out' | 'skips'>,
  duration: number,
): readonly TimeRange[] {
  const out = Math.min(time.out ?? duration, duration);
  let from = Math.min(Math.max(0, time.in), out);
  const ranges: TimeRange[] = [];
  for (const skip of time.skips) {
    if (skip.to <= from || skip.from >= out) continue;
    if (skip.from > from) ranges.push({ from, to: skip.from });
    from = Math.min(out, skip.to);
  }
  return from < out || ranges.length === 0 ? [...ranges, { from, to: out }] : ranges;
}

export const totalOf = (ranges: readonly TimeRange[]): number =>
  ranges.reduce((sum, { from, to }) => sum + to - from, 0);

/** Seconds of a source that are shown at its own speed. */
export const keptSeconds = (
  time: Pick<ClipTime, 'in' | 'out' | 'skips'>,
  duration: number,
): number => totalOf(keptRanges(time, duration));

/** A seam takes half of the clip at most: what it leads over from and to must not be the same. */
export const seamOf = ({ seam }: Pick<ClipTime, 'seam'>, length: number): number =>
  Math.min(seam, length / 2);

/**
 * The speed at which a clip is over, for the first time, after some seconds.
 * @param seconds without those for which the first frame is held
 */
const speedToFit = (time: ClipTime, duration: number, seconds: number): number =>
  Math.min(100, Math.max(0.01, keptSeconds(time, duration) / Math.max(0.001, seconds)));

/**
 * A clip's time once it is over after some seconds; one that would start again for good then holds its
 * last frame, which is what it is fitted for.
 * @param seconds without those for which the first frame is held
 */
export function fittedTo(time: ClipTime, duration: number, seconds: number): ClipTime {
  const forGood = time.after === 'loop' && time.times === null;
  return {
    ...time,
    speed: speedToFit(time, duration, seconds),
    after: forGood ? 'hold' : time.after,
  };
}

/** The second of the source that is shown once `run` seconds of the kept ones are over. */
function inSource(ranges: readonly TimeRange[], run: number): number {
  let left = run;
  for (const { from, to } of ranges) {
    if (left < to - from) return from + left;
    left -= to - from;
  }
  return ranges[ranges.length - 1].to;
}

/**
 * Where in 0…`length` a run stands after `seconds`; null once it is over. A run that loops or goes
 * back and forth a number of times holds its last frame after that.
 * @param frame seconds of one of the source's frames: on the way back, time runs from a frame's end to its start
 */
export function runMoment(
  seconds: number,
  length: number,
  { after, times, seam }: Pick<ClipTime, 'after' | 'times' | 'seam'>,
  frame: number = LAST_MOMENT,
): Moment | null {
  const still = (position: number): Moment => ({ seconds: position, mix: null });
  if (length <= 0) return still(0);
  const last = Math.max(0, length - LAST_MOMENT);
  switch (after) {
    case 'nothing':
      return seconds < length ? still(seconds) : null;
    case 'hold':
      return still(Math.min(seconds, last));
    case 'loop': {
      const overlap = seamOf({ seam }, length);
      const round = length - overlap;
      if (times !== null && seconds >= round * (times - 1)) {
        return looped(Math.min(seconds - round * (times - 1), last), overlap, round, times === 1);
      }
      return looped(seconds % round, overlap, round, seconds < round);
    }
    case 'back and forth': {
      if (times !== null && seconds >= 2 * length * times) return still(0);
      const at = seconds % (2 * length);
      return still(at < length ? at : Math.max(0, 2 * length - at - frame));
    }
  }
}

/** In the overlap the end of the round before fades into the start of this one. */
function looped(position: number, overlap: number, round: number, first: boolean): Moment {
  if (first || position >= overlap) return { seconds: position, mix: null };
  return { seconds: position, mix: { seconds: round + position, share: 1 - position / overlap } };
}

/** The frame, of `length`, at which a run of whole frames stands; null once it is over. */
export function runFrame(frame: number, length: number, after: AfterEnd): number | null {
  if (frame < length) return frame;
  switch (after) {
    case 'nothing':
      return null;
    case 'hold':
      return length - 1;
    case 'loop':
      return frame % length;
    case 'back and forth': {
      const at = frame % (2 * length);
      return at < length ? at : 2 * length - 1 - at;
    }
  }
}
