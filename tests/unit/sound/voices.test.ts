import {
  createLanded,
  createLanding,
  PLAIN_SOUND,
  type ClipLayer,
  type Landing,
} from '@/core/document';
import {
  addLayer,
  addTrack,
  changeTrack,
  createTrack,
  removeTrack,
  trimTrack,
  updateLayer,
} from '@/core/edit';
import { landingHits, nearestFrame } from '@/core/sound/landingHits';
import { addHeard, limit, sampleAt, sampleOfFrame } from '@/core/sound/mix';
import { gainFactor, SAMPLE_RATE, silence } from '@/core/sound/types';
import { voicesOf } from '@/core/sound/voices';
import { video } from '../fixtures';

const RATE = { num: 25, den: 1 };
const beat = video({ id: 'beat', type: 'sound', width: 0, height: 0, duration: 3, rate: null });
const clip = video({ id: 'clip', duration: 2, rate: RATE });
const find = (id: string) => [beat, clip].find((entry) => entry.id === id);
const onFootage = createLanding(
  { id: 'l', created: 0 },
  'Landing',
  video({ duration: 8, rate: RATE }),
);
const empty: Landing = { ...onFootage, layers: [] };
const withBeat = (change: Partial<Landing['sounds'][number]> = {}) =>
  addTrack(empty, { ...createTrack('t', beat), ...change });
const allHeard = (landing: Landing, frame: number) => voicesOf(landing, find)[0]?.at(frame) ?? [];
const heard = (landing: Landing, frame: number) => allHeard(landing, frame)[0] ?? null;

