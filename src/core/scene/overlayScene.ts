import type {
  FootageLayer,
  GroupLayer,
  Layer,
  LetterLook,
  OutlineLayer,
  OverlayLayer,
} from '../document/layers';
import type { Overlay } from '../document/types';
import { isHome, type Change } from '../motion/change';
import { layerAt } from '../motion/channels';
import { sampleMoves, type LayerChange } from '../motion/sample';
import { timeLayers, type LayerTiming } from '../motion/timing';
import { runFrame } from '../retime/clipTime';
import { frameOnShow } from '../time';
import type { PlacedGlyph } from '../text/layout';
import { layerArtwork, placeMatrix, type LayerArtwork } from './artwork';
import type { SceneAssets } from './assets';
import { boxCentre, mapBox, type Box } from './box';
import { edgeMasks, moveMask } from './edges';
import { pictureIn, sceneFill, type FillSetting } from './fill';
import { boxOf, unitBoxes } from './layerBoxes';
import { isNeutral, NEUTRAL } from './look';
import {
  apply,
  enlargement,
  IDENTITY,
  multiply,
  rotation,
  scaling,
  translation,
  type Matrix,
} from './matrix';
import { finished, itemsOf, mergeAtRest, type Content, type LayerPicture } from './pieces';
import { withReflection } from './reflection';
import { layerTree, type LayerTree } from './tree';
import { plainGroup, type ArtworkItem, type DrawItem, type Outline, type Scene } from './types';

/** Nested overlays are followed this deep; a circle is refused where it would be made. */
const DEEPEST = 12;

/** Everything that is the same for all layers of one frame. */
interface FrameSetting {
  readonly overlay: Overlay;
  readonly frame: number;
  readonly assets: SceneAssets;
  readonly timing: ReadonlyMap<string, LayerTiming>;
  readonly tree: LayerTree;
  readonly depth: number;
}

/**
 * What an overlay shows at a frame. Frames outside 0…length − 1 are drawn as well: nothing is on
 * show there unless a layer says so.
 * @throws MoonError when the overlay's cues cannot be solved
 */
export function overlayScene(
  overlay: Overlay,
  frame: number,
  assets: SceneAssets,
  depth = 0,
): Scene {
  const setting: FrameSetting = {
    overlay,
    frame,
    assets,
    timing: timeLayers(overlay),
    tree: layerTree(overlay.layers),
    depth,
  };
  const backdrop = overlay.backdrop.kind === 'key' ? overlay.backdrop.colour : null;
  return {
    width: overlay.width,
    height: overlay.height,
    backdrop,
    items: stackItems(null, setting),
  };
}

/** The layers of one group, bottom first; those that only mask others are left out. */
function stackItems(group: string | null, setting: FrameSetting): readonly DrawItem[] {
  const layers = setting.tree.get(group) ?? [];
  const masking = maskingLayers(setting.overlay.layers);
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
  const { frame, overlay, assets, timing } = setting;
  const layer = layerAt(still, frame);
  const artwork = layerArtwork(
    layer === still ? still : withOwnArtwork(still, layer),
    frame,
    assets,
  );
  const box = boxOf(still, artwork, setting);
  const place = placeMatrix(layer.place);
  const change = sampleMoves(still, timing.get(still.id)!, frame, {
    rate: overlay.rate,
    canvas: overlay,
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
        ...edgeMasks(layer, frameBox, cut, moved),
        ...whole.masks.map((mask) => moveMask(mask, place)),
        ...layerMask(layer, setting),
      ],
      blur: whole.blur,
      opacity: layer.opacity * whole.opacity,
    });
    return withReflection(layer, outside, frameBox, moved);
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

interface Placing extends LayerChange {
  readonly box: Box;
  readonly place: Matrix;
  /** With all that moves do to the whole layer. */
  readonly moved: Matrix;
}

interface Drawn extends Content {
  readonly atRest: boolean;
}

/** Nothing that could be drawn together with anything else. */
const apartFrom = (apart: readonly DrawItem[]): Drawn => ({ shared: null, apart, atRest: false });

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
  }
}

const fillSetting = (
  layer: Layer,
  { box, moved }: Placing,
  setting: FrameSetting,
): FillSetting => ({
  box,
  matrix: moved,
  canvas: setting.overlay,
  elapsed: setting.frame - setting.timing.get(layer.id)!.from,
  rate: setting.overlay.rate,
  assets: setting.assets,
});

const lookOf = (layer: Layer, { moved, place }: Placing) => ({
  shadow: layer.shadow,
  glow: layer.glow,
  // A move that turns a layer edge-on has no size to measure by; the place then has.
  enlargement: enlargement(moved) || enlargement(place),
});

