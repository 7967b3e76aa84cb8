import { seededRandom } from '@/core/motion/random';

export const SAMPLE_RATE = 48_000;
const SECONDS = 8;

/** When the drum hits, in seconds: a steady beat with two off-beats. */
export const HITS = [0.5, 1.25, 2.0, 2.75, 3.125, 3.5, 4.25, 5.0, 5.75, 6.125, 6.5, 7.25] as const;

/** A quiet pad with clear hits, mono, −1…1. */
export function makeBeat(): Float32Array {
  const out = new Float32Array(SECONDS * SAMPLE_RATE);
  const random = seededRandom(5);
  for (let i = 0; i < out.length; i++) {
    const t = i / SAMPLE_RATE;
    const swell = 0.5 + 0.5 * Math.sin(2 * Math.PI * 0.125 * t);
    out[i] = 0.05 * swell * (Math.sin(2 * Math.PI * 196 * t) + Math.sin(2 * Math.PI * 246.9 * t));
  }
  for (const hit of HITS) addHit(out, Math.round(hit * SAMPLE_RATE), random);
  return out;
}

/** A falling tone with a burst of noise at its head. */
function addHit(out: Float32Array, start: number, random: () => number): void {
  let phase = 0;
  for (let i = 0; i < 0.3 * SAMPLE_RATE && start + i < out.length; i++) {
    const t = i / SAMPLE_RATE;
    phase += (2 * Math.PI * (60 + 140 * Math.exp(-t * 30))) / SAMPLE_RATE;
    const noise = (random() * 2 - 1) * Math.exp(-t * 120) * 0.4;
    out[start + i] += 0.6 * Math.sin(phase) * Math.exp(-t * 12) + noise;
  }
}
