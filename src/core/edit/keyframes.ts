import { channelNamed, keyframedValue, layerAt } from '../motion/channels';
import type { Keyframe, Layer, Place } from '../document/layers';

/** Sets a channel of a layer: by a keyframe at `frame` where it has keyframes, else for good. */
export function setChannel(layer: Layer, name: string, value: number, frame: number): Layer {
  const channel = channelNamed(name)!;
  const keys = layer.keyframes[name];
  if (!keys) return channel.write(layer, value);
  return withKeys(layer, name, withKey(keys, frame, value));
}

/** Starts to drive a channel by keyframes: the first one, at `frame`, holds its present value. */
export function addKeyframe(layer: Layer, name: string, frame: number): Layer {
  const channel = channelNamed(name)!;
  const value = channel.read(layerAt(layer, frame));
  return value === null
    ? layer
    : withKeys(layer, name, withKey(layer.keyframes[name] ?? [], frame, value));
}

/** Takes the keyframe at `frame` away; with the last one, the channel keeps its value for good. */
export function removeKeyframe(layer: Layer, name: string, frame: number): Layer {
  const keys = layer.keyframes[name];
  if (!keys) return layer;
  const left = keys.filter((key) => key.frame !== frame);
  if (left.length > 0) return withKeys(layer, name, left);
  return withoutKeyframes(layer, name, frame);
}

/** Stops driving a channel by keyframes; it keeps the value it has at `frame`. */
export function withoutKeyframes(layer: Layer, name: string, frame: number): Layer {
  const { [name]: keys, ...rest } = layer.keyframes;
  if (!keys) return layer;
  return { ...channelNamed(name)!.write(layer, keyframedValue(keys, frame)), keyframes: rest };
}

/**
 * Moves all keyframes at a frame, of every channel, by some frames; they stop before they meet the
 * layer's other ones.
 */
export function shiftKeyframes(layer: Layer, frame: number, by: number): Layer {
  const others = keyedFrames(layer).filter((other) => other !== frame);
  const before = Math.max(...others.filter((other) => other < frame), -Infinity);
  const after = Math.min(...others.filter((other) => other > frame), Infinity);
  const to = Math.min(after - 1, Math.max(before + 1, frame + by));
  const moved = (keys: readonly Keyframe[]) =>
    keys.map((key) => (key.frame === frame ? { ...key, frame: to } : key));
  const keyframes = Object.fromEntries(
    Object.entries(layer.keyframes).map(([name, keys]) => [name, moved(keys)]),
  );
  return { ...layer, keyframes };
}

/** Frames at which a layer has keyframes, each once, in order. */
export const keyedFrames = ({ keyframes }: Layer): readonly number[] =>
  [...new Set(Object.values(keyframes).flatMap((keys) => keys.map(({ frame }) => frame)))].sort(
    (a, b) => a - b,
  );

/** The easing from the keyframe at or before `frame` to the next one. */
export const setKeyframeEasing = (
  layer: Layer,
  name: string,
  frame: number,
  easing: Keyframe['easing'],
): Layer =>
  withKeys(
    layer,
    name,
    layer.keyframes[name].map((key) => (key.frame === frame ? { ...key, easing } : key)),
  );

const withKeys = (layer: Layer, name: string, keys: readonly Keyframe[]): Layer => ({
  ...layer,
  keyframes: { ...layer.keyframes, [name]: keys },
});

function withKey(keys: readonly Keyframe[], frame: number, value: number): readonly Keyframe[] {
  const before = keys.findLast((key) => key.frame <= frame);
  const key: Keyframe = { frame, value, easing: before?.easing ?? 'ease in and out' };
  return [...keys.filter((entry) => entry.frame !== frame), key].sort((a, b) => a.frame - b.frame);
}

/** Puts a layer somewhere: by keyframes at `frame` where its place has them. */
export const setPlace = (layer: Layer, place: Place, frame: number): Layer =>
  (['x', 'y', 'scale', 'rotation'] as const).reduce(
    (next, name) =>
      next.place[name] === place[name] && !next.keyframes[name]
        ? next
        : setChannel(next, name, place[name], frame),
    layer,
  );
