import { EASINGS } from '../../motion/easings';
import {
  anyNumber,
  frames,
  LIMITS,
  list,
  oneOf,
  record,
  shape,
  such,
  type ValueOf,
} from '../fields';
import { LAYER_KINDS } from '../values/kinds';
import { property, type TimeMap } from './types';

/** The easing leads from this keyframe to the next one. */
const keyframe = shape({ frame: frames(), value: anyNumber(), easing: oneOf(EASINGS) });
export type Keyframe = ValueOf<typeof keyframe>;

const track = such(list(keyframe, LIMITS.keyframes), '${path} must be in order of time', (keys) =>
  keys.every((key, i) => i === 0 || key.frame > keys[i - 1].frame),
);

/** @param channels names of all numbers that keyframes can drive */
export const keyframesOf = (channels: readonly string[]) =>
  property({
    name: 'keyframes',
    kinds: LAYER_KINDS,
    part: 'time',
    // By the names of channels.
    schema: record(channels, track),
    first: () => ({}),
    split: 'piece',
    retimed: (value, map) =>
      Object.fromEntries(Object.entries(value).map(([name, keys]) => [name, retimed(keys, map)])),
  });

/** Of keyframes that meet, the last stays. */
function retimed(keys: readonly Keyframe[], { at }: TimeMap): readonly Keyframe[] {
  const byFrame = new Map(keys.map((key) => [at(key.frame), key]));
  return [...byFrame].sort(([a], [b]) => a - b).map(([frame, key]) => ({ ...key, frame }));
}
