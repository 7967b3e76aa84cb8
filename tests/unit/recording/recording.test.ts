import { createFootageLayer, type ClipLayer } from '@/core/document';
import { findDrawingArea } from '@/core/recording/area';
import { countFrame } from '@/core/recording/count';
import {
  enlargedBy,
  paperRemoval,
  recordingProposal,
  withRecording,
} from '@/core/recording/proposal';
import { findDrawingTimes } from '@/core/recording/times';
import type { FrameCount, FramePixels } from '@/core/recording/types';
import { layerQuads } from '@/core/scene';
import { DRAWING_AREA, DRAWN, KEY_COLOUR } from '../../../demo/scenes/handwriting';
import kit from '../../../demo/kit/kit.json';
import { overlay, video } from '../fixtures';
import { assets } from '../nodeAssets';
import { readFrames, record, type MadeRecording } from './recordings';

const SAMPLES = 9;

function looked(frames: readonly FramePixels[], rate: number) {
  const spread = Array.from(
    { length: SAMPLES },
    (_, i) => frames[Math.round((i * (frames.length - 1)) / (SAMPLES - 1))],
  );
  const area = findDrawingArea(spread);
  const last = frames[frames.length - 1];
  const counts = frames.map((frame, i) => countFrame(frame, frames[i - 1] ?? null, last, area));
  return { area, times: findDrawingTimes(counts, rate) };
}

const MADE: MadeRecording = {
  width: 640,
  height: 360,
  area: { left: 40, top: 30, right: 600, bottom: 330 },
  paper: '#00c853',
  ink: '#ffffff',
  border: '#3a3742',
  first: 'blank',
  noise: 0,
  crf: 23,
};

const VARIANTS: readonly (readonly [string, Partial<MadeRecording>])[] = [
  [
    'wide borders, blue, crf 18',
    { area: { left: 120, top: 50, right: 560, bottom: 300 }, paper: '#1040d0', crf: 18 },
  ],
  ['thin borders, crf 30', { area: { left: 6, top: 22, right: 634, bottom: 354 }, crf: 30 }],
  [
    'a running clock in the recorder’s bar',
    {
      clock: true,
      area: { left: 40, top: 64, right: 600, bottom: 330 },
      paper: '#ffffff',
      ink: '#231c35',
    },
  ],
  ['a finished picture first, noise', { first: 'finished', noise: 8, crf: 26 }],
  [
    'a wipe first, dark ink on white',
    { first: 'wipe', paper: '#ffffff', ink: '#231c35', border: '#d9d5cc' },
  ],
  [
    'light ink on black, crf 28, noise',
    {
      paper: '#000000',
      ink: '#f2b63c',
      border: '#5a5866',
      noise: 5,
      crf: 28,
      area: { left: 80, top: 0, right: 560, bottom: 360 },
    },
  ],
];

describe('a recording of somebody drawing', () => {
  it.each(VARIANTS)(
    'with %s: borders within 2 pixels, start and end within 2 frames',
    (_name, change) => {
      const made = { ...MADE, ...change };
      const truth = record(made);
      const { area, times } = looked(truth.frames, 25);
      expect(area.bordered).toBe(true);
      for (const side of ['left', 'top', 'right', 'bottom'] as const) {
        expect(Math.abs(area.box[side] - made.area[side])).toBeLessThanOrEqual(2);
      }
      expect(Math.abs(times.in - truth.in)).toBeLessThanOrEqual(2);
      expect(Math.abs(times.out - truth.out)).toBeLessThanOrEqual(2);
      expect(times.shownFirst).toBe(made.first !== 'blank');
      // The hand rests for 0.7 s after its second stroke.
      expect(times.idle.some(({ from, to }) => (to - from) / 25 > 0.4)).toBe(true);
    },
  );

  it('without borders is left alone', () => {
    const { width, height } = MADE;
    const truth = record({ ...MADE, area: { left: 0, top: 0, right: width, bottom: height } });
    const { area, times } = looked(truth.frames, 25);
    expect(area).toMatchObject({
      bordered: false,
      box: { left: 0, top: 0, right: 640, bottom: 360 },
    });
    expect(Math.abs(times.in - truth.in)).toBeLessThanOrEqual(2);
  });

  it('of the demo kit is found as it was made', () => {
    const { media, width, height } = kit.kit.footage.find(({ id }) => id === 'hand-line')!;
    const file = `demo/kit/media/${media.hash}.${media.extension}`;
    const { area, times } = looked(readFrames(file, width, height), 30);
    const { left, top, width: across, height: down } = DRAWING_AREA;
    const truth = { left, top, right: left + across, bottom: top + down };
    for (const side of ['left', 'top', 'right', 'bottom'] as const) {
      expect(Math.abs(area.box[side] - truth[side])).toBeLessThanOrEqual(2);
    }
    expect(Math.abs(times.in - DRAWN.from * 30)).toBeLessThanOrEqual(2);
    expect(Math.abs(times.out - DRAWN.to * 30)).toBeLessThanOrEqual(2);
    expect(paperRemoval(area.paper).key).not.toBeNull();
    const off = [1, 3, 5].map(
      (k) => parseInt(area.paper.slice(k, k + 2), 16) - parseInt(KEY_COLOUR.slice(k, k + 2), 16),
    );
    expect(Math.max(...off.map(Math.abs))).toBeLessThan(8);
  });
});

