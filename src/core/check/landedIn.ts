import type { Landing, Layer, Overlay, OverlayLayer } from '../document/types';
import { timeLayers } from '../motion/timing';
import { layerQuads, type SceneAssets } from '../scene';
import { convertLength, secondsToFrames } from '../time';
import type { Landed } from './types';

/** The lowest layer by which an overlay shows in a landing. */
export const landingLayer = (landing: Landing, overlay: string): OverlayLayer | undefined =>
  landing.layers.find(
    (layer: Layer): layer is OverlayLayer =>
      layer.kind === 'overlay' && layer.overlay === overlay && !layer.hidden,
  );

/** The frame of a landing at which a layer of it shows a frame of its overlay for the first time. */
export function landedFrame(
  landing: Landing,
  layer: OverlayLayer,
  overlay: Overlay,
  frame: number,
): number {
  const { from } = timeLayers(landing).get(layer.id)!;
  const run = frame + secondsToFrames(layer.lead, overlay.rate);
  return from + convertLength(run, overlay.rate, landing.rate);
}

/** Where an overlay of a size rests in a landing when it comes on show; null where it is not in it. */
export function landedIn(landing: Landing, overlay: string, assets: SceneAssets): Landed | null {
  const layer = landingLayer(landing, overlay);
  const nested = assets.overlay(overlay);
  if (!layer || !nested) return null;
  const { from } = timeLayers(landing).get(layer.id)!;
  const quad = layerQuads(landing, assets, from).get(layer.id);
  if (!quad) return null;
  const [a, b, , d] = quad;
  const { name, width, height, rate } = landing;
  return {
    name,
    width,
    height,
    rate,
    matrix: [
      (b.x - a.x) / nested.width,
      (b.y - a.y) / nested.width,
      (d.x - a.x) / nested.height,
      (d.y - a.y) / nested.height,
      a.x,
      a.y,
    ],
  };
}