describe('what is heard', () => {
  it('a sound from its start, trimmed, at its gain', () => {
    const landing = withBeat({ start: 10, in: 0.5, out: 1.5, gain: -6 });
    expect(heard(landing, 9)).toBeNull();
    const first = heard(landing, 10)!;
    expect(first.from).toBeCloseTo(0.5, 9);
    expect(first.to).toBeCloseTo(0.54, 9);
    expect(first.gain[0]).toBeCloseTo(gainFactor(-6), 9);
    expect(heard(landing, 34)).not.toBeNull();
    expect(heard(landing, 35)).toBeNull();
  });

  it('fades in and out in straight lines', () => {
    const landing = withBeat({ fadeIn: 1, fadeOut: 0.4 });
    expect(heard(landing, 0)!.gain[0]).toBe(0);
    expect(heard(landing, 12)!.gain[1]).toBeCloseTo(0.52, 6);
    expect(heard(landing, 40)!.gain[0]).toBe(1);
    expect(heard(landing, 70)!.gain[0]).toBeCloseTo(0.5, 6);
  });

  it('a fade that is shorter than a frame, or meets the other one, for as long as it is', () => {
    const short = allHeard(withBeat({ fadeIn: 0.01 }), 0);
    expect(short.map(({ end }) => end)).toEqual([expect.closeTo(0.25, 6), 1]);
    expect(short.map(({ gain }) => gain)).toEqual([
      [0, 1],
      [1, 1],
    ]);
    const meeting = allHeard(withBeat({ out: 0.04, fadeIn: 0.03, fadeOut: 0.03 }), 0);
    expect(meeting.map(({ end }) => end)).toEqual([expect.closeTo(0.5, 6), 1]);
    expect(meeting[0].gain[1]).toBeCloseTo(2 / 3, 6);
  });

  it('nothing of a silent one, or of one whose file is gone', () => {
    expect(voicesOf(withBeat({ muted: true }), find)).toEqual([]);
    expect(voicesOf(withBeat({ footage: 'gone' }), find)).toEqual([]);
  });

  it('the footage it was begun on, from its start', () => {
    const [base] = voicesOf(onFootage, find);
    expect(base.footage).toBe('clip');
    expect(base.at(0)).toMatchObject([{ from: 0, gain: [1, 1] }]);
  });

  const landed = (time: Partial<ClipLayer['time']>): Landing => {
    const layer = createLanded('c', empty, clip) as ClipLayer;
    const document = addLayer({ ...empty, layers: [] }, { ...layer, to: 100 });
    return updateLayer(document, 'c', { sound: PLAIN_SOUND, time: { ...layer.time, ...time } });
  };

  it('a clip’s own sound as the clip runs: faster, backwards, not while it is held', () => {
    const fast = heard(landed({ speed: 2 }), 5)!;
    expect([fast.from, fast.to].map((value) => Number(value.toFixed(6)))).toEqual([0.4, 0.48]);
    const back = heard(landed({ reverse: true }), 5)!;
    expect(back.to).toBeLessThan(back.from);
    expect(heard(landed({ after: 'hold' }), 80)).toBeNull();
    expect(heard(landed({ lead: 1, after: 'hold' }), 10)).toBeNull();
    expect(heard(landed({ after: 'loop' }), 60)!.from).toBeCloseTo(0.4, 6);
  });

  /** From when to when of the source each of some frames is heard, in hundredths of a second. */
  const played = (landing: Landing, frames: readonly number[]) =>
    frames.map((frame) =>
      allHeard(landing, frame).map(({ from, to }) => [from, to].map((at) => Math.round(at * 100))),
    );

  it('a clip whose frames are mixed as evenly as one whose are not', () => {
    const slow = landed({ speed: 0.5, blend: true });
    expect(played(slow, [0, 1, 2])).toEqual([[[0, 2]], [[2, 4]], [[4, 6]]]);
    const faster = { ...landed({ blend: true }), rate: { num: 30, den: 1 } };
    const { from, to } = heard(faster, 3)!;
    expect([from, to].map((at) => Math.round(at * 30))).toEqual([3, 4]);
    for (let frame = 0; frame < 60; frame++) expect(allHeard(faster, frame)).toHaveLength(1);
  });

  it('a clip that goes back and forth backwards after its turn, and never past its ends', () => {
    const turning = landed({ in: 0.5, out: 1.5, after: 'back and forth' });
    expect(played(turning, [24, 25, 49, 50])).toEqual([
      [[146, 150]],
      [[150, 146]],
      [[54, 50]],
      [[50, 54]],
    ]);
    const mirrored = landed({ in: 0.5, out: 1.5, after: 'back and forth', reverse: true });
    expect(played(mirrored, [0, 25])).toEqual([[[150, 146]], [[50, 54]]]);
    const twice = landed({ in: 0.5, out: 1.5, after: 'back and forth', times: 1 });
    expect(played(twice, [49, 50, 60])).toEqual([[[54, 50]], [], []]);
  });

  it('a turn, a cut and an end that fall into a frame, at their own moment in it', () => {
    expect(allHeard(landed({ out: 0.5, after: 'back and forth' }), 12)).toMatchObject([
      { begin: 0, end: expect.closeTo(0.5, 6), from: expect.closeTo(0.48, 6), to: 0.5, round: 0 },
      {
        begin: expect.closeTo(0.5, 6),
        end: expect.closeTo(1, 6),
        from: 0.5,
        to: expect.closeTo(0.48, 6),
        round: 1,
      },
    ]);
    const skips = [{ from: 0.5, to: 1 }];
    expect(played(landed({ skips }), [12])).toEqual([
      [
        [48, 50],
        [100, 102],
      ],
    ]);
    expect(played(landed({ skips, reverse: true }), [25])).toEqual([[[50, 46]]]);
    expect(allHeard(landed({ out: 0.5, after: 'hold' }), 12)).toMatchObject([
      { begin: 0, end: expect.closeTo(0.5, 6), to: 0.5 },
    ]);
    expect(allHeard(withBeat({ out: 0.5 }), 12)).toMatchObject([
      { begin: 0, end: expect.closeTo(0.5, 6), to: 0.5 },
    ]);
  });

  it('both rounds that a seam mixes, one fading into the other as the picture does', () => {
    const seam = landed({ seam: 0.4, after: 'loop' });
    const [ending, beginning] = allHeard(seam, 42);
    expect(ending).toMatchObject({ from: expect.closeTo(1.68, 6), round: 0 });
    expect(beginning).toMatchObject({ from: expect.closeTo(0.08, 6), round: 1 });
    expect(ending.gain[0]).toBeCloseTo(0.8, 6);
    expect(beginning.gain[0]).toBeCloseTo(0.2, 6);
  });

  it('a clip without its sound on is silent', () => {
    expect(voicesOf(updateLayer(landed({}), 'c', { sound: null }), find)).toEqual([]);
  });
});

