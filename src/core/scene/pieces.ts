import { wholeParts } from '../document/layerParts';
import type { Layer, Piece } from '../document/layers';
import { apply, type Matrix, type Point } from '../geometry/matrix';
import type { Quad } from '../geometry/box';
import type { ArtworkItem, DrawItem, Outline, SceneFill } from './types';

/** What a layer draws, before its edges, effects and reflection. */
export interface Content {
  /** All outlines that have the layer's own look; null for what is not made of outlines. */
  readonly shared: ArtworkItem | null;
  /** What is drawn by itself, above. */
  readonly apart: readonly DrawItem[];
}

/** Content in drawing order; a wall is seen even where no outline is cut out of it. */
export const itemsOf = ({ shared, apart }: Content): readonly DrawItem[] =>
  shared && (shared.outlines.length > 0 || shared.wall) ? [shared, ...apart] : apart;

/** One layer as drawn at a frame. */
export interface LayerPicture {
  readonly layer: Layer;
  readonly content: Content;
  /** Gives content the layer's edges, effects and reflection; a piece's cut is one of its edges. */
  readonly finish: (content: Content, cut: Piece['cut']) => readonly DrawItem[];
  /** Where the box that edges, fade and reflection go by lies on the canvas. */
  readonly frame: () => Quad;
  /** No move does anything to it or to any part of it. */
  readonly atRest: boolean;
}

const pieceOf = ({ layer }: LayerPicture): Piece | null =>
  layer.kind === 'words' || layer.kind === 'shape' ? layer.piece : null;

/** A layer's picture by itself. */
export const finished = (picture: LayerPicture): readonly DrawItem[] =>
  picture.finish(picture.content, pieceOf(picture)?.cut ?? null);

/**
 * Pieces of one origin that rest next to each other in the stack are drawn as one, as the origin
 * was: separately, their smoothed edges would let what is behind shine through.
 */
export function mergeAtRest(pictures: readonly LayerPicture[]): readonly DrawItem[] {
  const merged: DrawItem[] = [];
  for (let i = 0; i < pictures.length;) {
    const run = restingRun(pictures, i);
    merged.push(...(run.length > 1 ? asOne(run) : finished(pictures[i])));
    i += Math.max(1, run.length);
  }
  return merged;
}

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

/** What resting pieces must share to be drawn as one; null for anything else. */
function lookKey(picture: LayerPicture): string | null {
  const { layer, content, frame, atRest } = picture;
  const piece = pieceOf(picture);
  if (!piece || !atRest || !content.shared) return null;
  const { outlines: _outlines, fill, ...look } = content.shared;
  return JSON.stringify([piece.of, [look, fillKey(fill)], wholeParts(layer), frame().map(rounded)]);
}

/** Pieces describe the same fill each in its own pixels; on the canvas they must agree. */
function fillKey(fill: SceneFill): unknown {
  if (fill.kind === 'colour') return fill;
  if (fill.kind === 'shading') {
    const { from, to, matrix, ...shading } = fill.shading;
    return [shading, fill.opacity, onCanvas(matrix, from), onCanvas(matrix, to)];
  }
  const { matrix, width, height, ...picture } = fill.picture;
  const corners = [onCanvas(matrix, { x: 0, y: 0 }), onCanvas(matrix, { x: width, y: height })];
  return [picture, fill.opacity, corners];
}

const onCanvas = (matrix: Matrix, point: Point) => rounded(apply(matrix, point));

const rounded = ({ x, y }: Point): readonly number[] => [
  Math.round(x * 1000),
  Math.round(y * 1000),
];

function asOne(run: readonly LayerPicture[]): readonly DrawItem[] {
  const [first, second] = run;
  if (run.every((picture) => pieceOf(picture)!.cut === null)) {
    const outlines = run.flatMap(({ content }) => content.shared!.outlines);
    const apart = run.flatMap(({ content }) => content.apart);
    return first.finish({ shared: { ...first.content.shared!, outlines }, apart }, null);
  }
  const whole = run.length === 2 && areHalves(pieceOf(first)!, pieceOf(second)!);
  return whole && sameContent(first.content, second.content)
    ? first.finish(first.content, null)
    : run.flatMap(finished);
}

/** Two sides of one line. */
function areHalves(a: Piece, b: Piece): boolean {
  if (!a.cut || !b.cut) return false;
  const turned = Math.abs(a.cut.angle - b.cut.angle) % 360;
  return a.cut.x === b.cut.x && a.cut.y === b.cut.y && Math.abs(turned - 180) < 1e-9;
}

/** Halves of one origin hold the same, unless one of them was changed since. */
function sameContent(a: Content, b: Content): boolean {
  const [ours, theirs] = [itemsOf(a), itemsOf(b)];
  return ours.length === theirs.length && ours.every((item, i) => sameArtwork(item, theirs[i]));
}

const sameArtwork = (a: DrawItem, b: DrawItem): boolean =>
  a.kind === 'artwork' &&
  b.kind === 'artwork' &&
  a.outlines.length === b.outlines.length &&
  a.outlines.every((outline, i) => sameOutline(outline, b.outlines[i]));

const sameOutline = (a: Outline, b: Outline): boolean =>
  a.d === b.d && a.matrix.every((value, k) => value === b.matrix[k]);
