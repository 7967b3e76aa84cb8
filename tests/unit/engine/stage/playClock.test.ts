import fc from 'fast-check';
import { PlayClock, type Played } from '@/engine/stage/playClock';

const THIRTY = { num: 30, den: 1 };
const SIXTY = { num: 60, den: 1 };
const whole: Played = { rate: THIRTY, from: 0, to: 90, loops: true };

describe('the clock of what plays', () => {
  it('begins with the frame that it is put to, and goes on in real time', () => {
    const clock = new PlayClock(1000, 20, THIRTY);
    expect(clock.due(1000, whole)).toEqual({ frame: 20, passed: 1, over: false });
    expect(clock.due(1010, whole)).toEqual({ frame: 20, passed: 0, over: false });
    expect(clock.due(1034, whole)).toEqual({ frame: 21, passed: 1, over: false });
    expect(clock.due(1134, whole)).toEqual({ frame: 24, passed: 3, over: false });
  });

  it('goes on at the same second where the rate changes meanwhile', () => {
    const clock = new PlayClock(0, 0, SIXTY);
    expect(clock.due(1000, { ...whole, rate: SIXTY, to: 180 }).frame).toBe(60);
    // The same three seconds, of half as many frames.
    expect(clock.due(1040, whole)).toEqual({ frame: 31, passed: 1, over: false });
    expect(clock.due(1340, whole).frame).toBe(40);
  });

  it('ends where it is when looping is switched off in a later round', () => {
    const clock = new PlayClock(0, 0, THIRTY);
    expect(clock.due(7000, whole).frame).toBe(30);
    const once = { ...whole, loops: false };
    expect(clock.due(7100, once)).toEqual({ frame: 33, passed: 3, over: false });
    expect(clock.due(8900, once)).toMatchObject({ frame: 87, over: false });
    expect(clock.due(9001, once)).toMatchObject({ frame: 89, over: true });
  });

  it('stays within what is played, and leaves out no frame that it does not count', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 50 }),
        fc.integer({ min: 1, max: 60 }),
        fc.array(fc.double({ min: 1, max: 400, noNaN: true }), { minLength: 1, maxLength: 40 }),
        (from, length, steps) => {
          const played = { rate: THIRTY, from, to: from + length, loops: true };
          const clock = new PlayClock(0, from, THIRTY);
          let [now, passed] = [0, clock.due(0, played).passed];
          for (const step of steps) {
            now += step;
            const due = clock.due(now, played);
            passed += due.passed;
            expect(due.frame).toBeGreaterThanOrEqual(from);
            expect(due.frame).toBeLessThan(from + length);
          }
          expect(Math.abs(passed - 1 - (now * 30) / 1000)).toBeLessThanOrEqual(1.001);
        },
      ),
    );
  });
});
