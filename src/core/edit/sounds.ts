import { framesToSeconds, secondsToFrames } from '../time';
import { PLAIN_SOUND } from '../document/create';
import type { SoundTrack } from '../document/sound';
import type { Footage, Landing } from '../document/types';

/** A sound from a landing's start, as long as it lasts by itself. */
export const createTrack = (id: string, footage: Footage): SoundTrack => ({
  ...PLAIN_SOUND,
  id,
  name: footage.name,
  footage: footage.id,
  muted: false,
  start: 0,
  in: 0,
  out: null,
});

export const addTrack = (landing: Landing, track: SoundTrack): Landing => ({
  ...landing,
  sounds: [...landing.sounds, track],
});

export const removeTrack = (landing: Landing, id: string): Landing => ({
  ...landing,
  sounds: landing.sounds.filter((track) => track.id !== id),
});

export const changeTrack = (
  landing: Landing,
  id: string,
  change: (track: SoundTrack) => SoundTrack,
): Landing => ({
  ...landing,
  sounds: landing.sounds.map((track) => (track.id === id ? change(track) : track)),
});

/** Least seconds that are left of a sound that is trimmed. */
const LEAST = 0.02;

/** Drags one end of a sound by some frames; what is heard stays where it is. */
export function trimTrack(
  landing: Landing,
  id: string,
  end: 'from' | 'to',
  by: number,
  duration: number,
): Landing {
  const seconds = framesToSeconds(by, landing.rate);
  return changeTrack(landing, id, (track) => {
    const out = track.out ?? duration;
    if (end === 'to') {
      const next = Math.max(track.in + LEAST, out + seconds);
      return { ...track, out: next >= duration ? null : next };
    }
    const next = Math.min(out - LEAST, Math.max(0, track.in + seconds));
    const moved = secondsToFrames(next - track.in, landing.rate);
    return { ...track, in: next, start: track.start + moved };
  });
}
