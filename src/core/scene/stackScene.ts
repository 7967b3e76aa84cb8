import type { GroupLayer, Layer, OverlayLayer } from '../document/layers';
import { stretchStay } from '../motion/stay';
import type { Overlay, Stack } from '../document/types';
import { isHome } from '../moves/change';
import { layerAt } from '../motion/channels';
import { sampleMoves } from '../motion/sample';
import { timeLayers } from '../motion/timing';
import { runFrame } from '../retime/clipTime';
import { convertLength, frameOnShow, secondsToFrames } from '../time';
import { layerArtwork, type LayerArtwork } from './artwork';
import { placeMatrix } from '../geometry/placeMatrix';
import type { SceneAssets } from './assets';
import { mapBox } from '../geometry/box';
import { footageItems } from './content/footage';
import { inkItems } from './content/ink';
import { outlineItems } from './content/outlines';
import {
  apartFrom,
  elapsedFrames,
  runningSeconds,
  lookOf,
  type Drawn,
  type FrameSetting,
  type Placing,
} from './content/types';
import { edgeMasks, moveMask } from './edges';
import { garbageMasks } from './garbage';
import { asGhost } from './ghost';
import { boxOf } from './layerBoxes';
import { isNeutral } from './look';
import { apply, IDENTITY, multiply, translation } from '../geometry/matrix';
import { finished, itemsOf, mergeAtRest, type LayerPicture } from './pieces';
import { withReflection } from './reflection';
import { layerTree } from '../document/tree';
import { plainGroup, type ArtworkItem, type DrawItem, type Scene } from './types';

/** Nested overlays are followed this deep; a circle is refused where it would be made. */
const DEEPEST = 12;

/**
 * What the layers of an overlay or a landing show at a frame. Frames outside 0…length − 1 are drawn as well: nothing is on
 * show there unless a layer says so.
 * @throws MoonError when its cues cannot be solved
 */
export function stackScene(stack: Stack, frame: number, assets: SceneAssets, depth = 0): Scene {
  const setting: FrameSetting = {
    stack,
    frame,
    assets,
    timing: timeLayers(stack),
    tree: layerTree(stack.layers),
    depth,
  };
  const backdrop = stack.backdrop.kind === 'key' ? stack.backdrop.colour : null;
  return {
    width: stack.width,
    height: stack.height,
    backdrop,
    items: stackItems(null, setting),
  };
}

/** The layers of one group, bottom first; those that only mask others are left out. */
function stackItems(group: string | null, setting: FrameSetting): readonly DrawItem[] {
  const layers = setting.tree.get(group) ?? [];
  const masking = maskingLayers(setting.stack.layers);
  const pictures = layers
    .filter((layer) => !masking.has(layer.id) && isOnShow(layer, setting))
    .map((layer) => layerPicture(layer, setting));
  return mergeAtRest(pictures);
}

const masks = new WeakMap<readonly Layer[], ReadonlySet<string>>();

/** Layers that are the mask of another one. */
function maskingLayers(layers: readonly Layer[]): ReadonlySet<string> {
  const known = masks.get(layers);
  if (known) return known;
  const found = new Set(layers.flatMap(({ mask }) => (mask ? [mask.layer] : [])));
  masks.set(layers, found);
  return found;
}

function isOnShow(layer: Layer, { timing, frame }: FrameSetting): boolean {
  const { from, to } = timing.get(layer.id)!;
  return !layer.hidden && frame >= from && frame < to;
}

/** One layer as drawn, with all its moves, edges and effects. */
function layerPicture(still: Layer, setting: FrameSetting): LayerPicture {
  const { frame, stack, assets, timing } = setting;
  const layer = layerAt(still, frame);
  const artwork = layerArtwork(
    layer === still ? still : withOwnArtwork(still, layer),
    frame,
    assets,
  );
  const box = boxOf(still, artwork, setting);
  const place = placeMatrix(layer.place);
  const change = sampleMoves(still, timing.get(still.id)!, frame, {
    rate: stack.rate,
    canvas: stack,
    box,
    onCanvas: (point) => apply(place, point),
  });
  const { whole } = change;
  const moved = multiply(translation(whole.dx, whole.dy), place, whole.inner);
  const piece = layer.kind === 'words' || layer.kind === 'shape' ? layer.piece : null;
  const frameBox = piece?.box ?? box;
  const drawn = contentItems(layer, artwork, { ...change, box: frameBox, place, moved }, setting);
  const finish: LayerPicture['finish'] = (content, cut) => {
    const outside = wrapped(layer, itemsOf(content), {
      masks: [
        ...edgeMasks(layer, frameBox, cut, moved, artwork.glyphs[0]?.d ?? ''),
        ...whole.masks.map((mask) => moveMask(mask, place)),
        ...garbageMasks(layer, frame, moved),
        ...layerMask(layer, setting),
      ],
      blur: whole.blur,
      opacity: layer.opacity * whole.opacity,
    });
    const seen = layer.ghost
      ? asGhost(outside, layer.ghost, frameBox, moved, runningSeconds(layer, setting))
      : outside;
    return withReflection(layer, seen, frameBox, moved);
  };
  return {
    layer,
    content: drawn,
    finish,
    frame: () => mapBox(moved, frameBox),
    atRest: isHome(whole) && drawn.atRest,
  };
}

