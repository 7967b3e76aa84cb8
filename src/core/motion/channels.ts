import type { Keyframe, Layer } from '../document/layers';
import { PROPERTIES, type AnyProperty } from '../document/properties';
import { ease } from '../easings';

/** A number of a layer that keyframes can drive; `read` is null where the layer has none such. */
export interface Channel {
  readonly name: string;
  readonly label: string;
  readonly min: number;
  readonly max: number;
  readonly read: (layer: Layer) => number | null;
  readonly write: (layer: Layer, value: number) => Layer;
}

const valueOf = (layer: Layer, name: string): unknown =>
  (layer as unknown as Readonly<Record<string, unknown>>)[name];

const ofLayers = ({ name, channels = [] }: AnyProperty): readonly Channel[] =>
  channels.map((channel) => ({
    ...channel,
    read: (layer) => (name in layer ? channel.read(valueOf(layer, name)) : null),
    write: (layer, value) =>
      name in layer
        ? ({ ...layer, [name]: channel.write(valueOf(layer, name), value) } as Layer)
        : layer,
  }));

/** All numbers that keyframes can drive, as the properties of layers declare them. */
export const CHANNELS: readonly Channel[] = PROPERTIES.flatMap(ofLayers);

const BY_NAME = new Map(CHANNELS.map((channel) => [channel.name, channel]));

export const channelNamed = (name: string): Channel | undefined => BY_NAME.get(name);

/** The value keyframes give at a frame: held before the first and after the last one. */
export function keyframedValue(keyframes: readonly Keyframe[], frame: number): number {
  const next = keyframes.findIndex((key) => key.frame > frame);
  if (next === 0) return keyframes[0].value;
  if (next < 0) return keyframes[keyframes.length - 1].value;
  const [a, b] = [keyframes[next - 1], keyframes[next]];
  const t = (frame - a.frame) / (b.frame - a.frame);
  return a.value + (b.value - a.value) * ease(a.easing, t);
}

/** The layer as its keyframes make it at a frame; the same object where it has none. */
export function layerAt<L extends Layer>(layer: L, frame: number): L {
  const driven = Object.entries(layer.keyframes);
  if (driven.length === 0) return layer;
  return driven.reduce<Layer>((changed, [name, keyframes]) => {
    const channel = channelNamed(name);
    if (!channel || keyframes.length === 0) return changed;
    const value = keyframedValue(keyframes, frame);
    return channel.write(changed, Math.min(channel.max, Math.max(channel.min, value)));
  }, layer) as L;
}
