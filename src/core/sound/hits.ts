import { spectrum } from './fft';

/** Samples of one spectrum, and from one to the next, at the rate of HIT_RATE. */
const SIZE = 1024;
const HOP = 256;

/** Samples a second at which hits are looked for; sources are brought to it. */
export const HIT_RATE = 44_100;

/** Each spectrum is compared with the one this many steps earlier, as an attack takes about that long to build up. */
const LAG = 2;

/** Seconds to each side over which the threshold follows the sound. */
const AROUND = 0.5;

/** An onset's strength must be FACTOR times the median of its surroundings, and at least FLOOR. */
const FACTOR = 2.2;
const FLOOR = 0.04;

/** Seconds between two hits at least. */
const APART = 0.06;

/** Magnitudes are compressed before they are compared, so that quiet hits count beside loud ones. */
const COMPRESSION = 100;

/** Seconds over which the attack itself is found in the waveform round a peak of the flux. */
const REFINE = 0.03;

/** An onset: when, and how strong compared with the strongest one. */
export interface Hit {
  readonly seconds: number;
  readonly strength: number;
}

/** Half-wave rectified growth of a spectrum's logarithmic magnitudes, step by step. */
export class Flux {
  private readonly analyse = spectrum(SIZE);
  private readonly before: Float64Array[] = [];

  /** @param from where the step's window begins in `samples` */
  next(samples: Float32Array, from: number): number {
    const magnitudes = this.analyse(samples, from);
    const levels = magnitudes.map((magnitude) => Math.log1p((COMPRESSION * magnitude) / SIZE));
    const earlier = this.before.length >= LAG ? this.before.shift()! : null;
    this.before.push(levels);
    if (!earlier) return 0;
    let sum = 0;
    for (let i = 0; i < levels.length; i++) sum += Math.max(0, levels[i] - earlier[i]);
    return sum / levels.length;
  }
}

/**
 * Finds onsets by spectral flux with an adaptive threshold (J. P. Bello and others, A Tutorial on
 * Onset Detection in Music Signals, 2005): peaks of the flux that stand well above the median of
 * what is round them. Each is then moved to where the waveform itself begins to rise.
 * @param samples mono, at HIT_RATE
 */
export function findHits(samples: Float32Array): readonly Hit[] {
  const flux = new Flux();
  const steps = Math.max(0, Math.ceil(samples.length / HOP));
  // Half a window of silence first, so that a hit at the very start can be seen too.
  const growth = Float64Array.from({ length: steps }, (_, step) =>
    flux.next(samples, step * HOP - SIZE / 2),
  );
  const most = growth.reduce((peak, value) => Math.max(peak, value), 0);
  const reach = Math.round((AROUND * HIT_RATE) / HOP);
  const apart = Math.round((APART * HIT_RATE) / HOP);
  const hits: Hit[] = [];
  let last = -Infinity;
  for (let step = 0; step < steps; step++) {
    const value = growth[step];
    if (value < FLOOR * Math.max(0.25, most) || !isPeak(growth, step, apart)) continue;
    const round = growth.slice(Math.max(0, step - reach), step + reach + 1).sort();
    const threshold = round[Math.floor(round.length / 2)] * FACTOR + FLOOR * most;
    if (value < threshold || step - last < apart) continue;
    last = step;
    hits.push({ seconds: attackNear(samples, step * HOP), strength: value / most });
  }
  return hits;
}

const isPeak = (values: Float64Array, at: number, reach: number): boolean => {
  for (let i = Math.max(0, at - reach); i <= Math.min(values.length - 1, at + reach); i++) {
    if (values[i] > values[at] || (values[i] === values[at] && i < at)) return false;
  }
  return true;
};

/** The second at which energy rises most steeply, close to a sample. */
function attackNear(samples: Float32Array, at: number): number {
  const reach = Math.round(REFINE * HIT_RATE);
  const window = Math.round(0.004 * HIT_RATE);
  const from = Math.max(window, at - reach);
  const to = Math.min(samples.length - window, at + reach);
  let best = at;
  let steepest = -Infinity;
  for (let i = from; i < to; i += 16) {
    const rise = energy(samples, i, i + window) - energy(samples, i - window, i);
    if (rise > steepest) [steepest, best] = [rise, i];
  }
  return best / HIT_RATE;
}

function energy(samples: Float32Array, from: number, to: number): number {
  let sum = 0;
  for (let i = from; i < to; i++) sum += samples[i] * samples[i];
  return sum;
}

/** The hit nearest to a moment. */
export function nearestHit(hits: readonly Hit[], seconds: number): Hit | null {
  const off = (hit: Hit) => Math.abs(hit.seconds - seconds);
  return hits.reduce<Hit | null>((best, hit) => (!best || off(hit) < off(best) ? hit : best), null);
}
