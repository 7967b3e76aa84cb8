import { createWords } from '../document/create';
import { solid } from '../document/layers';
import type { Drawing, InkLayer, Layer, WordsLayer } from '../document/layers';
import type { Overlay } from '../document/types';
import { layerAt } from '../motion/channels';
import { timeLayers } from '../motion/timing';
import { perSecond } from '../time';
import { drawingStart } from '../ink/drawings';

/** Neighbouring drawings that are seen faintly through the one that is drawn on. */
export interface OnionSkin {
  /** How many before and after. */
  readonly before: number;
  readonly after: number;
  /** How much of the nearest one is seen. */
  readonly strength: number;
}

export interface DrawView {
  readonly layer: InkLayer;
  /** The one that is drawn on. */
  readonly drawing: string;
  readonly onion: OnionSkin;
  /** Whether the overlay's other layers are seen, faintly. */
  readonly others: boolean;
  /** The one stroke that is pointed out, all others being faint; null for none. */
  readonly lit: string | null;
}

/** Colours of what lies before and after in time. */
const ONION = { before: '#b3432b', after: '#3f7d6b' } as const;

const OTHERS_OPACITY = 0.4;
const UNLIT_OPACITY = 0.25;
const TRACE_OPACITY = 0.3;

/** The overlay's frame in which a drawing of an ink layer first shows. */
export function drawingFrame(overlay: Overlay, layer: InkLayer, drawing: string): number {
  const { from } = timeLayers(overlay).get(layer.id)!;
  const index = Math.max(
    0,
    layer.drawings.findIndex(({ id }) => id === drawing),
  );
  return from + Math.ceil(drawingStart(layer, index) * perSecond(overlay.rate) - 1e-6);
}

/**
 * An overlay as it is seen while one of its drawings is drawn on: that drawing whole and at rest,
 * its neighbours and all other layers faint, and the words it is traced over. To be shown at the
 * drawing's frame.
 */
export function drawView(overlay: Overlay, view: DrawView): Overlay {
  const { layer, drawing } = view;
  const frame = drawingFrame(overlay, layer, drawing);
  const groups = groupsAround(overlay.layers, layer);
  const layers = overlay.layers.flatMap((entry): readonly Layer[] => {
    if (entry.id === layer.id) return [...under(overlay, view, frame), drawnOn(view, frame)];
    if (groups.has(entry.id)) return [atRest(entry, frame)];
    return view.others ? [{ ...entry, opacity: entry.opacity * OTHERS_OPACITY }] : [];
  });
  return { ...overlay, lengthFollows: false, layers: withoutLooseEnds(layers) };
}

function groupsAround(layers: readonly Layer[], layer: Layer): ReadonlySet<string> {
  const parent = layers.find(({ id }) => id === layer.group);
  return new Set(parent ? [parent.id, ...groupsAround(layers, parent)] : []);
}

/** Without moves, keyframes and masks, on show at the frame whatever its time. */
const atRest = <L extends Layer>(layer: L, frame: number): L => ({
  ...layerAt(layer, frame),
  keyframes: {},
  moves: [],
  mask: null,
  hidden: false,
  opacity: 1,
  from: frame,
  to: frame + 1,
});

const drawnOn = ({ layer, drawing, lit }: DrawView, frame: number): InkLayer => ({
  ...atRest(layer, frame),
  drawings: layer.drawings.filter(({ id }) => id === drawing).map((own) => litIn(own, lit)),
  boil: null,
});

function litIn(drawing: Drawing, lit: string | null): Drawing {
  if (!drawing.strokes.some(({ id }) => id === lit)) return drawing;
  const strokes = drawing.strokes.map((stroke) =>
    stroke.id === lit ? stroke : { ...stroke, opacity: stroke.opacity * UNLIT_OPACITY },
  );
  return { ...drawing, strokes };
}

/** What lies under the drawing: the words to trace, then neighbours, the nearest one on top. */
function under(overlay: Overlay, view: DrawView, frame: number): readonly Layer[] {
  const { layer, drawing, onion } = view;
  const at = layer.drawings.findIndex(({ id }) => id === drawing);
  const skin = (entry: Drawing, away: number, count: number): InkLayer => ({
    ...atRest(layer, frame),
    id: `onion-${entry.id}`,
    drawings: [entry],
    boil: null,
    blend: 'normal',
    shadow: null,
    glow: null,
    opacity: onion.strength * (1 - (Math.abs(away) - 1) / count),
    effects: {
      ...layer.effects,
      tint: away < 0 ? ONION.before : ONION.after,
      tintStrength: 0.85,
    },
  });
  const before = layer.drawings.slice(Math.max(0, at - onion.before), at);
  const after = layer.drawings.slice(at + 1, at + 1 + onion.after).reverse();
  return [
    ...(layer.trace ? [tracedWords(overlay, layer, frame)] : []),
    ...before.map((entry, i) => skin(entry, i - before.length, onion.before)),
    ...after.map((entry, i) => skin(entry, after.length - i, onion.after)),
  ];
}

function tracedWords(overlay: Overlay, layer: InkLayer, frame: number): WordsLayer {
  const { text, font, size } = layer.trace!;
  const { place, group } = atRest(layer, frame);
  return {
    ...createWords(`trace-${layer.id}`, overlay, text),
    text,
    font,
    size,
    place,
    group,
    fill: solid('#8b8992'),
    opacity: TRACE_OPACITY,
    from: frame,
    to: frame + 1,
  };
}

/** Moves and masks may name layers that are left out, or moves that are. */
function withoutLooseEnds(layers: readonly Layer[]): readonly Layer[] {
  const ids = new Set(layers.map(({ id }) => id));
  const moves = new Set(layers.flatMap((layer) => layer.moves.map(({ id }) => id)));
  return layers.map((layer) => ({
    ...layer,
    mask: layer.mask && ids.has(layer.mask.layer) ? layer.mask : null,
    moves: layer.moves.filter(({ cue }) => cue.kind === 'at' || moves.has(cue.move)),
  }));
}
