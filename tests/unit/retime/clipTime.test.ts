import fc from 'fast-check';
import { WHOLE_CLIP, type ClipTime } from '@/core/document';
import {
  clipMoment,
  clipSeconds as secondsOf,
  keptSeconds,
  runFrame,
  runMoment,
  fittedTo,
} from '@/core/retime/clipTime';

const time = (change: Partial<ClipTime> = {}): ClipTime => ({
  ...WHOLE_CLIP,
  after: 'hold',
  ...change,
});
const clipSeconds = (
  part: ClipTime,
  frames: number,
  rate: { num: number; den: number },
  duration: number,
) => secondsOf(part, frames, rate, { duration, rate: null });
const NTSC = { num: 30000, den: 1001 };

describe('a clip’s time', () => {
  it('runs from in to out at its speed', () => {
    const part = time({ in: 2, out: 4, speed: 0.5 });
    const rate = { num: 25, den: 1 };
    expect(clipSeconds(part, 0, rate, 10)).toBe(2);
    expect(clipSeconds(part, 50, rate, 10)).toBe(3);
    expect(clipSeconds(part, 100, rate, 10)).toBeCloseTo(4, 2);
  });

  it.each([
    ['hold', 3.999],
    ['loop', 1],
    ['back and forth', 3],
    ['nothing', null],
  ] as const)('goes on with “%s” after its end', (after, expected) => {
    const at = runMoment(5, 4, time({ after }))?.seconds ?? null;
    if (expected === null) expect(at).toBeNull();
    else expect(at).toBeCloseTo(expected, 2);
  });

  it('does not drift: an hour of NTSC frames later the second is still exact', () => {
    const frames = Math.round((3600 * NTSC.num) / NTSC.den);
    expect(clipSeconds(time(), frames, NTSC, 1e6)).toBeCloseTo((frames * 1001) / 30000, 9);
    const looped = clipSeconds(time({ after: 'loop' }), frames, NTSC, 7)!;
    expect(looped).toBeCloseTo(((frames * 1001) / 30000) % 7, 6);
  });

  it('never leaves the part between in and out', () => {
    fc.assert(
      fc.property(
        fc.nat(1e6),
        fc.double({ min: 0, max: 5, noNaN: true }),
        fc.double({ min: 0.01, max: 5, noNaN: true }),
        fc.double({ min: 0.05, max: 8, noNaN: true }),
        fc.constantFrom('hold' as const, 'loop' as const, 'back and forth' as const),
        (frames, start, length, speed, after) => {
          const part = time({ in: start, out: start + length, speed, after });
          const at = clipSeconds(part, frames, NTSC, 20)!;
          expect(at).toBeGreaterThanOrEqual(start);
          expect(at).toBeLessThanOrEqual(start + length);
        },
      ),
    );
  });

  it('of nested overlays goes by whole frames', () => {
    const at = (frame: number, after: ClipTime['after']) => runFrame(frame, 4, after);
    const run = (after: ClipTime['after']) => Array.from({ length: 9 }, (_, i) => at(i, after));
    expect(run('hold')).toEqual([0, 1, 2, 3, 3, 3, 3, 3, 3]);
    expect(run('loop')).toEqual([0, 1, 2, 3, 0, 1, 2, 3, 0]);
    expect(run('back and forth')).toEqual([0, 1, 2, 3, 3, 2, 1, 0, 0]);
    expect(run('nothing')).toEqual([0, 1, 2, 3, null, null, null, null, null]);
  });

  describe('with parts left out', () => {
    const skips = [
      { from: 2, to: 4 },
      { from: 6, to: 7 },
    ];
    const NO_RATE = { num: 10, den: 1 };
    const seconds = (frame: number, change: Partial<ClipTime> = {}) =>
      clipSeconds(time({ skips, ...change }), frame, NO_RATE, 10);

    it('jumps over them', () => {
      expect(seconds(19)).toBeCloseTo(1.9, 9);
      expect(seconds(20)).toBeCloseTo(4, 9);
      expect(seconds(40)).toBeCloseTo(7, 9);
      expect(keptSeconds(time({ skips }), 10)).toBeCloseTo(7, 9);
    });

    it('holds the last frame, and loops over what is left', () => {
      expect(seconds(500)).toBeCloseTo(9.999, 9);
      expect(seconds(70, { after: 'loop' })).toBeCloseTo(0, 9);
      expect(seconds(91, { after: 'loop' })).toBeCloseTo(4.1, 9);
    });

    it('takes in and out point into account', () => {
      expect(keptSeconds(time({ skips, in: 3, out: 6.5 }), 10)).toBeCloseTo(2, 9);
      expect(seconds(0, { in: 3, out: 6.5 })).toBeCloseTo(4, 9);
      expect(seconds(5, { in: 2.5, out: 3.5 })).toBeCloseTo(3.5, 9);
    });
  });
});