/** Units that share a look are one item; a unit with a mask or blur of its own is one by itself. */
function outlineItems(
  layer: OutlineLayer,
  artwork: LayerArtwork,
  placing: Placing,
  setting: FrameSetting,
): Drawn {
  const filling = fillSetting(layer, placing, setting);
  const { width, height } = setting.overlay;
  const wall = layer.wall && { ...layer.wall, width, height };
  const base: ArtworkItem = {
    kind: 'artwork',
    outlines: [],
    fill: sceneFill(layer.fill, filling),
    border: layer.border,
    wall,
    opacity: 1,
    blend: 'normal',
    ...lookOf(layer, placing),
  };
  const boxes = unitBoxes(artwork);
  const looks = new Map(
    layer.kind === 'words' ? layer.letters.map((letter) => [letter.index, letter]) : [],
  );
  const shared: Outline[] = [];
  const apart: DrawItem[] = [];
  let atRest = true;
  for (const glyph of artwork.glyphs) {
    const change = placing.unit(glyph.unit, (over) => boxes(over, glyph.unit, artwork.box));
    const look = looks.get(glyph.unit.letters) ?? null;
    if (atRest && !isHome(change)) atRest = false;
    const outline = outlineOf(glyph, change, look, placing);
    if (outline.opacity <= 0 || enlargement(outline.matrix) === 0) continue;
    const own = look && (look.fill !== null || look.border !== null);
    if (!own && change.masks.length === 0 && change.blur === 0) shared.push(outline);
    else {
      apart.push(unitItem({ ...base, outlines: [outline] }, change, look, placing, filling));
    }
  }
  return { shared: { ...base, outlines: shared }, apart, atRest };
}

function outlineOf(
  glyph: PlacedGlyph,
  change: Change,
  look: LetterLook | null,
  { moved }: Placing,
): Outline {
  const ownPlace = look ? letterMatrix(look, glyph.box) : IDENTITY;
  const matrix = isHome(change)
    ? multiply(moved, ownPlace, glyph.matrix)
    : multiply(translation(change.dx, change.dy), moved, change.inner, ownPlace, glyph.matrix);
  return { d: glyph.d, matrix, opacity: change.opacity };
}

/** A letter's own place, about the middle of its ink. */
function letterMatrix({ dx, dy, scale, rotation: turn }: LetterLook, box: Box): Matrix {
  const { x, y } = boxCentre(box);
  return multiply(
    translation(x + dx, y + dy),
    rotation(turn),
    scaling(scale, scale),
    translation(-x, -y),
  );
}

function unitItem(
  item: ArtworkItem,
  change: Change,
  look: LetterLook | null,
  { moved }: Placing,
  filling: FillSetting,
): DrawItem {
  const own: ArtworkItem = {
    ...item,
    fill: look?.fill ? sceneFill(look.fill, filling) : item.fill,
    border: look?.border ?? item.border,
    wall: null,
  };
  if (change.masks.length === 0 && change.blur === 0) return own;
  return {
    ...plainGroup([own], IDENTITY),
    masks: change.masks.map((mask) => moveMask(mask, moved)),
    effects: change.blur > 0 ? { ...NEUTRAL, blur: change.blur } : null,
  };
}

function footageItems(
  layer: FootageLayer,
  artwork: LayerArtwork,
  placing: Placing,
  setting: FrameSetting,
): Drawn {
  const place = fillSetting(layer, placing, setting);
  const time = layer.kind === 'clip' ? layer.time : null;
  const picture = layer.footage
    ? pictureIn(layer.footage, time, layer.fit, place.box, place.matrix, place)
    : null;
  if (!picture) return apartFrom([]);
  const [glyph] = artwork.glyphs;
  const item: ArtworkItem = {
    kind: 'artwork',
    outlines: [{ d: glyph.d, matrix: placing.moved, opacity: 1 }],
    fill: { kind: 'picture', picture, opacity: 1 },
    border: layer.border,
    wall: null,
    opacity: 1,
    blend: 'normal',
    ...lookOf(layer, placing),
  };
  return apartFrom([item]);
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
  const { elapsed } = fillSetting(layer, placing, setting);
  const run = frameOnShow(elapsed, setting.overlay.rate, nested.rate);
  const frame = runFrame(run, nested.length, layer.after);
  if (frame === null) return none;
  const { items, width, height } = overlayScene(nested, frame, setting.assets, setting.depth + 1);
  const group = {
    ...plainGroup(items, multiply(placing.moved, translation(-width / 2, -height / 2))),
    canvas: { width, height },
    ...lookOf(layer, placing),
  };
  return apartFrom([group]);
}

/** The layer's mask, drawn where the masking layer is; nothing while that one is not on show. */
function layerMask({ mask }: Layer, setting: FrameSetting) {
  const source = mask && setting.overlay.layers.find((layer) => layer.id === mask.layer);
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
    return [{ ...items[0], opacity, blend: layer.blend }];
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
