import { createGroup } from '../document/create';
import { laterCue } from '../document/cues';
import { mapMoves } from './cues';
import { findLayer, groupMatrix } from './layers';
import { nameWithinLimits } from '../document/withinLimits';
import { partedForPieces, withParts } from '../document/layerParts';
import {
  placeAt,
  type Cue,
  type GroupLayer,
  type Layer,
  type Move,
  type OutlineLayer,
  type StaggerUnit,
  type WordsLayer,
} from '../document/layers';
import { place as placeProperty } from '../document/properties/place';
import type { Overlay, Stack } from '../document/types';
import { MoonError } from '../errors';
import { moveRanks } from '../motion/timing';
import type { UnitIndex } from '../text/units';
import { splitLines } from '../text/units';
import { layerArtwork, type LayerArtwork } from '../scene/artwork';
import { placeMatrix } from '../geometry/placeMatrix';
import type { SceneAssets } from '../scene/assets';
import { boxCentre } from '../geometry/box';
import { apply, inverse, multiply, type Point } from '../geometry/matrix';

export type SplitOver = Exclude<StaggerUnit, 'whole'>;

/** A line through a point, in layer pixels; the angle is clockwise from the right. */
export interface CutLine {
  readonly x: number;
  readonly y: number;
  readonly angle: number;
}

/**
 * Splits words into a layer each letter, word or line, gathered in a group that takes their place.
 * While they rest they are drawn exactly as before; moves staggered over them become moves of their
 * own, moves of the whole become the group's.
 * @throws MoonError 'not-found' when there is nothing to split, 'cannot-split' as `drivenPlace` says
 */
export function splitWords(
  overlay: Overlay,
  id: string,
  over: SplitOver,
  assets: SceneAssets,
  newId: () => string,
): Overlay {
  const layer = findLayer(overlay, id);
  if (layer?.kind !== 'words' || layer.counter) throw nothingToSplit();
  const artwork = layerArtwork(layer, 0, assets);
  const of = newId();
  const pieces = unitTexts(layer.text, over).flatMap((unit, index) => {
    const piece = wordsPiece(layer, artwork, unit, over, index, assets, of);
    return piece ? [{ layer: { ...piece, id: newId() }, index }] : [];
  });
  if (pieces.length < 2) throw nothingToSplit();
  return replaced(overlay, layer, artwork, pieces, over, drivenPlace(layer), newId);
}

const PLACE_CHANNELS = new Set(placeProperty.channels!.map(({ name }) => name));

const withoutChannels = (keyframes: Layer['keyframes'], channels: ReadonlySet<string>) =>
  Object.fromEntries(Object.entries(keyframes).filter(([name]) => !channels.has(name)));

/** A place, and keyframes that drive it. */
type DrivenPlace = Pick<GroupLayer, 'place' | 'keyframes'>;

/**
 * The place of a group of pieces whose keyframes do to all of them what those of the layer's place did to it; null
 * where it has none. The group turns and grows about the layer's own point, so that what is left for it is the
 * difference to where the layer rests.
 * @throws MoonError 'cannot-split' where no such difference exists
 */
function drivenPlace({ place: rest, keyframes }: WordsLayer): DrivenPlace | null {
  const driven = Object.entries(keyframes).filter(([name]) => PLACE_CHANNELS.has(name));
  if (driven.length === 0) return null;
  if (
    ('scale' in keyframes && rest.scale === 0) ||
    ('stretch' in keyframes && rest.rotation !== 0)
  ) {
    throw new MoonError(
      'cannot-split',
      'Keyframes drive its size in a way that its parts cannot follow. Remove the keyframes of Scale and of Width against height, then split it.',
    );
  }
  const left: Readonly<Record<string, (value: number) => number>> = {
    scale: (value) => value / rest.scale,
    stretch: (value) => value / rest.stretch,
    rotation: (value) => value - rest.rotation,
  };
  return {
    place: { ...placeAt(rest.x, rest.y), anchorX: rest.x, anchorY: rest.y },
    keyframes: Object.fromEntries(
      driven.map(([name, keys]) => [
        name,
        keys.map((key) => ({ ...key, value: left[name]?.(key.value) ?? key.value })),
      ]),
    ),
  };
}

/**
 * Cuts an outline layer in two along a line, gathered in a group; both halves together are drawn
 * exactly as before while they rest.
 * @throws MoonError 'not-found' for a layer that is a half already
 */
