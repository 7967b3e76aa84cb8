import { canvasOf, createOverlay, type Stamp } from '../document/create';
import { shiftLayer } from './time';
import { nameWithinLimits } from '../document/withinLimits';
import { newLayer, partsOf, withParts } from '../document/layerParts';
import {
  CANVAS_LIMIT,
  NEUTRAL,
  placeAt,
  type ClipLayer,
  type Footage,
  type Overlay,
  type PictureLayer,
  type Stack,
} from '../document/types';

/** What is known of a layer that is cut out: where it lies, and when it is on show, in frames. */
export interface Cutting {
  readonly stack: Stack;
  readonly layer: ClipLayer | PictureLayer;
  readonly footage: Footage;
  readonly from: number;
  readonly to: number;
}

/** By how much a layer is enlarged to its footage's own size, as far as a canvas goes. */
const enlargement = ({ layer, footage }: Cutting): number =>
  Math.min(
    Math.max(1, footage.width / layer.width),
    CANVAS_LIMIT.max / Math.max(layer.width, layer.height),
  );

/**
 * An overlay of a keyed clip or picture alone, to be sent clear: at its footage's own size where that is larger, for as
 * long as it is on show, without what moves it about.
 */
export function cutOutOverlay(stamp: Stamp, cutting: Cutting): Overlay {
  const { stack, layer, from, to } = cutting;
  const scale = enlargement(cutting);
  const [width, height] = [layer.width * scale, layer.height * scale];
  const overlay: Overlay = {
    ...createOverlay(stamp, nameWithinLimits(`${layer.name} cut out`)),
    ...{ ...canvasOf({ width, height }), rate: stack.rate, length: to - from },
  };
  const alone = {
    ...withParts(newLayer(layer.kind, layer.id, overlay), partsOf(layer, 'content')),
    ...{ name: layer.name, preroll: layer.preroll, key: layer.key, effects: layer.effects },
    ...{ width, height, from, to },
    place: placeAt(overlay.width / 2, overlay.height / 2),
    mattes: layer.mattes.map((matte) => ({
      ...matte,
      feather: matte.feather * scale,
      drawn: matte.drawn.map(({ frame, points }) => ({
        frame,
        points: points.map(({ x, y }) => ({ x: x * scale, y: y * scale })),
      })),
    })),
  };
  return shiftLayer({ ...overlay, layers: [alone] }, layer.id, -from);
}

/** Its matte alone, white on black, for programs that take it beside footage without transparency. */
export function matteOverlay(stamp: Stamp, cutting: Cutting): Overlay {
  const overlay = cutOutOverlay(stamp, cutting);
  const white = { ...NEUTRAL, tint: '#ffffff', tintStrength: 1 };
  return {
    ...overlay,
    name: nameWithinLimits(`${cutting.layer.name} matte`),
    backdrop: { kind: 'key', colour: '#000000' },
    layers: overlay.layers.map((layer) => ({ ...layer, effects: white })),
  };
}
