import { seededRandom } from '@/core/random';

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

const made = (seconds: number, at: (t: number, share: number) => number): Float32Array => {
  const out = new Float32Array(Math.round(seconds * SAMPLE_RATE));
  for (let i = 0; i < out.length; i++) out[i] = at(i / SAMPLE_RATE, i / out.length);
  return out;
};

/** Noise whose highs come and go: a one-pole low-pass filter whose reach moves over time. */
function sweptNoise(seed: number, reach: (share: number) => number): (share: number) => number {
  const random = seededRandom(seed);
  let held = 0;
  return (share) => {
    held += reach(share) * (random() * 2 - 1 - held);
    return held;
  };
}

/** Small sounds to lay under what arrives and leaves, each from our own formulas. */
export const MADE_SOUNDS: readonly {
  readonly id: string;
  readonly name: string;
  readonly make: () => Float32Array;
}[] = [
  {
    id: 'rise',
    name: 'Rise',
    make: () => {
      const noise = sweptNoise(21, (share) => 0.02 + 0.5 * share * share);
      return made(1.5, (t, share) => {
        const tone = Math.sin(2 * Math.PI * (180 * t + 160 * t * t));
        return share * share * (0.25 * tone + 0.6 * noise(share));
      });
    },
  },
  {
    id: 'strike',
    name: 'Strike',
    make: () => {
      const noise = sweptNoise(22, () => 0.7);
      return made(0.8, (t, share) => {
        const body = Math.sin(2 * Math.PI * (70 * t + 2 * (1 - Math.exp(-30 * t))));
        return 0.8 * body * Math.exp(-7 * t) + 0.5 * noise(share) * Math.exp(-60 * t);
      });
    },
  },
  {
    id: 'tick',
    name: 'Tick',
    make: () => made(0.12, (t) => 0.7 * Math.sin(2 * Math.PI * 1900 * t) * Math.exp(-90 * t)),
  },
  {
    id: 'sweep',
    name: 'Sweep',
    make: () => {
      const noise = sweptNoise(23, (share) => 0.02 + 0.45 * Math.sin(Math.PI * share));
      return made(0.9, (_t, share) => 0.9 * Math.sin(Math.PI * share) ** 2 * noise(share));
    },
  },
];
