import type { Format } from '../formats';
import { perSecond, type Rate } from '../time';

/** Frames that are sampled in a row; `to` is exclusive. */
export interface SampleRun {
  readonly from: number;
  readonly to: number;
}

/** Whole frames are sampled one by one. */
const WHOLE = { runs: 10, length: 1 } as const;
/** Where frames tell only what changed, they are sampled in a row. */
const CHANGES = { runs: 6, length: 8 } as const;

/** How much less often a frame that is like the one before is sampled. */
const STILL_WEIGHT = 0.15;

/** Seconds from one whole frame to the next, as video is encoded here. */
const WHOLE_EVERY = 2;

/**
 * Which frames are sampled for a format: all of them where they are few; else spread evenly, where
 * frames tell only what changed mostly over those that do.
 * @param moves whether each frame differs from the one before
 */
export function sampleRuns(moves: readonly boolean[], format: Format): readonly SampleRun[] {
  const { runs, length } = format.between ? CHANGES : WHOLE;
  const frames = moves.length;
  if (frames <= runs * length) return [{ from: 0, to: frames }];
  const weights = moves.map((moving) => (moving || !format.between ? 1 : STILL_WEIGHT));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const found: SampleRun[] = [];
  let sum = 0;
  for (let frame = 0; frame + length <= frames && found.length < runs; frame++) {
    sum += weights[frame];
    const due = ((found.length + 0.5) / runs) * total;
    if (sum >= due && frame >= (found.at(-1)?.to ?? 0)) {
      found.push({ from: frame, to: frame + length });
    }
  }
  return found;
}

interface Sampled {
  readonly runs: readonly SampleRun[];
  /** Of each frame of the whole file, whether it differs from the one before. */
  readonly moves: readonly boolean[];
  readonly rate: Rate;
}

/**
 * How large a whole file would be.
 * @param sampleBytes of the file that was made of the sampled frames
 * @param sizes bytes of each frame in it, for formats that tell only what changed: the first of a
 * run counts as a whole frame, as it has little in common with the one before
 */
export function estimatedBytes(
  { runs, moves, rate }: Sampled,
  sampleBytes: number,
  sizes: readonly number[] | null,
): number {
  const frames = moves.length;
  const sampled = runs.reduce((sum, { from, to }) => sum + to - from, 0);
  if (sizes === null || sampled === frames) return Math.round((sampleBytes / sampled) * frames);
  const whole: number[] = [];
  const moving: number[] = [];
  const still: number[] = [];
  let at = 0;
  for (const { from, to } of runs) {
    for (let frame = from; frame < to; frame++, at++) {
      const kind = frame === from ? whole : moves[frame] ? moving : still;
      kind.push(sizes[at]);
    }
  }
  const changes = [...moving, ...still];
  const movingCount = moves.filter(Boolean).length;
  const wholes = Math.ceil(frames / (perSecond(rate) * WHOLE_EVERY));
  const packed = sizes.reduce((sum, size) => sum + size, 0);
  const container = ((sampleBytes - packed) / sampled) * frames;
  return Math.round(
    wholes * mean(whole) +
      movingCount * mean(moving.length > 0 ? moving : changes) +
      (frames - movingCount) * mean(still.length > 0 ? still : changes) +
      container,
  );
}

const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