/** Keyframes of a picture's edges change its outline; all other ones leave the artwork alone. */
const withOwnArtwork = (still: Layer, layer: Layer): Layer =>
  still.kind === 'picture' || still.kind === 'clip' ? layer : still;

function contentItems(
  layer: Layer,
  artwork: LayerArtwork,
  placing: Placing,
  setting: FrameSetting,
): Drawn {
  switch (layer.kind) {
    case 'words':
    case 'shape':
      return outlineItems(layer, artwork, placing, setting);
    case 'picture':
    case 'clip':
      return footageItems(layer, artwork, placing, setting);
    case 'group':
      return groupItems(layer, placing, setting);
    case 'overlay':
      return nestedItems(layer, placing, setting);
    case 'ink':
      return inkItems(layer, placing, setting);
  }
}

function groupItems(layer: GroupLayer, placing: Placing, setting: FrameSetting): Drawn {
  const items = stackItems(layer.id, setting);
  if (items.length === 0) return apartFrom([]);
  const group = { ...plainGroup(items, placing.moved), ...lookOf(layer, placing) };
  return apartFrom([group]);
}

/** Another overlay, at its own rate, from when the layer comes on show. */
function nestedItems(layer: OverlayLayer, placing: Placing, setting: FrameSetting): Drawn {
  const nested = setting.assets.overlay(layer.overlay);
  const none = apartFrom([]);
  if (!nested || setting.depth >= DEEPEST) return none;
  const lead = secondsToFrames(layer.lead, nested.rate);
  const elapsed = frameOnShow(elapsedFrames(layer, setting), setting.stack.rate, nested.rate);
  const run = Math.max(0, elapsed - lead);
  const shown = layer.after === 'stretch' ? stretchedTo(layer, nested, setting) : nested;
  const after = layer.after === 'stretch' ? 'nothing' : layer.after;
  const frame = runFrame(run, shown.length, after);
  if (frame === null) return none;
  const scene = stackScene(shown, frame, setting.assets, setting.depth + 1);
  const { width, height } = scene;
  const items = layer.backdrop ? withBackdrop(scene) : scene.items;
  const group = {
    ...plainGroup(items, multiply(placing.moved, translation(-width / 2, -height / 2))),
    canvas: { width, height },
    ...lookOf(layer, placing),
  };
  return apartFrom([group]);
}

const stretched = new WeakMap<Overlay, Map<number, Overlay>>();

/** A nested overlay with its stay stretched, so that it is as long as the layer that shows it. */
function stretchedTo(layer: OverlayLayer, nested: Overlay, setting: FrameSetting): Overlay {
  const { from, to } = setting.timing.get(layer.id)!;
  const length = convertLength(to - from, setting.stack.rate, nested.rate);
  const known = stretched.get(nested) ?? new Map<number, Overlay>();
  stretched.set(nested, known);
  if (!known.has(length)) known.set(length, stretchStay(nested, length));
  return known.get(length)!;
}

/** A scene's items with its backdrop as the lowest of them. */
function withBackdrop({ backdrop, items, width, height }: Scene): readonly DrawItem[] {
  if (backdrop === null) return items;
  const ground: ArtworkItem = {
    kind: 'artwork',
    outlines: [{ d: `M0 0H${width}V${height}H0Z`, matrix: IDENTITY, opacity: 1 }],
    fill: { kind: 'colour', colour: backdrop, opacity: 1 },
    border: null,
    shadow: null,
    glow: null,
    wall: null,
    enlargement: 1,
    opacity: 1,
    blend: 'normal',
  };
  return [ground, ...items];
}

/** The layer's mask, drawn where the masking layer is; nothing while that one is not on show. */
function layerMask({ mask }: Layer, setting: FrameSetting) {
  const source = mask && setting.stack.layers.find((layer) => layer.id === mask.layer);
  if (!source) return [];
  const items =
    !source.mask && isOnShow(source, setting) ? finished(layerPicture(source, setting)) : [];
  return [{ kind: 'items' as const, items, by: mask.by, inverted: mask.inverted }];
}

interface Wrapping {
  readonly masks: ReturnType<typeof edgeMasks>;
  readonly blur: number;
  readonly opacity: number;
}

/** Lays a layer's items in as one picture, where more than one plain item makes that necessary. */
function wrapped(
  layer: Layer,
  items: readonly DrawItem[],
  { masks: around, blur, opacity }: Wrapping,
): readonly DrawItem[] {
  if (items.length === 0 || opacity <= 0) return [];
  const effects = blur > 0 ? { ...layer.effects, blur: layer.effects.blur + blur } : layer.effects;
  const plain = around.length === 0 && isNeutral(effects);
  // One piece of artwork can carry opacity and blend itself.
  if (plain && items.length === 1 && items[0].kind === 'artwork')
    return [{ ...items[0], opacity: items[0].opacity * opacity, blend: layer.blend }];
  if (plain && opacity === 1 && layer.blend === 'normal') return items;
  return [
    {
      ...plainGroup(items, IDENTITY),
      masks: around,
      effects: isNeutral(effects) ? null : effects,
      enlargement: layer.place.scale,
      opacity,
      blend: layer.blend,
    },
  ];
}
