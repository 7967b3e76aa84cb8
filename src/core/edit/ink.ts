import { boiledStroke } from '../ink/boil';
import { POINT_SIZE, strokeTime } from '../ink/points';
import { MoonError } from '../errors';
import { LIMITS, limitsOf } from '../document/fields';
import { strokeSize } from '../document/values/stroke';
import type { Boil, Drawing, InkLayer, Stroke } from '../document/layers';
import type { Stack } from '../document/types';
import { changeLayer, findLayer } from './layers';

/** Edits of what is drawn with a pen; where nothing changes, all stays the same object. */

export function changeInk<S extends Stack>(
  stack: S,
  id: string,
  change: (layer: InkLayer) => InkLayer,
): S {
  const layer = findLayer(stack, id);
  if (layer?.kind !== 'ink') return stack;
  const next = change(layer);
  return next === layer ? stack : changeLayer(stack, id, () => next);
}

export function changeStrokes(
  layer: InkLayer,
  drawing: string,
  change: (strokes: readonly Stroke[]) => readonly Stroke[],
): InkLayer {
  const before = layer.drawings.find(({ id }) => id === drawing)?.strokes;
  const strokes = before && change(before);
  if (!strokes || strokes === before) return layer;
  return {
    ...layer,
    drawings: layer.drawings.map((entry) => (entry.id === drawing ? { ...entry, strokes } : entry)),
  };
}

/** Strokes of one drawing; more could not be read again. */
export const MOST_STROKES = LIMITS.strokes;

/** @throws MoonError 'drawing-full' where there would be more than MOST_STROKES */
export const addStrokes = (layer: InkLayer, drawing: string, added: readonly Stroke[]): InkLayer =>
  changeStrokes(layer, drawing, (strokes) => {
    if (strokes.length + added.length <= MOST_STROKES) return [...strokes, ...added];
    throw new MoonError(
      'drawing-full',
      `A drawing holds ${MOST_STROKES} strokes at most. Go on in another drawing, which can lie over this one.`,
    );
  });

/** What can be changed of strokes that are drawn. */
export type StrokeStyle = Pick<
  Stroke,
  'brush' | 'colour' | 'size' | 'opacity' | 'smoothing' | 'fill'
>;

/** Gives all strokes of a layer, or the one named, another look; what the hand did stays. */
export const restyleStrokes = (
  layer: InkLayer,
  style: Partial<StrokeStyle>,
  only: string | null = null,
): InkLayer =>
  mapStrokes(layer, (stroke) =>
    only === null || stroke.id === only ? { ...stroke, ...style } : stroke,
  );

/** Makes all lines thicker or thinner by a factor. */
export const thickenStrokes = (layer: InkLayer, factor: number): InkLayer =>
  mapStrokes(layer, (stroke) => ({ ...stroke, size: withinSize(stroke.size * factor) }));

function withinSize(size: number): number {
  const { min, max } = limitsOf(strokeSize);
  return Math.min(max, Math.max(min, size));
}

const mapStrokes = (layer: InkLayer, map: (stroke: Stroke) => Stroke): InkLayer => ({
  ...layer,
  drawings: layer.drawings.map((drawing) => ({
    ...drawing,
    strokes: drawing.strokes.map(map),
  })),
});

/** Draws a stroke from its end to its start. */
export function turnStroke(stroke: Stroke): Stroke {
  const { points } = stroke;
  const total = strokeTime(stroke);
  const turned: number[] = [];
  for (let k = points.length - POINT_SIZE; k >= 0; k -= POINT_SIZE) {
    turned.push(...points.slice(k, k + POINT_SIZE - 1), total - points[k + POINT_SIZE - 1]);
  }
  return { ...stroke, points: turned };
}

/** Puts a list's entry at another position. */
export function reordered<T extends { readonly id: string }>(
  list: readonly T[],
  id: string,
  to: number,
): readonly T[] {
  const entry = list.find((one) => one.id === id);
  if (!entry) return list;
  const others = list.filter((one) => one !== entry);
  return others.toSpliced(Math.min(others.length, Math.max(0, to)), 0, entry);
}

/** Adds a drawing right after another one. */
export const addDrawing = (layer: InkLayer, after: string, drawing: Drawing): InkLayer => {
  const at = layer.drawings.findIndex(({ id }) => id === after);
  return { ...layer, drawings: layer.drawings.toSpliced(at + 1, 0, drawing) };
};

/** Removes a drawing; the last one left is emptied instead. */
export function removeDrawing(layer: InkLayer, id: string): InkLayer {
  if (layer.drawings.length === 1) return changeStrokes(layer, id, () => []);
  return { ...layer, drawings: layer.drawings.filter((drawing) => drawing.id !== id) };
}

export const holdDrawing = (layer: InkLayer, id: string, hold: number): InkLayer => ({
  ...layer,
  drawings: layer.drawings.map((drawing) => (drawing.id === id ? { ...drawing, hold } : drawing)),
});

/** A drawing's boil as drawings of their own, in its place, which can be drawn on. */
export function drawBoil(layer: InkLayer, id: string, boil: Boil, newId: () => string): InkLayer {
  const drawings = layer.drawings.flatMap((drawing) =>
    drawing.id === id
      ? Array.from({ length: boil.versions }, (_, version): Drawing => ({
          ...drawing,
          id: newId(),
          strokes: drawing.strokes.map((stroke) => ({
            ...boiledStroke(stroke, boil, version),
            id: newId(),
          })),
        }))
      : [drawing],
  );
  return { ...layer, drawings };
}
