import { findHits, HIT_RATE, nearestHit } from '@/core/sound/hits';
import { seededRandom } from '@/core/random';

interface Made {
  readonly name: string;
  readonly samples: Float32Array;
  readonly onsets: readonly number[];
}

/** Drum-like hits at a tempo, some of them quiet, over a pad and noise. */
function made(name: string, perMinute: number, noise: number, quiet: number, seed: number): Made {
  const random = seededRandom(seed);
  const seconds = 12;
  const samples = new Float32Array(seconds * HIT_RATE);
  for (let i = 0; i < samples.length; i++) {
    const t = i / HIT_RATE;
    samples[i] =
      0.06 * Math.sin(2 * Math.PI * 220 * t) * (1 + 0.5 * Math.sin(t)) + noise * (random() * 2 - 1);
  }
  const onsets: number[] = [];
  for (let at = 0.4; at < seconds - 0.4; at += 60 / perMinute) {
    const loud = random() < 0.3 ? quiet : 0.7;
    onsets.push(at);
    const start = Math.round(at * HIT_RATE);
    const pitch = 60 + random() * 400;
    for (let i = 0; i < 0.25 * HIT_RATE && start + i < samples.length; i++) {
      const t = i / HIT_RATE;
      samples[start + i] +=
        loud *
        (Math.sin(2 * Math.PI * pitch * t) * Math.exp(-t * 14) +
          0.4 * (random() * 2 - 1) * Math.exp(-t * 90));
    }
  }
  return { name, samples, onsets };
}

const SET: readonly Made[] = [
  made('slow and clean', 60, 0, 0.7, 1),
  made('quick', 150, 0.002, 0.5, 2),
  made('very quick', 240, 0.004, 0.4, 3),
  made('noisy', 100, 0.03, 0.5, 4),
  made('quiet hits', 120, 0.003, 0.12, 5),
  made('quiet hits in noise', 90, 0.01, 0.2, 6),
];

const WITHIN = 0.025;

function matched(found: readonly number[], onsets: readonly number[]): number {
  const left = [...found];
  return onsets.filter((onset) => {
    const at = left.findIndex((second) => Math.abs(second - onset) <= WITHIN);
    if (at >= 0) left.splice(at, 1);
    return at >= 0;
  }).length;
}

describe('hits', () => {
  const results = SET.map(({ name, samples, onsets }) => {
    const found = findHits(samples).map((hit) => hit.seconds);
    return { name, found, onsets, right: matched(found, onsets) };
  });

  it('are found within 25 ms, at an F-measure of 0.95 over all kinds', () => {
    const right = results.reduce((sum, result) => sum + result.right, 0);
    const found = results.reduce((sum, result) => sum + result.found.length, 0);
    const meant = results.reduce((sum, result) => sum + result.onsets.length, 0);
    const [precision, recall] = [right / found, right / meant];
    expect((2 * precision * recall) / (precision + recall)).toBeGreaterThanOrEqual(0.95);
  });

  it.each(results.map((result) => [result.name, result] as const))(
    'are found where the sound is %s',
    (_name, result) => {
      expect(result.right / result.onsets.length).toBeGreaterThan(0.85);
      expect(result.found.length / result.onsets.length).toBeLessThan(1.15);
    },
  );

  it('are none in silence, in a steady tone, or in noise alone', () => {
    const random = seededRandom(9);
    const of = (value: (i: number) => number) =>
      findHits(Float32Array.from({ length: 3 * HIT_RATE }, (_, i) => value(i)));
    expect(of(() => 0)).toEqual([]);
    expect(
      of((i) => 0.5 * Math.sin((2 * Math.PI * 440 * i) / HIT_RATE)).length,
    ).toBeLessThanOrEqual(1);
    expect(of(() => 0.2 * (random() * 2 - 1)).length).toBeLessThanOrEqual(1);
  });

  it('are snapped to by nearness', () => {
    const hits = [1, 2.2, 3].map((seconds) => ({ seconds, strength: 1 }));
    expect(nearestHit(hits, 2.7)!.seconds).toBe(3);
    expect(nearestHit([], 2)).toBeNull();
  });
});
