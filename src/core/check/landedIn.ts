import type { Landing } from '../document/types';
import { layerQuads, type SceneAssets } from '../scene';
import type { Landed } from './types';

/** Where an overlay of a size rests in a landing; null where it is not in it. */
export function landedIn(landing: Landing, overlay: string, assets: SceneAssets): Landed | null {
  const layer = landing.layers.find(
    (entry) => entry.kind === 'overlay' && entry.overlay === overlay && !entry.hidden,
  );
  const nested = assets.overlay(overlay);
  const quad = layer && nested && layerQuads(landing, assets, layer.from).get(layer.id);
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
