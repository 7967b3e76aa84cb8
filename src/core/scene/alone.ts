import type { Stack } from '../document/types';
import { withinLayer } from '../document/tree';

/**
 * The same document with one layer alone on a clear canvas, where and when it was: what the matte and
 * cut-out views show.
 */
export function layerAlone<S extends Stack>(stack: S, id: string): S {
  const layer = stack.layers.find((entry) => entry.id === id);
  const kept = new Set([
    ...withinLayer(stack.layers, id).map((entry) => entry.id),
    ...groupsAround(stack, layer?.group ?? null),
    ...(layer?.mask ? [layer.mask.layer] : []),
  ]);
  return {
    ...stack,
    backdrop: { kind: 'clear' },
    // Hidden, not taken away: its moves may wait for theirs.
    layers: stack.layers.map((entry) => (kept.has(entry.id) ? entry : { ...entry, hidden: true })),
  };
}

function groupsAround(stack: Stack, group: string | null): readonly string[] {
  const parent = stack.layers.find(({ id }) => id === group);
  return parent ? [parent.id, ...groupsAround(stack, parent.group)] : [];
}

/** The same document without spill suppression. */
export const withoutSpill = <S extends Stack>(stack: S): S => ({
  ...stack,
  layers: stack.layers.map((layer) =>
    (layer.kind === 'picture' || layer.kind === 'clip') && layer.key?.kind === 'chroma'
      ? { ...layer, key: { ...layer.key, spill: 0 } }
      : layer,
  ),
});

/** The same document with no key colour removed: what "before" means at the divider. */
export const withoutKeys = <S extends Stack>(stack: S): S => ({
  ...stack,
  layers: stack.layers.map((layer) =>
    layer.kind === 'picture' || layer.kind === 'clip' ? { ...layer, key: null } : layer,
  ),
});
