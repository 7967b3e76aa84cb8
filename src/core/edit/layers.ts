import { apply, inverse, multiply, type Matrix, type Point } from '../geometry/matrix';
import { placeMatrix } from '../geometry/placeMatrix';
import { layerTree, withinLayer } from '../document/tree';
import { createGroup } from '../document/create';
import { nameWithinLimits } from '../document/withinLimits';
import type { Cue, GroupLayer, Layer } from '../document/layers';
import type { Stack } from '../document/types';
import { freeCues } from './cues';

/** Edits take a document and give the next one; nothing here changes its arguments. */

export type LayerPatch = Partial<Layer>;

export const findLayer = (stack: Stack, id: string): Layer | undefined =>
  stack.layers.find((layer) => layer.id === id);

export const updateLayer = <S extends Stack>(stack: S, id: string, patch: LayerPatch): S =>
  changeLayer(stack, id, (layer) => ({ ...layer, ...patch }) as Layer);

export const changeLayer = <S extends Stack>(
  stack: S,
  id: string,
  change: (layer: Layer) => Layer,
): S => ({
  ...stack,
  layers: stack.layers.map((layer) => (layer.id === id ? change(layer) : layer)),
});

/** Puts a layer on top of the stack. */
export const addLayer = <S extends Stack>(stack: S, layer: Layer): S => ({
  ...stack,
  layers: [...stack.layers, layer],
});

/**
 * Removes layers with everything in them. Moves that waited for theirs keep the time they had, and
 * nothing is masked by them any more.
 */
export function removeLayers<S extends Stack>(stack: S, ids: readonly string[]): S {
  const gone = new Set(ids.flatMap((id) => withinLayer(stack.layers, id).map((one) => one.id)));
  const moves = stack.layers.filter(({ id }) => gone.has(id)).flatMap((layer) => layer.moves);
  const freed = freeCues(stack, new Set(moves.map((move) => move.id)));
  return {
    ...freed,
    layers: freed.layers
      .filter((layer) => !gone.has(layer.id))
      .map((layer) =>
        layer.mask && gone.has(layer.mask.layer) ? { ...layer, mask: null } : layer,
      ),
  };
}

/**
 * Copies of layers, each with everything in it, just above the original. Cues and masks among what
 * is copied point to the copies.
 * @returns the overlay and the ids of the copies, in the order of `ids`
 */
export function duplicateLayers<S extends Stack>(
  stack: S,
  ids: readonly string[],
  newId: () => string,
): { readonly stack: S; readonly copies: readonly string[] } {
  let next = stack;
  const copies: string[] = [];
  for (const id of ids) {
    const inside = withinLayer(stack.layers, id);
    if (inside.length === 0) continue;
    const renamed = new Map<string, string>();
    inside.forEach((layer) => {
      renamed.set(layer.id, newId());
      layer.moves.forEach((move) => renamed.set(move.id, newId()));
    });
    const made = inside.map((layer) => copyOf(layer, layer.id === id, renamed));
    const top = Math.max(...inside.map((layer) => next.layers.indexOf(layer)));
    next = { ...next, layers: next.layers.toSpliced(top + 1, 0, ...made) };
    copies.push(renamed.get(id)!);
  }
  return { stack: next, copies };
}

function copyOf(layer: Layer, named: boolean, renamed: ReadonlyMap<string, string>): Layer {
  const now = (id: string) => renamed.get(id) ?? id;
  const cueOf = (cue: Cue): Cue => (cue.kind === 'at' ? cue : { ...cue, move: now(cue.move) });
  return {
    ...layer,
    id: now(layer.id),
    name: named ? nameWithinLimits(`${layer.name} copy`) : layer.name,
    group: layer.group && now(layer.group),
    mask: layer.mask && { ...layer.mask, layer: now(layer.mask.layer) },
    moves: layer.moves.map((move) => ({ ...move, id: now(move.id), cue: cueOf(move.cue) })),
  };
}

/** Moves a list entry up (+1) or down (−1) the stack; at an end it stays. */
export function restack<T extends { readonly id: string }>(
  stack: readonly T[],
  id: string,
  by: 1 | -1,
): readonly T[] {
  const from = stack.findIndex((entry) => entry.id === id);
  const to = from + by;
  if (from < 0 || to < 0 || to >= stack.length) return stack;
  return stack.with(from, stack[to]).with(to, stack[from]);
}

/**
 * Puts a layer at a position of a group's stack, 0 at the bottom. A group cannot be put into
 * itself: then nothing changes. It stays where it is seen: its place is worked out anew.
 */
