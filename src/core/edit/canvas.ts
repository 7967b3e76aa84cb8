import type { Keyframe, Layer } from '../document/layers';
import type { Stack } from '../document/types';

/** A new canvas; the artwork keeps its size and its distance from the middle. */
export function changeSize<S extends Stack>(stack: S, width: number, height: number): S {
  const dx = (width - stack.width) / 2;
  const dy = (height - stack.height) / 2;
  return {
    ...stack,
    width,
    height,
    layers: stack.layers.map((layer) => (layer.group === null ? movedLayer(layer, dx, dy) : layer)),
  };
}

/** A layer shifted in the pixels of what it lies in, its keyframes with it. */
export function movedLayer(layer: Layer, dx: number, dy: number): Layer {
  const { x, y } = layer.keyframes;
  const shifted = (keys: readonly Keyframe[], by: number) =>
    keys.map((key) => ({ ...key, value: key.value + by }));
  return {
    ...layer,
    place: { ...layer.place, x: layer.place.x + dx, y: layer.place.y + dy },
    keyframes: {
      ...layer.keyframes,
      ...(x ? { x: shifted(x, dx) } : {}),
      ...(y ? { y: shifted(y, dy) } : {}),
    },
  };
}
