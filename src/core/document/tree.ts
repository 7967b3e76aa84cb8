import type { Layer } from './layers';

/** Layers by the group they are in, bottom first; null is the top of the overlay. */
export type LayerTree = ReadonlyMap<string | null, readonly Layer[]>;

const trees = new WeakMap<readonly Layer[], LayerTree>();

/** The tree that layers form; one whose group is missing or circular is at the top. */
export function layerTree(layers: readonly Layer[]): LayerTree {
  const known = trees.get(layers);
  if (known) return known;
  const byId = new Map(layers.map((layer) => [layer.id, layer]));
  const tree = new Map<string | null, Layer[]>();
  for (const layer of layers) {
    const parent = isRooted(layer, byId) ? layer.group : null;
    tree.set(parent, [...(tree.get(parent) ?? []), layer]);
  }
  trees.set(layers, tree);
  return tree;
}

function isRooted(layer: Layer, byId: ReadonlyMap<string, Layer>): boolean {
  const seen = new Set([layer.id]);
  for (let at = layer.group; at !== null; at = byId.get(at)!.group) {
    if (seen.has(at) || byId.get(at)?.kind !== 'group') return false;
    seen.add(at);
  }
  return true;
}

/** A layer with everything in it, in stacking order. */
export function withinLayer(layers: readonly Layer[], id: string): readonly Layer[] {
  const tree = layerTree(layers);
  const inside = new Set<string>();
  const visit = (layer: Layer) => {
    inside.add(layer.id);
    tree.get(layer.id)?.forEach(visit);
  };
  layers.filter((layer) => layer.id === id).forEach(visit);
  return layers.filter((layer) => inside.has(layer.id));
}
