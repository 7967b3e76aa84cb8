import { type Layer, type Phase, type Stack } from '@/core/document';
import { keyedFrames } from '@/core/edit';
import { timeLayers, type LayerTiming } from '@/core/motion/timing';
import { layerTree, type LayerTree } from '@/core/scene';
import type { CueLink, Lane } from '@/ui/cueSheet/types';

export const LAYER_ICONS: Readonly<Record<Layer['kind'], string>> = {
  words: 'format-text',
  shape: 'shape-outline',
  picture: 'image-outline',
  clip: 'movie-open-outline',
  group: 'folder-outline',
  overlay: 'layers-outline',
  ink: 'draw-pen',
};

type Timings = ReadonlyMap<string, LayerTiming>;

/**
 * A document's layers as lanes, the topmost first and what is in an open group under it, and its
 * cues as links.
 */
export function layerLanes(
  document: Stack,
  opened: ReadonlySet<string> = new Set(),
): {
  lanes: readonly Lane[];
  links: readonly CueLink[];
} {
  const timings = timeLayers(document);
  const lanes = lanesOf(null, 0, layerTree(document.layers), timings, opened);
  return { lanes, links: document.layers.flatMap((layer) => linksOf(layer, document, timings)) };
}

const lanesOf = (
  group: string | null,
  depth: number,
  tree: LayerTree,
  timings: Timings,
  opened: ReadonlySet<string>,
): readonly Lane[] =>
  [...(tree.get(group) ?? [])].reverse().flatMap((layer) => {
    const open = layer.kind === 'group' ? opened.has(layer.id) : null;
    const inside = open ? lanesOf(layer.id, depth + 1, tree, timings, opened) : [];
    return [laneOf(layer, depth, open, timings.get(layer.id)!), ...inside];
  });

function laneOf(layer: Layer, depth: number, open: boolean | null, timing: LayerTiming): Lane {
  const times = (phase: Phase) =>
    layer.moves
      .filter((move) => move.phase === phase)
      .map((move) => ({ id: move.id, ...timing.moves.get(move.id)! }));
  const arrived = Math.max(timing.from, ...times('arrive').map((time) => time.end));
  const leaving = Math.min(timing.to, ...times('leave').map((time) => time.start));
  return {
    id: layer.id,
    name: layer.name,
    icon: LAYER_ICONS[layer.kind],
    hidden: layer.hidden,
    locked: layer.locked,
    depth,
    open,
    from: timing.from,
    to: timing.to,
    arrive: arrived - timing.from,
    leave: timing.to - leaving,
    marks: times('stay'),
    keys: keyedFrames(layer),
    waits: true,
    trims: true,
    wave: null,
  };
}

function linksOf(layer: Layer, document: Stack, timings: Timings): readonly CueLink[] {
  return layer.moves.flatMap((move) => {
    const { cue } = move;
    if (cue.kind === 'at') return [];
    const other = document.layers.find((entry) => entry.moves.some(({ id }) => id === cue.move))!;
    const waited = timings.get(other.id)!.moves.get(cue.move)!;
    return [
      {
        id: move.id,
        fromLane: other.id,
        fromFrame: cue.kind === 'alongside' ? waited.start : waited.end,
        toLane: layer.id,
        toFrame: timings.get(layer.id)!.moves.get(move.id)!.start,
      },
    ];
  });
}
