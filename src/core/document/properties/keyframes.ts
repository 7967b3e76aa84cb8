import { EASINGS } from '../../easings';
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
import { LAYER_KINDS } from '../../layerKinds';
import { movedInTime } from '../values/inTime';
import { property } from './types';

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
    retimed: (value, { at }) =>
      Object.fromEntries(
        Object.entries(value).map(([name, keys]) => [name, movedInTime(keys, at)]),
      ),
  });