describe('a clip that is retimed', () => {
  const TEN = { num: 10, den: 1 };
  const source = { duration: 2, rate: TEN };
  const frames = (change: Partial<ClipTime>, count: number) =>
    Array.from({ length: count }, (_, frame) => {
      const moment = clipMoment(time(change), frame, TEN, source);
      return moment && Math.floor(moment.seconds * 10 + 1e-6);
    });

  it('runs backwards from its last frame to its first', () => {
    expect(frames({ reverse: true }, 22)).toEqual([
      ...Array.from({ length: 20 }, (_, i) => 19 - i),
      0,
      0,
    ]);
  });

  it('holds its first frame as long as it is told to', () => {
    expect(frames({ lead: 0.3, in: 0.5 }, 6)).toEqual([5, 5, 5, 5, 6, 7]);
  });

  it('loops a number of times and then holds its last frame', () => {
    expect(frames({ after: 'loop', out: 0.3, times: 2 }, 8)).toEqual([0, 1, 2, 0, 1, 2, 2, 2]);
  });

  it('goes back and forth a number of times and rests at its start', () => {
    const shown = frames({ after: 'back and forth', out: 0.3, times: 1, speed: 0.5 }, 14);
    expect(shown.slice(0, 6)).toEqual([0, 0, 1, 1, 2, 2]);
    expect(shown.slice(-2)).toEqual([0, 0]);
  });

  it('fades the end of a round into the start of the next', () => {
    const part = time({ after: 'loop', seam: 0.5 });
    const moment = (frame: number) => clipMoment(part, frame, TEN, source)!;
    expect(moment(2).mix).toBeNull();
    // A round is 1.5 s; from then on the tail fades over half a second.
    expect(moment(15)).toEqual({ seconds: 0, mix: { seconds: 1.5, share: 1 } });
    const { seconds, mix } = moment(17);
    expect(seconds).toBeCloseTo(0.2, 9);
    expect(mix!.seconds).toBeCloseTo(1.7, 9);
    expect(mix!.share).toBeCloseTo(0.6, 9);
    expect(moment(20).mix).toBeNull();
  });

  it('mixes the two frames it falls between, when it is slowed', () => {
    const part = time({ speed: 0.25, blend: true });
    const moment = clipMoment(part, 5, TEN, source)!;
    expect(moment.seconds).toBeCloseTo(0.1, 9);
    expect(moment.mix!.seconds).toBeCloseTo(0.2, 9);
    expect(moment.mix!.share).toBeCloseTo(0.25, 6);
    expect(clipMoment(part, 8, TEN, source)!.mix).toBeNull();
  });

  it('is over after the seconds it was fitted to', () => {
    const part = time({ in: 0.5, after: 'nothing' });
    const fitted = fittedTo(part, 2, 3);
    expect(fitted.speed).toBeCloseTo(0.5, 9);
    expect(clipMoment(fitted, 29, TEN, source)).not.toBeNull();
    expect(clipMoment(fitted, 30, TEN, source)).toBeNull();
  });
});
