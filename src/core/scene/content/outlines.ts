import { NEUTRAL, type LetterLook, type OutlineLayer } from '../../document/layers';
import { boiledPath, boilKey, versionAt } from '../../ink/boil';
import { isHome, type Change } from '../../moves/change';
import type { PlacedGlyph } from '../../text/layout';
import type { LayerArtwork } from '../artwork';
import { boxCentre, type Box } from '../../geometry/box';
import { moveMask } from '../edges';
import { sceneFill, type FillSetting } from '../fill';
import { unitBoxes } from '../layerBoxes';
import {
  enlargement,
  IDENTITY,
  multiply,
  rotation,
  scaling,
  translation,
  type Matrix,
} from '../../geometry/matrix';
import { plainGroup, type ArtworkItem, type DrawItem, type Outline } from '../types';
import {
  runningSeconds,
  fillSetting,
  lookOf,
  type Drawn,
  type FrameSetting,
  type Placing,
} from './types';

/** Units that share a look are one item; a unit with a mask or blur of its own is one by itself. */
export function outlineItems(
  layer: OutlineLayer,
  artwork: LayerArtwork,
  placing: Placing,
  setting: FrameSetting,
): Drawn {
  const filling = fillSetting(layer, placing, setting);
  const { width, height } = setting.stack;
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
  for (const glyph of boiledGlyphs(layer, artwork, setting)) {
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

const boiled = new WeakMap<PlacedGlyph, Map<string, PlacedGlyph>>();

/** Outlines as the layer's boil has them at this frame. */
function boiledGlyphs(
  layer: OutlineLayer,
  { glyphs }: LayerArtwork,
  setting: FrameSetting,
): readonly PlacedGlyph[] {
  const { boil } = layer;
  if (!boil) return glyphs;
  const version = versionAt(boil, runningSeconds(layer, setting));
  const key = boilKey(boil, version);
  return glyphs.map((glyph) => {
    const known = boiled.get(glyph) ?? new Map<string, PlacedGlyph>();
    boiled.set(glyph, known);
    if (!known.has(key)) {
      known.set(key, { ...glyph, d: boiledPath(glyph.d, glyph.matrix, boil, version) });
    }
    return known.get(key)!;
  });
}
