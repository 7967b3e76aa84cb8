import type { Layer, Overlay, Phase } from '@/core/document';
import { timeLayers, type LayerTiming } from '@/core/motion/timing';
import type { CueLink, Lane } from '@/ui/cueSheet/types';

export const LAYER_ICONS: Readonly<Record<Layer['kind'], string>> = {
  words: 'format-text',
  shape: 'shape-outline',
};

/** An overlay's layers as lanes, the topmost first, and its cues as links. */
export function overlayLanes(overlay: Overlay): {
  lanes: readonly Lane[];
  links: readonly CueLink[];
} {
  const timings = timeLayers(overlay);
  const lanes = overlay.layers.map((layer) => laneOf(layer, timings.get(layer.id)!)).reverse();
  return { lanes, links: overlay.layers.flatMap((layer) => linksOf(layer, overlay, timings)) };
}

function laneOf(layer: Layer, timing: LayerTiming): Lane {
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
    from: timing.from,
    to: timing.to,
    arrive: arrived - timing.from,
    leave: timing.to - leaving,
    marks: times('stay'),
    trims: true,
  };
}

function linksOf(
  layer: Layer,
  overlay: Overlay,
  timings: ReadonlyMap<string, LayerTiming>,
): readonly CueLink[] {
  return layer.moves.flatMap((move) => {
    const { cue } = move;
    if (cue.kind === 'at') return [];
    const other = overlay.layers.find((entry) => entry.moves.some(({ id }) => id === cue.move))!;
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
