/** Two channels of equal length, −1…1. */
export interface Stereo {
  readonly left: Float32Array;
  readonly right: Float32Array;
}

export const silence = (length: number): Stereo => ({
  left: new Float32Array(length),
  right: new Float32Array(length),
});

/** Sound is mixed and sent at this many samples a second. */
export const SAMPLE_RATE = 48_000;

/** The factor that a gain in decibels stands for. */
export const gainFactor = (decibels: number): number => 10 ** (decibels / 20);
