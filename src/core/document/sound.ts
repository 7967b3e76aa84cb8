import { flag, frames, id, name, orNull, seconds, shape, type ValueOf } from './fields';
import { loudnessFields } from './properties/footage';

/** A sound laid in a landing. */
export const soundTrack = shape({
  ...loudnessFields,
  id: id(),
  name: name(),
  /** Null until one is chosen. */
  footage: orNull(id()),
  muted: flag(),
  /** Landing frame at which it begins. */
  start: frames(),
  /** Seconds of the source; `out` null means its end. */
  in: seconds(0, 1e6),
  out: orNull(seconds(0, 1e6)),
});
export interface SoundTrack extends ValueOf<typeof soundTrack> {}

/** The sounds of a landing, each beginning at another frame; nothing for an overlay, which has none. */
export function soundsAt(
  stack: { readonly sounds?: readonly SoundTrack[] },
  at: (frame: number) => number,
): { readonly sounds?: readonly SoundTrack[] } {
  const { sounds } = stack;
  return sounds ? { sounds: sounds.map((track) => ({ ...track, start: at(track.start) })) } : {};
}
