import type { Keyframe, Layer, Side } from '../document/layers';
import { SIDES } from '../document/layers';
import { ease } from './easings';

/** A number of a layer that keyframes can drive; `read` is null where the layer has none such. */
export interface Channel {
  readonly name: string;
  readonly label: string;
  readonly min: number;
  readonly max: number;
  readonly read: (layer: Layer) => number | null;
  readonly write: (layer: Layer, value: number) => Layer;
}

const inPlace = (
  name: 'x' | 'y' | 'scale' | 'stretch' | 'rotation',
  label: string,
  min: number,
  max: number,
): Channel => ({
  name,
  label,
  min,
  max,
  read: (layer) => layer.place[name],
  write: (layer, value) => ({ ...layer, place: { ...layer.place, [name]: value } }),
});

const inEffects = (
  name: 'blur' | 'brightness' | 'contrast' | 'saturation' | 'hue' | 'tintStrength',
  label: string,
  max: number,
  min = 0,
): Channel => ({
  name,
  label,
  min,
  max,
  read: (layer) => layer.effects[name],
  write: (layer, value) => ({ ...layer, effects: { ...layer.effects, [name]: value } }),
});

const upper = (side: Side): string => side[0].toUpperCase() + side.slice(1);

const onSide = (edge: 'crop' | 'feather', side: Side, max: number): Channel => ({
  name: `${edge}${upper(side)}`,
  label: `${upper(edge as Side)} ${side}`,
  min: 0,
  max,
  read: (layer) => layer.edges[edge][side],
  write: (layer, value) => ({
    ...layer,
    edges: { ...layer.edges, [edge]: { ...layer.edges[edge], [side]: value } },
  }),
});

const inFade = (
  name: 'angle' | 'shift',
  channel: string,
  label: string,
  min: number,
  max: number,
): Channel => ({
  name: channel,
  label,
  min,
  max,
  read: (layer) => layer.fade?.[name] ?? null,
  write: (layer, value) =>
    layer.fade ? { ...layer, fade: { ...layer.fade, [name]: value } } : layer,
});

/** All numbers that keyframes can drive. */
export const CHANNELS: readonly Channel[] = [
  inPlace('x', 'Across', -100_000, 100_000),
  inPlace('y', 'Down', -100_000, 100_000),
  inPlace('scale', 'Scale', 0, 1000),
  inPlace('stretch', 'Width against height', 0.01, 100),
  inPlace('rotation', 'Rotation', -360_000, 360_000),
  {
    name: 'opacity',
    label: 'Opacity',
    min: 0,
    max: 1,
    read: (layer) => layer.opacity,
    write: (layer, opacity) => ({ ...layer, opacity }),
  },
  inEffects('blur', 'Blur', 1000),
  inEffects('brightness', 'Brightness', 10),
  inEffects('contrast', 'Contrast', 10),
  inEffects('saturation', 'Saturation', 10),
  inEffects('hue', 'Hue', 360, -360),
  inEffects('tintStrength', 'Tint strength', 1),
  ...SIDES.map((side) => onSide('crop', side, 1)),
  ...SIDES.map((side) => onSide('feather', side, 10_000)),
  {
    name: 'radius',
    label: 'Corner radius',
    min: 0,
    max: 20_000,
    read: (layer) => layer.edges.radius,
    write: (layer, radius) => ({ ...layer, edges: { ...layer.edges, radius } }),
  },
  inFade('angle', 'fadeAngle', 'Fade angle', -360_000, 360_000),
  inFade('shift', 'fadeShift', 'Fade shift', -2, 2),
];

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
