import fc from 'fast-check';
import {
  createLanding,
  type ClipLayer,
  type ClipTime,
  type Landing,
  type SoundTrack,
} from '@/core/document';
import { addTrack, changeRate, createTrack, shiftLayer, splitInTime, trimLayer } from '@/core/edit';
import { AFTER_END } from '@/core/document/properties/clipTime';
import { timeLayers } from '@/core/motion/timing';
import { clipMoment } from '@/core/retime/clipTime';
import { addHeard, sampleOfFrame } from '@/core/sound/mix';
import { SAMPLE_RATE, silence, type Stereo } from '@/core/sound/types';
import { voicesOf } from '@/core/sound/voices';
import { newLayer } from '@/core/document/layerParts';
import { framesToSeconds, RATES, type Rate } from '@/core/time';
import { video } from '../fixtures';
import { CANVAS, number } from './documents';
import { holds } from './holds';

const DURATION = 1.6;
const TWENTY_FIVE = { num: 25, den: 1 };
const source = video({ id: 'clip', duration: DURATION, rate: TWENTY_FIVE });
const beat = video({ id: 'beat', type: 'sound', duration: 1, rate: null });
const find = (id: string) => [source, beat].find((entry) => entry.id === id);

/** The sample at a second of a source is that second: what is heard tells where in the source it is. */
const ramp = (seconds: number): Float32Array =>
  Float32Array.from({ length: seconds * SAMPLE_RATE }, (_, i) => i / SAMPLE_RATE);
const SOURCES: Readonly<Record<string, Float32Array>> = { clip: ramp(DURATION), beat: ramp(1) };

const empty: Landing = {
  ...createLanding({ id: 'landing', created: 0 }, 'Landing', null),
  ...{ width: 160, height: 90, rate: { num: 30, den: 1 }, length: 60, layers: [], sounds: [] },
};

const times: fc.Arbitrary<ClipTime> = fc.record({
  in: number(0, 0.6),
  out: fc.option(number(0.8, DURATION), { nil: null }),
  speed: fc.constantFrom(0.5, 1, 2, 1.37),
  reverse: fc.boolean(),
  lead: fc.oneof(fc.constant(0), number(-2, 0.5)),
  after: fc.constantFrom(...AFTER_END),
  times: fc.option(fc.integer({ min: 1, max: 3 }), { nil: null }),
  seam: fc.oneof(fc.constant(0), number(0, 0.3)),
  blend: fc.boolean(),
  skips: fc.oneof(fc.constant([]), fc.constant([{ from: 0.65, to: 0.75 }])),
});

const plain = { gain: 0, fadeIn: 0, fadeOut: 0 };
const clipOf = (time: ClipTime, from = 0, to = 60): ClipLayer => ({
  ...newLayer('clip', 'clip', CANVAS),
  ...{ footage: 'clip', sound: plain, from, to, time },
});
const clips = fc
  .tuple(times, fc.integer({ min: -4, max: 10 }), fc.integer({ min: 30, max: 70 }))
  .map(([time, from, to]) => clipOf(time, from, to));
const tracks: fc.Arbitrary<SoundTrack> = fc
  .record({
    start: fc.integer({ min: -10, max: 40 }),
    in: number(0, 0.5),
    out: fc.option(number(0.5, 1), { nil: null }),
    fadeIn: number(0, 0.3),
    fadeOut: number(0, 0.3),
    gain: number(-12, 6),
  })
  .map((change) => ({ ...createTrack('track', beat), ...change }));
const landings = fc
  .tuple(fc.array(clips, { maxLength: 2 }), fc.array(tracks, { maxLength: 2 }))
  .map(([layers, sounds]): Landing => ({
    ...empty,
    layers: layers.map((layer, i) => ({ ...layer, id: `clip-${i}` })),
    sounds: sounds.map((track, i) => ({ ...track, id: `track-${i}` })),
  }));

