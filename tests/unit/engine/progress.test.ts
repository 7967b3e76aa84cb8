import { spaced } from '@/engine/progress';

describe('progress that is told', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  it('is told at once, then now and then, and at the end in any case', () => {
    const told: number[] = [];
    const progress = spaced((done) => told.push(done));
    for (let frame = 1; frame <= 100; frame++) {
      progress(frame, 100);
      jest.advanceTimersByTime(10);
    }
    expect(told).toEqual([1, 21, 41, 61, 81, 100]);
  });
});