export function splitAlong(
  overlay: Overlay,
  id: string,
  line: CutLine,
  assets: SceneAssets,
  newId: () => string,
): Overlay {
  const layer = findLayer(overlay, id);
  if ((layer?.kind !== 'words' && layer?.kind !== 'shape') || layer.piece?.cut) {
    throw nothingToSplit();
  }
  const artwork = layerArtwork(layer, 0, assets);
  const of = newId();
  const half = (angle: number, index: number) => ({
    layer: {
      ...layer,
      id: newId(),
      name: `${layer.name} ${index + 1}`,
      piece: {
        before: '',
        after: '',
        ...layer.piece,
        of,
        box: artwork.box,
        cut: { ...line, angle },
      },
    },
    index,
  });
  const halves = [half(line.angle, 0), half(line.angle + 180, 1)];
  return replaced(overlay, layer, artwork, halves, null, null, newId);
}

const nothingToSplit = (): MoonError =>
  new MoonError('not-found', 'There is nothing here that could be split that way.');

/** What a unit says, and what its line says before and after it. */
interface UnitText {
  readonly text: string;
  readonly before: string;
  readonly after: string;
}

const PATTERNS = { lines: /\S(.*\S)?/gu, words: /\S+/gu } as const;

/** Each letter, word or line that holds ink, in reading order. */
function unitTexts(text: string, over: SplitOver): readonly UnitText[] {
  return splitLines(text).flatMap((letters) => {
    const line = letters.map((letter) => letter.text).join('');
    const part = (start: number, end: number): UnitText => ({
      text: line.slice(start, end),
      before: line.slice(0, start),
      after: line.slice(end),
    });
    if (over !== 'letters') {
      return [...line.matchAll(PATTERNS[over])].map(({ index, 0: found }) =>
        part(index, index + found.length),
      );
    }
    let at = 0;
    return letters.flatMap((letter) => {
      const start = at;
      at += letter.text.length;
      return letter.blank ? [] : [part(start, at)];
    });
  });
}

/** One unit as words of their own, placed so that its first glyph lies where it lay. */
function wordsPiece(
  layer: WordsLayer,
  artwork: LayerArtwork,
  { text, before, after }: UnitText,
  over: SplitOver,
  index: number,
  assets: SceneAssets,
  of: string,
): WordsLayer | null {
  const glyphs = artwork.glyphs.filter((glyph) => glyph.unit[over] === index);
  if (glyphs.length === 0) return null;
  const letters = lettersWithin(layer, glyphs[0].unit.letters, glyphs.at(-1)!.unit.letters);
  const context = { of, box: artwork.box, cut: null, before, after };
  const draft: WordsLayer = {
    ...layer,
    ...{ text, letters, name: nameWithinLimits(text), moves: [], piece: context },
    keyframes: withoutChannels(layer.keyframes, PLACE_CHANNELS),
  };
  const first = layerArtwork(draft, 0, assets).glyphs[0];
  const offset = offsetBetween(first.matrix, glyphs[0].matrix);
  const { left, top, right, bottom } = artwork.box;
  const at = apply(placeMatrix(layer.place), offset);
  return {
    ...draft,
    place: { ...layer.place, ...at, anchorX: 0, anchorY: 0 },
    piece: {
      ...context,
      box: {
        left: left - offset.x,
        top: top - offset.y,
        right: right - offset.x,
        bottom: bottom - offset.y,
      },
    },
  };
}

const lettersWithin = ({ letters }: WordsLayer, first: number, last: number) =>
  letters
    .filter(({ index }) => index >= first && index <= last)
    .map((letter) => ({ ...letter, index: letter.index - first, delay: 0 }));

const offsetBetween = (from: readonly number[], to: readonly number[]): Point => ({
  x: to[4] - from[4],
  y: to[5] - from[5],
});

interface NewPiece {
  readonly layer: OutlineLayer;
  readonly index: number;
}

