import { clipSeconds } from '../retime/clipTime';
import { timeLayers } from '../motion/timing';
import { framesToSeconds, frameOnShow, secondsToFrames, type Rate } from '../time';
import { createBase, createMove } from '../document/create';
import { WHOLE_CLIP } from '../document/layers';
import type { Fill, Layer } from '../document/layers';
import type { Footage, Landing, Overlay } from '../document/types';
import { addLayer, findLayer } from './layers';

type FootageFill = Extract<Fill, { kind: 'footage' }>;

/** The footage that an overlay's words or shapes are a window to; the topmost of them counts. */
export function windowOf(overlay: Overlay): { layer: Layer; fill: FootageFill } | null {
  for (const layer of [...overlay.layers].reverse()) {
    if (layer.kind !== 'words' && layer.kind !== 'shape') continue;
    if (layer.fill.kind === 'footage') return { layer, fill: layer.fill };
  }
  return null;
}

/**
 * Lets the footage that is seen through a nested overlay's letters take over the full frame: the
 * same clip over everything, from the same moment on, dissolving in from `frame`.
 * @param length frames of the dissolve
 */
export function takeOver(
  landing: Landing,
  layerId: string,
  overlay: Overlay,
  footage: Footage,
  frame: number,
  length: number,
  newId: () => string,
): Landing {
  const nested = findLayer(landing, layerId);
  const window = windowOf(overlay);
  if (!nested || !window) return landing;
  const { from } = timeLayers(landing).get(layerId)!;
  const seconds = shownIn(overlay, window, frame - from, landing.rate, footage);
  const base = { ...createBase(newId(), landing, footage), from: frame, locked: false };
  const dissolve = createMove(newId(), 'fade', 'arrive', frame, length);
  const moved = { ...base, moves: [dissolve] };
  const clip: Layer =
    moved.kind === 'clip'
      ? // What was heard goes on.
        { ...moved, time: { ...WHOLE_CLIP, in: seconds, after: 'hold' }, sound: null }
      : moved;
  return addLayer(landing, clip);
}

/** The second of the footage that the window shows some landing frames after its overlay's start. */
function shownIn(
  overlay: Overlay,
  { layer, fill }: NonNullable<ReturnType<typeof windowOf>>,
  elapsed: number,
  rate: Rate,
  footage: Footage,
): number {
  const own = Math.max(0, frameOnShow(Math.max(0, elapsed), rate, overlay.rate));
  const shown = Math.max(0, own - timeLayers(overlay).get(layer.id)!.from);
  const since = shown + secondsToFrames(layer.preroll, overlay.rate);
  return (
    clipSeconds(fill.time, since, overlay.rate, footage) ?? framesToSeconds(since, overlay.rate)
  );
}