describe('mixing', () => {
  const WHOLE = { begin: 0, end: 1, round: 0 };

  const tone = (rate: number) =>
    Float32Array.from({ length: rate }, (_, i) => Math.sin((2 * Math.PI * 440 * i) / rate));

  it('brings a source to the mix’s rate without bending its tone', () => {
    const samples = tone(44_100);
    const block = silence(4800);
    const source = { left: samples, right: samples, start: 0, sampleRate: 44_100 };
    addHeard(block, { ...WHOLE, from: 0.2, to: 0.3, gain: [1, 1] }, source);
    const off = block.left.map((value, i) =>
      Math.abs(value - Math.sin(2 * Math.PI * 440 * (0.2 + i / SAMPLE_RATE))),
    );
    expect(Math.max(...off)).toBeLessThan(0.002);
  });

  it('adds voices, and cuts off what is over full scale', () => {
    const loud = new Float32Array(SAMPLE_RATE).fill(0.7);
    const block = silence(100);
    const source = { left: loud, right: loud, start: 0, sampleRate: SAMPLE_RATE };
    addHeard(block, { ...WHOLE, from: 0.1, to: 0.1 + 100 / SAMPLE_RATE, gain: [1, 1] }, source);
    addHeard(block, { ...WHOLE, from: 0.1, to: 0.1 + 100 / SAMPLE_RATE, gain: [1, 0] }, source);
    expect(block.left[0]).toBeCloseTo(1.4, 5);
    expect(block.left[99]).toBeCloseTo(0.707, 3);
    limit(block);
    expect(block.left[0]).toBe(1);
  });

  it('joins two parts of a frame without a gap, a jump or a sample that is heard twice', () => {
    const ramp = Float32Array.from({ length: 4800 }, (_, i) => i / 4800);
    const source = { left: ramp, right: ramp, start: 0, sampleRate: SAMPLE_RATE };
    const [whole, parts] = [silence(1000), silence(1000)];
    addHeard(whole, { ...WHOLE, from: 0.01, to: 0.01 + 1000 / SAMPLE_RATE, gain: [1, 1] }, source);
    const middle = 0.01 + 333.4 / SAMPLE_RATE;
    const end = 0.01 + 1000 / SAMPLE_RATE;
    const gain = [1, 1] as const;
    addHeard(parts, { begin: 0, end: 0.3334, from: 0.01, to: middle, gain, round: 0 }, source);
    addHeard(parts, { begin: 0.3334, end: 1, from: middle, to: end, gain, round: 0 }, source);
    const off = whole.left.map((value, i) => Math.abs(value - parts.left[i]));
    expect(Math.max(...off)).toBeLessThan(1e-6);
  });

  it('is silent before and after a source', () => {
    expect(sampleAt(new Float32Array([1, 1]), -3)).toBe(0);
    expect(sampleAt(new Float32Array([1, 1]), 5)).toBe(0);
  });

  it('never drifts from the pictures at NTSC rates', () => {
    const ntsc = { num: 30_000, den: 1001 };
    expect(sampleOfFrame(30_000, ntsc)).toBe(1001 * SAMPLE_RATE);
  });
});

describe('sounds of a landing', () => {
  it('are trimmed at both ends; what is heard stays where it is', () => {
    const later = trimTrack(withBeat({ start: 10 }), 't', 'from', 25, 3).sounds[0];
    expect(later).toMatchObject({ start: 35, in: 1 });
    const shorter = trimTrack(withBeat(), 't', 'to', -25, 3).sounds[0];
    expect(shorter.out).toBeCloseTo(2, 9);
    expect(trimTrack(withBeat({ out: 2 }), 't', 'to', 50, 3).sounds[0].out).toBeNull();
    expect(trimTrack(withBeat(), 't', 'from', -25, 3).sounds[0]).toMatchObject({ start: 0, in: 0 });
  });

  it('come and go', () => {
    const louder = changeTrack(withBeat(), 't', (track) => ({ ...track, gain: 3 }));
    expect(louder.sounds[0].gain).toBe(3);
    expect(removeTrack(louder, 't').sounds).toEqual([]);
  });

  it('give the frames of their hits, as far as they are played', () => {
    const hits = [0.2, 1, 2.5].map((seconds) => ({ seconds, strength: 1 }));
    const landing = withBeat({ start: 10, in: 0.5, out: 2 });
    expect(landingHits(landing, () => hits)).toEqual([10 + 13]);
    expect(landingHits(withBeat({ muted: true }), () => hits)).toEqual([]);
    expect(nearestFrame([5, 25, 63], 30)).toBe(25);
    expect(nearestFrame([], 30)).toBeNull();
  });
});
