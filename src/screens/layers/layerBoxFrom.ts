import type { Layer } from '@/core/document';
import { apply, boxAround, type Box, type Quad } from '@/core/scene';
import { placeMatrix } from '@/core/geometry/placeMatrix';
import { inverse } from '@/core/geometry/matrix';

/** A layer's box in its own pixels, from where it is seen; null in a group or while it is unknown. */
export function layerBoxFrom(layer: Layer, quads: ReadonlyMap<string, Quad>): Box | null {
  const quad = quads.get(layer.id);
  if (!quad || layer.group !== null || Object.keys(layer.keyframes).length > 0) return null;
  const toLayer = inverse(placeMatrix(layer.place));
  return boxAround(quad.map((corner) => apply(toLayer, corner)));
}
