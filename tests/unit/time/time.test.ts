import {
  convertLength,
  frameOnShow,
  framesToSeconds,
  rateLabel,
  rateNear,
  RATES,
  secondsLabel,
  secondsToFrames,
} from '@/core/time';
import { snapShift } from '@/core/time/snapShift';

const NTSC = { num: 30000, den: 1001 };

describe('frame rates', () => {
  it('keeps 29.97 and 23.976 as exact rationals', () => {
    const rates = Object.fromEntries(RATES.map(({ label, rate }) => [label, rate]));
    expect(rates['29.97']).toEqual(NTSC);
    expect(rates['23.976']).toEqual({ num: 24000, den: 1001 });
  });

  it.each([
    [29.97, '29.97'],
    [30.02, '30'],
    [29.98, '29.97'],
    [59.94, '59.94'],
    [59.93, '59.94'],
    [60.1, '60'],
    [23.976, '23.976'],
    [23.99, '24'],
    [47.95, '47.952'],
    [119.9, '119.88'],
    [120.02, '120'],
    [24.97, '25'],
  ])('takes a measured %s for the nearest known rate, %s', (measured, label) => {
    expect(rateLabel(rateNear(measured, 1))).toBe(label);
  });

  it('keeps a measured rate that is near no known one, and allows for times told coarsely', () => {
    expect(rateNear(17.321, 1)).toEqual({ num: 17_321, den: 1000 });
    // Ten frames at 30 a second last 0.33 s in a GIF.
    expect(rateNear(10, 0.33)).toEqual({ num: 30_303, den: 1000 });
    expect(rateLabel(rateNear(10, 0.33, 0.005))).toBe('30');
  });

  it('never drifts: an hour of 29.97 shows as many frames of a 29.97 clip', () => {
    // 107,892 frames are an hour; a float of 29.97 would be off by several frames by then.
    expect(frameOnShow(107_892, NTSC, NTSC)).toBe(107_892);
    expect(frameOnShow(107_892, NTSC, { num: 24000, den: 1001 })).toBe(86_313);
  });

  it('shows each frame of a slower clip until the next one starts', () => {
    const shown = [0, 1, 2, 3, 4].map((frame) =>
      frameOnShow(frame, { num: 50, den: 1 }, { num: 25, den: 1 }),
    );
    expect(shown).toEqual([0, 0, 1, 1, 2]);
  });

  it('converts lengths to the nearest frame', () => {
    expect(convertLength(90, { num: 30, den: 1 }, { num: 24, den: 1 })).toBe(72);
    expect(secondsToFrames(1, NTSC)).toBe(30);
  });
});

describe('a length in words', () => {
  it('is decimal seconds, at any rate', () => {
    expect(secondsLabel(42, { num: 30, den: 1 })).toBe('1.4 s');
    expect(secondsLabel(3600, { num: 60, den: 1 })).toBe('60 s');
    expect(secondsLabel(100, NTSC)).toBe('3.34 s');
  });
});

describe('a shift that snaps', () => {
  it('puts the nearest of the shifted frames on a target within reach', () => {
    expect(snapShift(6, [9], [17, 40], 3)).toBe(8);
    expect(snapShift(6, [9, 30], [17, 37], 3)).toBe(7);
    expect(snapShift(-4, [20], [15], 1)).toBe(-5);
  });

  it('is what it was where no target is near', () => {
    expect(snapShift(6, [9], [17], 1.5)).toBe(6);
    expect(snapShift(6, [9], [], 100)).toBe(6);
  });
});

describe('units', () => {
  it('are not taken for each other; plain numbers may be given for any', () => {
    const seconds = framesToSeconds(60, { num: 30, den: 1 });
    const frames = secondsToFrames(seconds, { num: 25, den: 1 });
    // @ts-expect-error seconds are no frames
    framesToSeconds(seconds, NTSC);
    // @ts-expect-error frames are no seconds
    secondsToFrames(frames, NTSC);
    expect([seconds, frames]).toEqual([2, 50]);
  });
});
