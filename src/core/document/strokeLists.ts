import { isLoose } from './migrate/loose';

/** Numbers in a list of strokes from which on it is kept apart from its document. */
const LONG = 2000;

/** Whether a list of strokes is so long that it is kept apart from its document, which is written more often. */
export function isLong(strokes: unknown): strokes is readonly unknown[] {
  if (!Array.isArray(strokes)) return false;
  let numbers = 0;
  for (const stroke of strokes as readonly { readonly points?: readonly number[] }[]) {
    numbers += stroke.points?.length ?? 0;
    if (numbers >= LONG) return true;
  }
  return false;
}

/** Where a list of strokes lies in a document. */
export interface StrokesAt {
  readonly layer: string;
  readonly drawing: string;
}

/**
 * A document with another value in the place of each of its lists of strokes, in their order; other values are given
 * back as they are.
 * @param document as it is, or as it was read and not looked at yet
 */
export function withStrokeLists<D>(
  document: D,
  change: (strokes: unknown, at: StrokesAt) => unknown,
): D {
  if (!isLoose(document) || !Array.isArray(document.layers)) return document;
  const changed = (layer: unknown): unknown => {
    if (!isLoose(layer) || layer.kind !== 'ink' || !Array.isArray(layer.drawings)) return layer;
    const drawings = layer.drawings.map((drawing: unknown) =>
      isLoose(drawing)
        ? {
            ...drawing,
            strokes: change(drawing.strokes, {
              layer: String(layer.id),
              drawing: String(drawing.id),
            }),
          }
        : drawing,
    );
    return { ...layer, drawings };
  };
  return { ...document, layers: document.layers.map(changed) };
}
