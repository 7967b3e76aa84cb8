import type { ClipTime } from '../document/layers';
import type { Seconds } from '../time';
import { keptRanges, seamOf, totalOf } from './clipTime';

/** A stretch of time over which a source runs evenly: backwards where `to` is less than `from`. */
export interface ClipRun {
  /** Seconds since the clip's start. */
  readonly begin: Seconds;
  readonly end: Seconds;
  /** Seconds of the source. */
  readonly from: Seconds;
  readonly to: Seconds;
  /** How strong it is at its two ends, 0 to 1: in a seam, one round fades into the next. */
  readonly strength: readonly [number, number];
  /** Which round it belongs to; the ways there and back are a round each. */
  readonly round: number;
}

/** One way through what is kept of a source, in seconds at its own speed since the clip began to run. */
interface Round {
  readonly index: number;
  readonly start: Seconds;
  readonly backwards: boolean;
  /** Seconds of its start and its end that are mixed with the rounds beside it. */
  readonly rising: Seconds;
  readonly falling: Seconds;
}

/** A shorter source has nothing to be heard in it. */
const SHORTEST = 0.001;

/**
 * How a clip's source runs from one second after the clip's start to another, in order of time. While a frame is
 * held, nothing runs. The sound of a clip is what runs; `clipMoment` tells the picture of the same moments.
 */
export function clipRuns(
  time: ClipTime,
  begin: Seconds,
  end: Seconds,
  duration: Seconds,
): readonly ClipRun[] {
  const ranges = keptRanges(time, duration);
  const length = totalOf(ranges);
  const first = Math.max(0, (begin - time.lead) * time.speed);
  const last = (end - time.lead) * time.speed;
  if (length < SHORTEST) return [];
  return roundsBetween(time, length, first, last).flatMap((round) => {
    const backwards = round.backwards !== time.reverse;
    /** Where in a round, in seconds from its start, the source has a border or a fade an end. */
    const borders = bordersOf(ranges).map((at) => (backwards ? length - at : at));
    const cuts = [...borders, round.rising, length - round.falling];
    const from = Math.max(0, first - round.start);
    const to = Math.min(length, last - round.start);
    return spanParts(from, to, cuts).map(([a, b]): ClipRun => {
      const elapsed = (at: number) => (round.start + at) / time.speed + time.lead;
      const range = rangeAt(ranges, backwards ? length - (a + b) / 2 : (a + b) / 2);
      const inSource = (at: number) => range.shift + (backwards ? length - at : at);
      return {
        begin: elapsed(a),
        end: elapsed(b),
        from: inSource(a),
        to: inSource(b),
        strength: [strengthAt(round, length, a), strengthAt(round, length, b)],
        round: round.index,
      };
    });
  });
}

function roundsBetween(
  time: ClipTime,
  length: Seconds,
  first: Seconds,
  last: Seconds,
): readonly Round[] {
  const { after, times } = time;
  if (last <= first) return [];
  const repeats = after === 'loop' || after === 'back and forth';
  const overlap = after === 'loop' ? seamOf(time, length) : 0;
  const step = length - overlap;
  const ways = after === 'back and forth' ? 2 : 1;
  const final = !repeats ? 0 : times === null ? Infinity : ways * times - 1;
  const from = Math.max(0, Math.floor((first - length) / step));
  const to = Math.min(final, Math.floor(last / step));
  return Array.from({ length: Math.max(0, to - from + 1) }, (_, i): Round => {
    const index = from + i;
    return {
      index,
      start: index * step,
      backwards: ways === 2 && index % 2 === 1,
      rising: index > 0 ? overlap : 0,
      falling: index < final ? overlap : 0,
    };
  });
}

type Ranges = ReturnType<typeof keptRanges>;

/** Where one kept range ends and the next begins, in seconds of what is kept. */
const bordersOf = (ranges: Ranges): readonly Seconds[] =>
  ranges.slice(0, -1).map((_, i) => totalOf(ranges.slice(0, i + 1)));

/** The range that a second of what is kept lies in, by how much later it is in the source. */
function rangeAt(ranges: Ranges, at: Seconds): { readonly shift: Seconds } {
  let before = 0;
  for (const { from, to } of ranges) {
    if (at < before + to - from) return { shift: from - before };
    before += to - from;
  }
  const last = ranges[ranges.length - 1];
  return { shift: last.to - before };
}

/** A span in parts that end where it is cut; nothing where it has no length. */
export function spanParts(
  from: number,
  to: number,
  cuts: readonly number[],
): readonly [number, number][] {
  const inside = cuts.filter((cut) => cut > from && cut < to).sort((a, b) => a - b);
  const ends = [from, ...inside, to];
  return ends
    .slice(1)
    .flatMap((end, i): [number, number][] => (end > ends[i] ? [[ends[i], end]] : []));
}

const strengthAt = ({ rising, falling }: Round, length: Seconds, at: Seconds): number =>
  Math.min(1, rising > 0 ? at / rising : 1, falling > 0 ? Math.max(0, length - at) / falling : 1);