describe('times of a drawing', () => {
  const counts = (inks: readonly number[]): readonly FrameCount[] =>
    inks.map((ink, i) => ({
      ink,
      changed: i === 0 ? 0 : Math.abs(ink - inks[i - 1]),
      unfinished: Math.abs(ink - inks.at(-1)!),
    }));

  it('begin where something changes when the paper is never blank', () => {
    const times = findDrawingTimes(counts([500, 500, 500, 620, 740, 900, 900]), 25);
    expect(times).toMatchObject({ in: 3, out: 5, shownFirst: true });
  });

  it('are the whole recording where nothing is drawn', () => {
    expect(findDrawingTimes(counts([0, 0, 0, 0]), 25)).toMatchObject({ in: 3, out: 4, idle: [] });
  });
});

describe('a clip made ink-like', () => {
  const footage = video({ width: 1280, height: 720, duration: 6, rate: { num: 30, den: 1 } });
  const document = overlay();
  const layer = createFootageLayer('film', document, footage) as ClipLayer;
  const area = {
    box: { left: 96, top: 88, right: 1184, bottom: 656 },
    bordered: true,
    paper: '#00c853',
  };
  const times = { in: 24, out: 114, shownFirst: false, idle: [{ from: 40, to: 55 }] };
  const proposal = recordingProposal(area, times, 1, 30);
  const choice = {
    proposal,
    crops: true,
    skipsRests: true,
    removesPaper: true,
    fills: true,
    takes: 1.25,
    ink: '#e9a23b',
  };
  const made = withRecording(layer, document, footage, choice);

  it('shows what was drawn, in the time it is to take, and holds it', () => {
    // 90 frames without 15 are 2.5 seconds.
    expect(made.time).toMatchObject({ in: 0.8, out: 3.8, speed: 2, after: 'hold' });
    expect(made.time.skips).toHaveLength(1);
    expect(
      withRecording(layer, document, footage, { ...choice, skipsRests: false }).time.speed,
    ).toBeCloseTo(2.4, 9);
  });

  it('fits the area that was drawn in to the canvas', () => {
    const quad = layerQuads({ ...document, layers: [made] }, assets).get('film')!;
    const scale = Math.min(1920 / 1084, 1080 / 564);
    expect(quad[1].x - quad[0].x).toBeCloseTo(1280 * scale, 5);
    const inside = { x: quad[0].x + 640 * scale, y: quad[0].y + 372 * scale };
    expect(inside.x).toBeCloseTo(960, 5);
    expect(inside.y).toBeCloseTo(540, 5);
    expect(made.edges.crop.left).toBeCloseTo(98 / 1280, 9);
  });

  it('tells how much larger it becomes, and keeps its size and place where that is asked for', () => {
    const scale = Math.min(1920 / 1084, 1080 / 564);
    expect(enlargedBy(layer, document, footage, choice)).toBeCloseTo(scale, 5);
    const kept = withRecording(layer, document, footage, { ...choice, fills: false });
    const { width, height, place } = layer;
    expect(kept).toMatchObject({ width, height, place, edges: made.edges, time: made.time });
  });

  it('loses its paper by colour, or by a blend where that is grey; ink takes a colour', () => {
    expect(made).toMatchObject({
      key: { colour: '#00c853' },
      effects: { tint: '#e9a23b', tintStrength: 1 },
    });
    expect(paperRemoval('#ffffff')).toEqual({ key: null, blend: 'multiply' });
    expect(paperRemoval('#101010')).toEqual({ key: null, blend: 'screen' });
    const kept = withRecording(layer, document, footage, {
      ...choice,
      removesPaper: false,
      ink: null,
    });
    expect(kept).toMatchObject({ key: null, blend: 'normal', effects: { tintStrength: 0 } });
  });
});
