import type { Layer, Piece } from '../document/layers';
import { apply, type Matrix, type Point } from './matrix';
import type { ArtworkItem, DrawItem, Outline, SceneFill } from './types';

/** One layer as drawn; `atRest` when no move does anything to it or to any part of it. */
export interface LayerPicture {
  readonly layer: Layer;
  readonly items: readonly DrawItem[];
  readonly atRest: boolean;
}

/**
 * Pieces of one origin that rest next to each other in the stack are drawn as one, as the origin
 * was: separately, their smoothed edges would let what is behind shine through.
 */
export function mergeAtRest(pictures: readonly LayerPicture[]): readonly DrawItem[] {
  const merged: DrawItem[] = [];
  for (let i = 0; i < pictures.length;) {
    const run = restingRun(pictures, i);
    merged.push(...(run.length > 1 ? asOne(run) : pictures[i].items));
    i += Math.max(1, run.length);
  }
  return merged;
}

const pieceOf = ({ layer }: LayerPicture): Piece | null =>
  layer.kind === 'words' || layer.kind === 'shape' ? layer.piece : null;

/** Pieces from `start` on that can be drawn together. */
function restingRun(pictures: readonly LayerPicture[], start: number): readonly LayerPicture[] {
  const first = pictures[start];
  const look = lookKey(first);
  if (!look) return [];
  const run = [first];
  for (const next of pictures.slice(start + 1)) {
    if (lookKey(next) !== look) break;
    run.push(next);
  }
  return run;
}

/** What two resting pieces must share to be drawn as one; null for anything else. */
function lookKey(picture: LayerPicture): string | null {
  const piece = pieceOf(picture);
  const item = artworkOf(picture);
  if (!piece || !item || !picture.atRest) return null;
  const { outlines: _outlines, fill, ...look } = item;
  return `${piece.of} ${JSON.stringify([look, fillKey(fill)])}`;
}

/** Pieces describe the same fill each in its own pixels; on the canvas they must agree. */
function fillKey(fill: SceneFill): unknown {
  if (fill.kind === 'colour') return fill;
  if (fill.kind === 'shading') {
    const { from, to, matrix, ...shading } = fill.shading;
    return [shading, fill.opacity, rounded(matrix, from), rounded(matrix, to)];
  }
  const { matrix, width, height, ...picture } = fill.picture;
  const corners = [rounded(matrix, { x: 0, y: 0 }), rounded(matrix, { x: width, y: height })];
  return [picture, fill.opacity, corners];
}

const rounded = (matrix: Matrix, point: Point): readonly number[] => {
  const { x, y } = apply(matrix, point);
  return [Math.round(x * 1000), Math.round(y * 1000)];
};

/** A resting piece's artwork: alone, or inside the group that its cut makes. */
function artworkOf({ items }: LayerPicture): ArtworkItem | null {
  if (items.length !== 1) return null;
  const [item] = items;
  if (item.kind === 'artwork') return item;
  if (item.kind !== 'group' || item.effects || item.blend !== 'normal' || item.opacity < 1)
    return null;
  const onlyCut = item.masks.length === 1 && item.masks[0].kind === 'path';
  const [inner] = item.items;
  return onlyCut && item.items.length === 1 && inner.kind === 'artwork' ? inner : null;
}

function asOne(run: readonly LayerPicture[]): readonly DrawItem[] {
  const pieces = run.map((picture) => ({
    picture,
    item: artworkOf(picture)!,
    piece: pieceOf(picture)!,
  }));
  const cut = pieces.filter(({ piece }) => piece.cut !== null);
  if (cut.length === 0) {
    const outlines = pieces.flatMap(({ item }) => item.outlines);
    return [{ ...pieces[0].item, outlines }];
  }
  const [a, b] = pieces;
  const whole =
    pieces.length === 2 &&
    areHalves(a.piece, b.piece) &&
    sameOutlines(a.item.outlines, b.item.outlines);
  return whole ? [a.item] : run.flatMap((picture) => picture.items);
}

/** Two sides of one line. */
function areHalves(a: Piece, b: Piece): boolean {
  if (!a.cut || !b.cut) return false;
  const turned = Math.abs(a.cut.angle - b.cut.angle) % 360;
  return a.cut.x === b.cut.x && a.cut.y === b.cut.y && Math.abs(turned - 180) < 1e-9;
}

const sameOutlines = (a: readonly Outline[], b: readonly Outline[]): boolean =>
  a.length === b.length &&
  a.every(({ d, matrix }, i) => d === b[i].d && matrix.every((v, k) => v === b[i].matrix[k]));
