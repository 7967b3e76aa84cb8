import type { ClipLayer, Loudness } from '../document/layers';
import type { SoundTrack } from '../document/sound';
import type { Footage, Landing } from '../document/types';
import { timeLayers } from '../motion/timing';
import { clipSeconds } from '../retime/clipTime';
import { framesToSeconds } from '../time';
import { gainFactor } from './types';

/** What of a source is heard during one landing frame: backwards where `to` is less than `from`. */
export interface Heard {
  readonly from: number;
  readonly to: number;
  /** Factors at the start and at the end of the frame. */
  readonly gain: readonly [number, number];
}

/** One sound of a landing. */
export interface Voice {
  readonly id: string;
  readonly footage: string;
  /** Null while nothing of it is heard. */
  readonly at: (frame: number) => Heard | null;
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
export const trackSeconds = (track: SoundTrack, { duration }: Pick<Footage, 'duration'>): number =>
  Math.max(0, Math.min(track.out ?? duration, duration) - track.in);

function trackVoice(track: SoundTrack, source: Footage, { rate }: Landing): Voice {
  const length = trackSeconds(track, source);
  const gain = (seconds: number) => loudnessAt(track, seconds, length);
  return {
    id: track.id,
    footage: source.id,
    at: (frame) => {
      const from = framesToSeconds(frame - track.start, rate);
      const to = framesToSeconds(frame + 1 - track.start, rate);
      if (to <= 0 || from >= length) return null;
      return { from: track.in + from, to: track.in + to, gain: [gain(from), gain(to)] };
    },
  };
}

/** A clip is heard as it runs: faster and higher, or backwards; while a frame is held, not at all. */
function clipVoice(layer: ClipLayer, sound: Loudness, source: Footage, landing: Landing): Voice {
  const { rate } = landing;
  const { from, to } = timeLayers(landing).get(layer.id)!;
  const length = framesToSeconds(to - from, rate);
  const gain = (seconds: number) => loudnessAt(sound, seconds, length);
  return {
    id: layer.id,
    footage: source.id,
    at: (frame) => {
      if (frame < from || frame >= to) return null;
      const elapsed = frame - from;
      const now = clipSeconds(layer.time, elapsed, rate, source);
      const next = clipSeconds(layer.time, elapsed + 1, rate, source);
      if (now === null) return null;
      const step = framesToSeconds(1, rate) * layer.time.speed * (layer.time.reverse ? -1 : 1);
      if (next !== null && Math.abs(next - now) < Math.abs(step) / 4) return null;
      const seconds = framesToSeconds(elapsed, rate);
      const after = framesToSeconds(elapsed + 1, rate);
      // Where a loop starts anew, the frame is heard to its end first.
      return { from: now, to: now + step, gain: [gain(seconds), gain(after)] };
    },
  };
}

/** Fades are straight lines in amplitude. */
function loudnessAt(sound: Loudness, seconds: number, length: number): number {
  const rising = sound.fadeIn > 0 ? seconds / sound.fadeIn : 1;
  const falling = sound.fadeOut > 0 ? (length - seconds) / sound.fadeOut : 1;
  return gainFactor(sound.gain) * Math.min(1, Math.max(0, Math.min(rising, falling)));
}
