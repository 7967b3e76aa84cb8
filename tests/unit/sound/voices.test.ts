import {
  addLayer,
  addTrack,
  changeTrack,
  createLanded,
  createLanding,
  createTrack,
  PLAIN_SOUND,
  removeTrack,
  trimTrack,
  updateLayer,
  type ClipLayer,
  type Landing,
} from '@/core/document';
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
const heard = (landing: Landing, frame: number) => voicesOf(landing, find)[0]?.at(frame) ?? null;

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

  it('nothing of a silent one, or of one whose file is gone', () => {
    expect(voicesOf(withBeat({ muted: true }), find)).toEqual([]);
    expect(voicesOf(withBeat({ footage: 'gone' }), find)).toEqual([]);
  });

  it('the footage it was begun on, from its start', () => {
    const [base] = voicesOf(onFootage, find);
    expect(base.footage).toBe('clip');
    expect(base.at(0)).toMatchObject({ from: 0, gain: [1, 1] });
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

  it('a clip without its sound on is silent', () => {
    expect(voicesOf(updateLayer(landed({}), 'c', { sound: null }), find)).toEqual([]);
  });
});

describe('mixing', () => {
  const tone = (rate: number) =>
    Float32Array.from({ length: rate }, (_, i) => Math.sin((2 * Math.PI * 440 * i) / rate));

  it('brings a source to the mix’s rate without bending its tone', () => {
    const samples = tone(44_100);
    const block = silence(4800);
    const source = { left: samples, right: samples, start: 0, sampleRate: 44_100 };
    addHeard(block, { from: 0.2, to: 0.3, gain: [1, 1] }, source);
    const off = block.left.map((value, i) =>
      Math.abs(value - Math.sin(2 * Math.PI * 440 * (0.2 + i / SAMPLE_RATE))),
    );
    expect(Math.max(...off)).toBeLessThan(0.002);
  });

  it('adds voices, and cuts off what is over full scale', () => {
    const loud = new Float32Array(SAMPLE_RATE).fill(0.7);
    const block = silence(100);
    const source = { left: loud, right: loud, start: 0, sampleRate: SAMPLE_RATE };
    addHeard(block, { from: 0.1, to: 0.1 + 100 / SAMPLE_RATE, gain: [1, 1] }, source);
    addHeard(block, { from: 0.1, to: 0.1 + 100 / SAMPLE_RATE, gain: [1, 0] }, source);
    expect(block.left[0]).toBeCloseTo(1.4, 5);
    expect(block.left[99]).toBeCloseTo(0.707, 3);
    limit(block);
    expect(block.left[0]).toBe(1);
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
