/** How loud something is: `gain` is decibels, fades are seconds at its two ends. */
export interface Loudness {
  readonly gain: number;
  readonly fadeIn: number;
  readonly fadeOut: number;
}

/** A sound laid in a landing. */
export interface SoundTrack extends Loudness {
  readonly id: string;
  readonly name: string;
  /** Null until one is chosen. */
  readonly footage: string | null;
  readonly muted: boolean;
  /** Landing frame at which it begins. */
  readonly start: number;
  /** Seconds of the source; `out` null means its end. */
  readonly in: number;
  readonly out: number | null;
}
