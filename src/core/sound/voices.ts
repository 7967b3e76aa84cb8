import type { ClipLayer, Loudness } from '../document/layers';
import type { SoundTrack } from '../document/sound';
import type { Footage, Landing } from '../document/types';
import { timeLayers } from '../motion/timing';
import { clipRuns, spanParts, type ClipRun } from '../retime/clipRuns';
import { framesToSeconds, type Frames, type Seconds } from '../time';
import { gainFactor } from './types';

/** What of a source is heard during a part of one landing frame: backwards where `to` is less than `from`. */
export interface Heard {
  /** Where in the frame it begins and ends, as shares of it. */
  readonly begin: number;
  readonly end: number;
  /** Seconds of the source. */
  readonly from: Seconds;
  readonly to: Seconds;
  /** Factors at its start and at its end. */
  readonly gain: readonly [number, number];
  /** Two that are heard at once are of different rounds. */
  readonly round: number;
}

/** One sound of a landing. */
export interface Voice {
  readonly id: string;
  readonly footage: string;
  /** In order of time; none while it is silent. */
  readonly at: (frame: Frames) => readonly Heard[];
}

/** Everything that can be heard in a landing: its sounds, and the clips that have theirs on. */
export function voicesOf(
  landing: Landing,
  footage: (id: string) => Footage | undefined,
): readonly Voice[] {
  const tracks = landing.sounds.flatMap((track) => {
    const source = track.footage && !track.muted ? footage(track.footage) : undefined;
    return source ? [trackVoice(track, source, landing)] : [];
  });
  const clips = landing.layers.flatMap((layer) => {
    if (layer.kind !== 'clip' || !layer.sound || layer.hidden || !layer.footage) return [];
    const source = footage(layer.footage);
    return source ? [clipVoice(layer, layer.sound, source, landing)] : [];
  });
  return [...tracks, ...clips];
}

/** Seconds a sound track lasts. */
export const trackSeconds = (track: SoundTrack, { duration }: Pick<Footage, 'duration'>): Seconds =>
  Math.max(0, Math.min(track.out ?? duration, duration) - track.in);

function trackVoice(track: SoundTrack, source: Footage, { rate }: Landing): Voice {
  const length = trackSeconds(track, source);
  return {
    id: track.id,
    footage: source.id,
    at: (frame) => {
      const begin = Math.max(0, framesToSeconds(frame - track.start, rate));
      const end = Math.min(length, framesToSeconds(frame + 1 - track.start, rate));
      if (end <= begin) return [];
      const run: ClipRun = {
        ...{ begin, end, from: track.in + begin, to: track.in + end },
        ...{ strength: [1, 1], round: 0 },
      };
      return heardIn(frame - track.start, [run], track, length, rate);
    },
  };
}

/** A clip is heard as it runs: faster and higher, or backwards; while a frame is held, not at all. */
function clipVoice(layer: ClipLayer, sound: Loudness, source: Footage, landing: Landing): Voice {
  const { rate } = landing;
  const { from, to } = timeLayers(landing).get(layer.id)!;
  const length = framesToSeconds(to - from, rate);
  return {
    id: layer.id,
    footage: source.id,
    at: (frame) => {
      if (frame < from || frame >= to) return [];
      const elapsed = frame - from;
      const [begin, end] = [elapsed, elapsed + 1].map((at) => framesToSeconds(at, rate));
      const runs = clipRuns(layer.time, begin, end, source.duration);
      return heardIn(elapsed, runs, sound, length, rate);
    },
  };
}

/** @param elapsed frames since the sound's start */
function heardIn(
  elapsed: Frames,
  runs: readonly ClipRun[],
  sound: Loudness,
  length: Seconds,
  rate: Landing['rate'],
): readonly Heard[] {
  const start = framesToSeconds(elapsed, rate);
  const share = (seconds: Seconds) => (seconds - start) / framesToSeconds(1, rate);
  const corners = fadeCorners(sound, length);
  return runs
    .flatMap((run) => cutAt(run, corners))
    .map(({ begin, end, from, to, strength: [rising, falling], round }) => ({
      ...{ begin: share(begin), end: share(end), from, to, round },
      gain: [
        rising * loudnessAt(sound, begin, length),
        falling * loudnessAt(sound, end, length),
      ] as const,
    }));
}

/** Where a fade in ends and a fade out begins, or where one takes over from the other. */
function fadeCorners({ fadeIn, fadeOut }: Loudness, length: Seconds): readonly Seconds[] {
  return fadeIn + fadeOut > length
    ? [(length * fadeIn) / (fadeIn + fadeOut)]
    : [fadeIn, length - fadeOut];
}

/** A run in parts that end where a fade begins or ends, so that gain goes straight in each of them. */
function cutAt(run: ClipRun, corners: readonly Seconds[]): readonly ClipRun[] {
  const along = (from: number, to: number, at: Seconds) =>
    from + ((to - from) * (at - run.begin)) / (run.end - run.begin);
  const [rising, falling] = run.strength;
  return spanParts(run.begin, run.end, corners).map(([begin, end]) => ({
    ...run,
    ...{ begin, end },
    from: along(run.from, run.to, begin),
    to: along(run.from, run.to, end),
    strength: [along(rising, falling, begin), along(rising, falling, end)],
  }));
}

/** Fades are straight lines in amplitude. */
function loudnessAt(sound: Loudness, seconds: Seconds, length: Seconds): number {
  const rising = sound.fadeIn > 0 ? seconds / sound.fadeIn : 1;
  const falling = sound.fadeOut > 0 ? (length - seconds) / sound.fadeOut : 1;
  return gainFactor(sound.gain) * Math.min(1, Math.max(0, Math.min(rising, falling)));
}
