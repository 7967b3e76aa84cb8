/** Values of older versions are not checked yet, so everything in them may be anything. */
export type Loose = Record<string, unknown>;

export const isLoose = (value: unknown): value is Loose =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

export const each = (value: unknown, change: (entry: Loose) => Loose): unknown =>
  Array.isArray(value) ? value.map((entry) => (isLoose(entry) ? change(entry) : entry)) : value;

/** Changes the times of a layer's clip and of the clips its outlines are filled with. */
export function withClipTimes(layer: Loose, change: (time: Loose) => Loose): Loose {
  const timed = (entry: Loose): Loose =>
    isLoose(entry.time) ? { ...entry, time: change(entry.time) } : entry;
  const filled = (entry: Loose): Loose =>
    isLoose(entry.fill) && entry.fill.kind === 'footage'
      ? { ...entry, fill: timed(entry.fill) }
      : entry;
  const { kind } = layer;
  if (kind === 'clip') return timed(layer);
  if (kind === 'shape') return filled(layer);
  return kind === 'words' ? { ...filled(layer), letters: each(layer.letters, filled) } : layer;
}
