import type { Layer } from '../document/layers';
import type { SoundTrack } from '../document/sound';
import type { Landing } from '../document/types';
import { timeLayers } from '../motion/timing';
import { perSecond, type Rate } from '../time';

/** A media file beside the timeline. */
export interface TimelineMedia {
  /** Relative to the timeline's own place. */
  readonly url: string;
  /** Seconds; null for a still. */
  readonly duration: number | null;
}

/** Finds the file of a layer or of a sound; undefined where there is none. */
export type FindMedia = (entry: Layer | SoundTrack) => TimelineMedia | undefined;

type Json = Readonly<Record<string, unknown>>;

/**
 * A landing as an OpenTimelineIO timeline (the open interchange format of the Academy Software
 * Foundation, schemas Timeline.1 to Clip.2): a video track a layer, bottom first, and an audio track
 * a sound. Speed is a time warp; what the format has no words for (place, key, moves, loops, blend)
 * is kept whole under `metadata.moon_patch`.
 */
export function otioTimeline(landing: Landing, find: FindMedia): Json {
  const timings = timeLayers(landing);
  const video = landing.layers
    .filter((layer) => !layer.hidden)
    .map((layer) => {
      const { from, to } = timings.get(layer.id)!;
      return track('Video', layer.name, [
        ...gapBefore(from, landing.rate),
        clip(layer, find(layer), from, to, landing.rate),
      ]);
    });
  const audio = landing.sounds
    .filter((sound) => !sound.muted)
    .map((sound) => {
      const media = find(sound);
      const out = sound.out ?? media?.duration ?? sound.in;
      const to = sound.start + Math.round((out - sound.in) * perSecond(landing.rate));
      return track('Audio', sound.name, [
        ...gapBefore(sound.start, landing.rate),
        clip(sound, media, sound.start, to, landing.rate),
      ]);
    });
  return {
    OTIO_SCHEMA: 'Timeline.1',
    name: landing.name,
    global_start_time: null,
    metadata: {
      moon_patch: { width: landing.width, height: landing.height, length: landing.length },
    },
    tracks: {
      OTIO_SCHEMA: 'Stack.1',
      name: 'tracks',
      source_range: null,
      effects: [],
      markers: [],
      metadata: {},
      children: [...video, ...audio],
    },
  };
}

const time = (value: number, rate: Rate): Json => ({
  OTIO_SCHEMA: 'RationalTime.1',
  rate: perSecond(rate),
  value,
});

const range = (start: number, duration: number, rate: Rate): Json => ({
  OTIO_SCHEMA: 'TimeRange.1',
  start_time: time(start, rate),
  duration: time(duration, rate),
});

const track = (kind: 'Video' | 'Audio', name: string, children: readonly Json[]): Json => ({
  OTIO_SCHEMA: 'Track.1',
  kind,
  name,
  source_range: null,
  effects: [],
  markers: [],
  metadata: {},
  children,
});

const gapBefore = (frames: number, rate: Rate): readonly Json[] =>
  frames > 0
    ? [
        {
          OTIO_SCHEMA: 'Gap.1',
          name: '',
          source_range: range(0, frames, rate),
          effects: [],
          markers: [],
          metadata: {},
        },
      ]
    : [];

/** @param from,to frames of the landing; what lies before its first frame is cut off */
function clip(
  entry: Layer | SoundTrack,
  media: TimelineMedia | undefined,
  from: number,
  to: number,
  rate: Rate,
): Json {
  const { begin, speed } = runOf(entry);
  const cut = Math.max(0, -from);
  const start = Math.round(begin * perSecond(rate) + cut * Math.abs(speed));
  return {
    OTIO_SCHEMA: 'Clip.2',
    name: entry.name,
    source_range: range(start, Math.max(1, to - Math.max(0, from)), rate),
    media_references: { DEFAULT_MEDIA: reference(media, rate) },
    active_media_reference_key: 'DEFAULT_MEDIA',
    effects: speed === 1 ? [] : [warp(speed)],
    markers: [],
    metadata: { moon_patch: entry },
  };
}

function runOf(entry: Layer | SoundTrack): { begin: number; speed: number } {
  if (!('kind' in entry)) return { begin: entry.in, speed: 1 };
  if (entry.kind !== 'clip') return { begin: 0, speed: 1 };
  const { speed, reverse, in: begin } = entry.time;
  return { begin, speed: reverse ? -speed : speed };
}

const warp = (speed: number): Json => ({
  OTIO_SCHEMA: 'LinearTimeWarp.1',
  name: '',
  effect_name: 'LinearTimeWarp',
  time_scalar: speed,
  metadata: {},
});

function reference(media: TimelineMedia | undefined, rate: Rate): Json {
  const shared = { name: '', available_image_bounds: null, metadata: {} };
  if (!media) return { OTIO_SCHEMA: 'MissingReference.1', available_range: null, ...shared };
  const frames = media.duration === null ? null : Math.round(media.duration * perSecond(rate));
  return {
    OTIO_SCHEMA: 'ExternalReference.1',
    target_url: media.url,
    available_range: frames === null ? null : range(0, frames, rate),
    ...shared,
  };
}
