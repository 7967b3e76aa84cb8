import { formatById } from '@/core/formats';
import { estimatedBytes, sampleRuns } from '@/core/sending/estimate';

const vp9 = formatById('vp9')!;
const apng = formatById('apng')!;
const rate = { num: 30, den: 1 };
const moving = (from: number, to: number, frames: number) =>
  Array.from({ length: frames }, (_, i) => i >= from && i < to);

describe('sampled frames', () => {
  it('are all of a short file', () => {
    expect(sampleRuns(moving(0, 40, 40), vp9)).toEqual([{ from: 0, to: 40 }]);
  });

  it('are spread evenly where every frame is whole', () => {
    const runs = sampleRuns(moving(0, 10, 200), apng);
    expect(runs).toHaveLength(10);
    runs.forEach(({ from, to }, i) => {
      expect(to - from).toBe(1);
      expect(Math.abs(from - (i + 0.5) * 20)).toBeLessThanOrEqual(1);
    });
  });

  it('never overlap, and are mostly where something moves where only changes are told', () => {
    const moves = moving(0, 60, 600);
    const runs = sampleRuns(moves, vp9);
    runs.slice(1).forEach(({ from }, i) => expect(from).toBeGreaterThanOrEqual(runs[i].to));
    expect(runs.at(-1)!.to).toBeLessThanOrEqual(600);
    const inMotion = runs.filter(({ from }) => moves[from]).length;
    expect(inMotion / runs.length).toBeGreaterThan(0.3);
  });
});

describe('the estimated size', () => {
  it('is in proportion where every frame is whole', () => {
    const moves = moving(0, 100, 100);
    const runs = sampleRuns(moves, apng);
    expect(estimatedBytes({ runs, moves, rate }, 1000 * runs.length, null)).toBe(100_000);
  });

  it('counts whole frames, changes and rest by themselves', () => {
    // 10 seconds: five whole frames of 1000 bytes, 100 that move at 200, the rest at 10.
    const moves = moving(0, 100, 300);
    const runs = sampleRuns(moves, vp9);
    const sizes = runs.flatMap(({ from, to }) =>
      Array.from({ length: to - from }, (_, i) => (i === 0 ? 1000 : moves[from + i] ? 200 : 10)),
    );
    const sample = sizes.reduce((sum, size) => sum + size, 0);
    const estimated = estimatedBytes({ runs, moves, rate }, sample, sizes);
    expect(estimated).toBe(5 * 1000 + 100 * 200 + 200 * 10);
  });

  it('is the true one where all frames were sampled', () => {
    const moves = moving(0, 5, 30);
    const runs = sampleRuns(moves, vp9);
    expect(estimatedBytes({ runs, moves, rate }, 4321, Array(30).fill(100))).toBe(4321);
  });
});
