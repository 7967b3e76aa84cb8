import type { Landing } from '../document/types';
import { secondsToFrames } from '../time';
import type { Hit } from './hits';

/**
 * The landing frames at which hits of its sounds are heard, in order, each once.
 * @param hitsOf the hits of a footage's sound, in its own seconds
 */
export function landingHits(
  landing: Landing,
  hitsOf: (footage: string) => readonly Hit[],
): readonly number[] {
  const frames = landing.sounds.flatMap((track) => {
    if (!track.footage || track.muted) return [];
    return hitsOf(track.footage)
      .map((hit) => hit.seconds)
      .filter((seconds) => seconds >= track.in && (track.out === null || seconds < track.out))
      .map((seconds) => track.start + secondsToFrames(seconds - track.in, landing.rate));
  });
  return [...new Set(frames)].sort((a, b) => a - b);
}

/** The nearest of some frames; null where there are none. */
export const nearestFrame = (frames: readonly number[], frame: number): number | null =>
  frames.reduce<number | null>(
    (best, entry) =>
      best === null || Math.abs(entry - frame) < Math.abs(best - frame) ? entry : best,
    null,
  );
