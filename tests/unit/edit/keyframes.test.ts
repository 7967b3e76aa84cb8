import { type Keyframe } from '@/core/document';
import {
  addKeyframe,
  keyedFrames,
  removeKeyframe,
  setChannel,
  setKeyframeEasing,
  setPlace,
  shiftKeyframes,
  withoutKeyframes,
} from '@/core/edit';
import fc from 'fast-check';
import { CHANNELS, channelNamed, keyframedValue, layerAt } from '@/core/motion/channels';
import { EASINGS } from '@/core/easings';
import { band, words } from '../fixtures';

const x = (layer: ReturnType<typeof band>, frame: number) => layerAt(layer, frame).place.x;

describe('keyframes', () => {
  const still = band();
  const keyed = () =>
    setChannel(addKeyframe(still, 'x', 10), 'x', 1000, 30) as ReturnType<typeof band>;

  it('begin by holding the value there is', () => {
    const first = addKeyframe(still, 'x', 10) as typeof still;
    expect(first.keyframes.x).toEqual([{ frame: 10, value: 960, easing: 'ease in and out' }]);
    expect(x(first, 0)).toBe(960);
    expect(x(first, 99)).toBe(960);
  });

  it('lead from one to the next by the earlier one’s easing', () => {
    const linear = setKeyframeEasing(keyed(), 'x', 10, 'linear') as typeof still;
    expect([0, 10, 15, 20, 30, 50].map((frame) => x(linear, frame))).toEqual([
      960, 960, 970, 980, 1000, 1000,
    ]);
  });

  it('are set where the playhead stands once there are any; without, the value is for good', () => {
    expect(setChannel(still, 'x', 5, 40).place.x).toBe(5);
    const moved = setPlace(keyed(), { x: 500, y: 77, scale: 1, rotation: 0 }, 20);
    expect(moved.keyframes.x.map((key) => [key.frame, key.value])).toEqual([
      [10, 960],
      [20, 500],
      [30, 1000],
    ]);
    expect(moved.place.y).toBe(77);
    expect(moved.keyframes.y).toBeUndefined();
  });

  it('go one by one; the last one leaves its value', () => {
    const one = removeKeyframe(keyed(), 'x', 10);
    expect(one.keyframes.x).toHaveLength(1);
    const none = removeKeyframe(one, 'x', 30);
    expect(none.keyframes.x).toBeUndefined();
    expect(none.place.x).toBe(1000);
    const stopped = withoutKeyframes(keyed(), 'x', 10);
    expect(stopped.place.x).toBe(960);
    expect(stopped.keyframes).toEqual({});
  });

  it('are moved in time, of all channels at once, and never pass each other', () => {
    const both = addKeyframe(keyed(), 'y', 10);
    expect(keyedFrames(both)).toEqual([10, 30]);
    const later = shiftKeyframes(both, 10, 7);
    expect(later.keyframes.x.map((key) => key.frame)).toEqual([17, 30]);
    expect(later.keyframes.y.map((key) => key.frame)).toEqual([17]);
    expect(keyedFrames(shiftKeyframes(both, 10, 500))).toEqual([29, 30]);
    expect(keyedFrames(shiftKeyframes(both, 30, -500))).toEqual([10, 11]);
    expect(keyedFrames(shiftKeyframes(both, 30, 500))).toEqual([10, 530]);
  });

  it('go between the values of their neighbours for every easing but the settling one', () => {
    const keys = (easing: Keyframe['easing']): readonly Keyframe[] => [
      { frame: 0, value: -3, easing },
      { frame: 40, value: 8, easing },
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...EASINGS),
        fc.integer({ min: -20, max: 60 }),
        (easing, frame) => {
          const value = keyframedValue(keys(easing), frame);
          if (frame <= 0) expect(value).toBe(-3);
          if (frame >= 40) expect(value).toBe(8);
          if (easing === 'settle') return;
          expect(value).toBeGreaterThanOrEqual(-3);
          expect(value).toBeLessThanOrEqual(8);
        },
      ),
    );
  });
});

describe('channels', () => {
  const layer = {
    ...words('Wind'),
    fade: { kind: 'linear' as const, angle: 0, shift: 0, stops: [] },
  };

  it('each write what they read, and nothing else', () => {
    for (const channel of CHANNELS) {
      const before = channel.read(layer);
      if (before === null) continue;
      const changed = channel.write(layer, before + 0.25);
      expect(channel.read(changed)).toBe(before + 0.25);
      expect(channel.write(changed, before)).toEqual(layer);
    }
  });

  it('have names of their own, and limits in order', () => {
    expect(new Set(CHANNELS.map(({ name }) => name)).size).toBe(CHANNELS.length);
    for (const { min, max } of CHANNELS) expect(min).toBeLessThan(max);
    expect(channelNamed('opacity')?.max).toBe(1);
    expect(channelNamed('nothing')).toBeUndefined();
  });

  it('that a layer does not have stay without a keyframe', () => {
    expect(addKeyframe(band(), 'fadeShift', 3)).toEqual(band());
  });
});