export function moveInStack<S extends Stack>(
  stack: S,
  id: string,
  group: string | null,
  position: number,
): S {
  const layer = findLayer(stack, id);
  if (!layer) return stack;
  const within = withinLayer(stack.layers, id);
  if (group !== null && within.some((inner) => inner.id === group)) return stack;
  const moved = group === layer.group ? layer : inGroup(stack, layer, group);
  const others = stack.layers.filter((entry) => entry.id !== id);
  const siblings = others.filter((entry) => entry.group === group);
  const above = siblings[position];
  const at = above ? others.indexOf(above) : others.length;
  return { ...stack, layers: others.toSpliced(at, 0, moved) };
}

/** Puts a layer right above another one, in that one's group; null is the foot of the stack. */
export function dropLayer<S extends Stack>(stack: S, id: string, below: string | null): S {
  const under = below === null ? undefined : findLayer(stack, below);
  const group = under?.group ?? null;
  const siblings = stack.layers.filter((layer) => layer.group === group && layer.id !== id);
  const position = under ? siblings.indexOf(under) + 1 : 0;
  return moveInStack(stack, id, group, position);
}

/** Moves a layer one step up or down among those of its group. */
export function raiseLayer<S extends Stack>(stack: S, id: string, by: 1 | -1): S {
  const layer = findLayer(stack, id);
  if (!layer) return stack;
  const siblings = stack.layers.filter((entry) => entry.group === layer.group);
  const to = siblings.indexOf(layer) + by;
  if (to < 0 || to >= siblings.length) return stack;
  return moveInStack(stack, id, layer.group, to);
}

/** The map from the pixels of a layer's group to the document's. */
export function groupMatrix(layers: readonly Layer[], group: string | null): Matrix {
  const parent = layers.find((layer) => layer.id === group);
  if (!parent) return [1, 0, 0, 1, 0, 0];
  return multiply(groupMatrix(layers, parent.group), placeMatrix(parent.place));
}

/** The same layer in another group, where it is seen at the same place. */
function inGroup(stack: Stack, layer: Layer, group: string | null): Layer {
  const from = groupMatrix(stack.layers, layer.group);
  const to = groupMatrix(stack.layers, group);
  const at = apply(inverse(to), apply(from, layer.place));
  const turn = angleOf(from) - angleOf(to);
  const factor = sizeOf(from) / (sizeOf(to) || 1);
  const { scale, rotation } = layer.place;
  const place = { ...layer.place, ...at, scale: scale * factor, rotation: rotation + turn };
  return { ...layer, group, place };
}

const angleOf = (m: Matrix): number => (Math.atan2(m[1], m[0]) * 180) / Math.PI;
const sizeOf = (m: Matrix): number => Math.hypot(m[2], m[3]);

/** What an offset in document pixels is in the pixels of a layer's group. */
export function offsetWithin(stack: Stack, layer: Layer, dx: number, dy: number): Point {
  const [a, b, c, d] = groupMatrix(stack.layers, layer.group);
  return apply(inverse([a, b, c, d, 0, 0]), { x: dx, y: dy });
}

/**
 * Gathers layers of one stack in a group where the topmost of them was; the group turns about
 * `centre`. Fewer than one layer changes nothing.
 */
export function groupLayers<S extends Stack>(
  stack: S,
  ids: readonly string[],
  groupId: string,
  centre: Point,
): S {
  const chosen = stack.layers.filter((layer) => ids.includes(layer.id));
  if (chosen.length === 0) return stack;
  const top = chosen[chosen.length - 1];
  const home = top.group;
  const at = apply(inverse(groupMatrix(stack.layers, home)), centre);
  const group: GroupLayer = { ...createGroup(groupId, stack, at), group: home };
  const gathered = chosen.map((layer) => ({ ...inGroup(stack, layer, home), group: groupId }));
  const rest = stack.layers.filter((layer) => !ids.includes(layer.id));
  const below = stack.layers.slice(0, stack.layers.indexOf(top));
  const position = below.filter((layer) => !ids.includes(layer.id)).length;
  return { ...stack, layers: rest.toSpliced(position, 0, ...gathered, group) };
}

/** Opens a group: its layers take its place in the stack and stay where they are seen. */
export function ungroup<S extends Stack>(stack: S, id: string): S {
  const group = findLayer(stack, id);
  if (group?.kind !== 'group') return stack;
  const inside = layerTree(stack.layers).get(id) ?? [];
  const freed = inside.map((layer) => inGroup(stack, layer, group.group));
  const others = stack.layers.filter((layer) => layer.group !== id);
  const at = others.indexOf(group);
  const opened = { ...stack, layers: others.toSpliced(at, 1, ...freed, group) };
  return removeLayers(opened, [id]);
}

/** Another anchor, in layer pixels, without the layer being seen to move. */
export function withAnchor(layer: Layer, anchorX: number, anchorY: number): Layer {
  const { x, y } = apply(placeMatrix(layer.place), { x: anchorX, y: anchorY });
  return { ...layer, place: { ...layer.place, x, y, anchorX, anchorY } };
}