/** Puts the pieces, in a group, where the layer was. */
function replaced(
  overlay: Overlay,
  layer: OutlineLayer,
  artwork: LayerArtwork,
  pieces: readonly NewPiece[],
  over: SplitOver | null,
  driven: DrivenPlace | null,
  newId: () => string,
): Overlay {
  const parted = (move: Move) => move.letter !== null || move.stagger.over !== 'whole';
  const centre = apply(placeMatrix(layer.place), boxCentre(artwork.box));
  const group = {
    ...withParts(createGroup(layer.id, overlay, centre), partedForPieces(layer, overlay).group),
    ...driven,
    moves: layer.moves.filter((move) => !parted(move)),
  };
  const ids = pieces.map(
    () => new Map(layer.moves.filter(parted).map((move) => [move.id, newId()])),
  );
  const made = pieces.map((piece, i): Layer => ({
    ...partedForPieces(piece.layer, overlay).piece,
    group: layer.id,
    moves: layer.moves
      .filter(parted)
      .flatMap((move) => pieceMove(layer, move, piece, over, artwork, ids[i])),
  }));
  const ends = endsOf(layer.moves.filter(parted), pieces, over, artwork, layer, ids);
  const at = overlay.layers.indexOf(layer);
  const rewired = mapMoves(
    { ...overlay, layers: overlay.layers.filter((entry) => entry.id !== layer.id) },
    (move) => ({ ...move, cue: rewire(move.cue, ends) }),
  );
  return { ...rewired, layers: rewired.layers.toSpliced(at, 0, ...made, group) };
}

/** The move of one piece: later by as much as its unit came later. */
function pieceMove(
  layer: OutlineLayer,
  move: Move,
  piece: NewPiece,
  over: SplitOver | null,
  artwork: LayerArtwork,
  ids: ReadonlyMap<string, string>,
): readonly Move[] {
  const units = unitsOfPiece(artwork, piece, over);
  if (move.letter !== null && !units.some((unit) => unit.letters === move.letter)) return [];
  const wait = over === null ? 0 : waitOf(layer, move, units);
  const cue = laterCue(move.cue, Math.round(wait));
  const finest = over === null || (over === 'words' && move.stagger.over === 'letters');
  return [
    {
      ...move,
      id: ids.get(move.id)!,
      cue: cue.kind === 'at' ? cue : { ...cue, move: ids.get(cue.move) ?? cue.move },
      letter: over === null ? move.letter : null,
      stagger: finest ? move.stagger : { ...move.stagger, over: 'whole' },
    },
  ];
}

const unitsOfPiece = (
  { glyphs }: LayerArtwork,
  { index }: NewPiece,
  over: SplitOver | null,
): readonly UnitIndex[] =>
  glyphs.map(({ unit }) => unit).filter((unit) => over === null || unit[over] === index);

/** Frames after the move's start at which the first of some units starts. */
function waitOf(layer: OutlineLayer, move: Move, units: readonly UnitIndex[]): number {
  if (move.letter !== null || move.stagger.over === 'whole') return 0;
  const { over, gap } = move.stagger;
  const ranks = moveRanks(layer, move);
  return Math.min(...units.map((unit) => ranks[unit[over]] ?? 0)) * gap;
}

interface Ends {
  /** The piece's move that starts first. */
  readonly first: string;
  /** The one that ends last. */
  readonly last: string;
}

/** Which piece's move stands for the old one, to those that wait for its start or its end. */
function endsOf(
  moves: readonly Move[],
  pieces: readonly NewPiece[],
  over: SplitOver | null,
  artwork: LayerArtwork,
  layer: OutlineLayer,
  ids: readonly ReadonlyMap<string, string>[],
): ReadonlyMap<string, Ends> {
  return new Map(
    moves.map((move) => {
      const waits = pieces.map((piece, i) => ({
        id: ids[i].get(move.id)!,
        wait: waitOf(layer, move, unitsOfPiece(artwork, piece, over)),
        has: pieceMove(layer, move, piece, over, artwork, ids[i]).length > 0,
      }));
      const inOrder = waits.filter(({ has }) => has).sort((a, b) => a.wait - b.wait);
      return [move.id, { first: inOrder[0].id, last: inOrder.at(-1)!.id }];
    }),
  );
}

function rewire(cue: Cue, ends: ReadonlyMap<string, Ends>): Cue {
  if (cue.kind === 'at') return cue;
  const end = ends.get(cue.move);
  if (!end) return cue;
  return { ...cue, move: cue.kind === 'alongside' ? end.first : end.last };
}

/** A cut through a point of the document, as a line in a layer's own pixels. */
export function cutThrough(stack: Stack, layer: Layer, point: Point, angle: number): CutLine {
  const inside = multiply(
    inverse(placeMatrix(layer.place)),
    inverse(groupMatrix(stack.layers, layer.group)),
  );
  const radians = (angle * Math.PI) / 180;
  const from = apply(inside, point);
  const to = apply(inside, { x: point.x + Math.cos(radians), y: point.y + Math.sin(radians) });
  const within = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
  return { ...from, angle: within };
}