/** What is heard of a landing from one frame to another, before it is held within full scale. */
function mixed(landing: Landing, from: number, to: number): Stereo {
  const first = sampleOfFrame(from, landing.rate);
  const block = silence(sampleOfFrame(to, landing.rate) - first);
  for (const voice of voicesOf(landing, find)) {
    const samples = SOURCES[voice.footage];
    const decoded = { left: samples, right: samples, start: 0, sampleRate: SAMPLE_RATE };
    for (let frame = from; frame < to; frame++) {
      const [start, end] = [frame, frame + 1].map((at) => sampleOfFrame(at, landing.rate) - first);
      const part = {
        left: block.left.subarray(start, end),
        right: block.right.subarray(start, end),
      };
      for (const heard of voice.at(frame)) addHeard(part, heard, decoded);
    }
  }
  return block;
}

const worstOff = (a: Float32Array, b: Float32Array): number =>
  a.reduce((worst, value, i) => Math.max(worst, Math.abs(value - b[i])), 0);

const samplesOff = (a: Float32Array, b: Float32Array): number =>
  a.reduce((count, value, i) => (Math.abs(value - b[i]) > 1e-4 ? count + 1 : count), 0);

let made = 0;
const newId = () => `new-${made++}`;

describe('the sound of a landing', () => {
  it('is the sum of its voices alone', () => {
    holds(landings, (landing) => {
      const sum = silence(mixed(landing, 0, 60).left.length);
      const alone = [
        ...landing.layers.map((layer) => ({ ...landing, layers: [layer], sounds: [] })),
        ...landing.sounds.map((track) => ({ ...landing, layers: [], sounds: [track] })),
      ];
      for (const one of alone) mixed(one, 0, 60).left.forEach((value, i) => (sum.left[i] += value));
      expect(worstOff(mixed(landing, 0, 60).left, sum.left)).toBeLessThan(1e-5);
    });
  });

  it('in two halves that are joined is the whole', () => {
    holds(landings, fc.integer({ min: 1, max: 59 }), (landing, at) => {
      const joined = new Float32Array([
        ...mixed(landing, 0, at).left,
        ...mixed(landing, at, 60).left,
      ]);
      expect(worstOff(joined, mixed(landing, 0, 60).left)).toBe(0);
    });
  });

  it('is exactly nought where no voice is heard', () => {
    holds(landings, (landing) => {
      const voices = voicesOf(landing, find);
      for (let frame = 0; frame < 60; frame++) {
        if (voices.some((voice) => voice.at(frame).length > 0)) continue;
        expect(mixed(landing, frame, frame + 1).left.every((value) => value === 0)).toBe(true);
      }
      const muted = landing.sounds.map((track) => ({ ...track, muted: true }));
      const silent = {
        ...landing,
        sounds: muted,
        layers: landing.layers.map((layer) => ({ ...layer, hidden: true })),
      };
      expect(mixed(silent, 0, 60).left.every((value) => value === 0)).toBe(true);
    });
  });

  it('is never past the ends of what it takes of a source', () => {
    holds(clips, (layer) => {
      const landing = { ...empty, layers: [layer] };
      const [voice] = voicesOf(landing, find);
      const { in: first, out } = layer.time;
      for (let frame = 0; frame < 60; frame++) {
        for (const { begin, end, from, to } of voice.at(frame)) {
          expect(begin).toBeGreaterThanOrEqual(-1e-9);
          expect(end).toBeLessThanOrEqual(1 + 1e-9);
          expect(end).toBeGreaterThan(begin);
          for (const at of [from, to]) {
            expect(at).toBeGreaterThanOrEqual(first - 1e-9);
            expect(at).toBeLessThanOrEqual((out ?? DURATION) + 1e-9);
          }
        }
      }
    });
  });

  it('is that of the picture, at every frame', () => {
    holds(clips, fc.constantFrom(...RATES), (layer, { rate }) => {
      const landing = changeRate(
        { ...empty, layers: [{ ...layer, time: { ...layer.time, seam: 0 } }] },
        rate,
      );
      const [clip] = landing.layers as readonly ClipLayer[];
      const [voice] = voicesOf(landing, find);
      const { from } = timeLayers(landing).get('clip')!;
      for (let frame = Math.max(0, from); frame < Math.min(landing.length, clip.to); frame++) {
        const [heard] = voice.at(frame);
        if (!heard || heard.begin > 1e-6) continue;
        const shown = clipMoment(
          { ...clip.time, blend: false },
          frame - from,
          rate,
          source,
        )!.seconds;
        // Backwards a frame of the source is shown from its end to its start.
        const middle = heard.to >= heard.from ? heard.from : heard.from - 1 / 25;
        expect(Math.abs(Math.max(middle, clip.time.in) - shown)).toBeLessThan(0.5 / 25 + 1e-6);
      }
    });
  });

  it('backwards is the same samples, last first', () => {
    holds(number(0, 0.4), fc.constantFrom(0.5, 1, 2), (first, speed) => {
      const time: ClipTime = {
        ...clipOf({} as ClipTime).time,
        in: first,
        out: first + 1,
        speed,
        reverse: false,
        lead: 0,
        after: 'nothing',
        times: null,
        seam: 0,
        blend: false,
        skips: [],
      };
      const frames = Math.round(30 / speed);
      const forwards = mixed({ ...empty, layers: [clipOf(time)] }, 0, Math.min(60, frames));
      const back = mixed(
        { ...empty, layers: [clipOf({ ...time, reverse: true })] },
        0,
        Math.min(60, frames),
      );
      fc.pre(frames <= 60);
      const { length } = forwards.left;
      const off = forwards.left.reduce(
        (worst, value, i) =>
          i < 2 ? worst : Math.max(worst, Math.abs(value - back.left[length - i])),
        0,
      );
      expect(off).toBeLessThan(2 / SAMPLE_RATE);
    });
  });

  it('of a clip that is cut in two is that of the whole', () => {
    holds(clips, fc.integer({ min: 1, max: 59 }), (layer, at) => {
      const landing = { ...empty, layers: [layer] };
      const halves = splitInTime(landing, 'clip', at, newId);
      expect(worstOff(mixed(halves, 0, 60).left, mixed(landing, 0, 60).left)).toBeLessThan(1e-6);
    });
  });

  it('stays with the picture when a clip is trimmed and shifted', () => {
    holds(
      clips,
      fc.integer({ min: 0, max: 20 }),
      fc.integer({ min: -5, max: 5 }),
      (layer, front, by) => {
        const landing = { ...empty, layers: [layer] };
        const trimmed = trimLayer(landing, 'clip', 'from', front);
        const start = Math.max(0, layer.from + front);
        expect(
          worstOff(mixed(trimmed, start, 60).left, mixed(landing, start, 60).left),
        ).toBeLessThan(1e-6);
        const shifted = shiftLayer(landing, 'clip', by);
        const both = [Math.max(0, by), Math.min(60, 60 + by)];
        expect(
          worstOff(
            mixed(shifted, both[0], both[1]).left,
            mixed(landing, both[0] - by, both[1] - by).left,
          ),
        ).toBeLessThan(1e-6);
      },
    );
  });

  it('is heard at the same seconds at any rate, and again at the first one', () => {
    holds(landings, fc.constantFrom(2, 4), (landing, factor) => {
      const first = mixed(landing, 0, 60).left;
      const faster = changeRate(landing, { num: 30 * factor, den: 1 });
      // An end that lies between two samples may come to lie before or after one of them.
      expect(samplesOff(mixed(faster, 0, 60 * factor).left, first)).toBeLessThan(20);
      expect(worstOff(mixed(changeRate(faster, landing.rate), 0, 60).left, first)).toBeLessThan(
        1e-6,
      );
    });
  });

  it.each(RATES)('begins within half a frame of its second at $label a second', ({ rate }) => {
    holds(tracks, (track) => {
      const landing = changeRate(addTrack(empty, track), rate);
      const seconds = (frame: number, of: Rate) => framesToSeconds(frame, of);
      const off = Math.abs(
        seconds(landing.sounds[0].start, rate) - seconds(track.start, empty.rate),
      );
      expect(off).toBeLessThanOrEqual(framesToSeconds(0.5, rate) + 1e-9);
    });
  });
});
