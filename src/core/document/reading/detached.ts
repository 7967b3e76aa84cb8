type Loose = Record<string, unknown>;

const isLoose = (value: unknown): value is Loose => typeof value === 'object' && value !== null;
const listOf = (value: unknown): readonly Loose[] =>
  Array.isArray(value) ? value.filter(isLoose) : [];

/**
 * A document, some layers of which were taken out, without anything that points to them: what was in their groups
 * comes to the top, what they masked is shown, and moves that waited for theirs start with their layer.
 */
export function detached(document: Loose): Loose {
  const layers = listOf(document.layers);
  const there = new Set(layers.map(({ id }) => id));
  const moves = new Set(layers.flatMap((layer) => listOf(layer.moves).map(({ id }) => id)));
  const free = (layer: Loose) => (move: Loose) =>
    isLoose(move.cue) && move.cue.kind !== 'at' && !moves.has(move.cue.move)
      ? { ...move, cue: { kind: 'at', frame: layer.from } }
      : move;
  return {
    ...document,
    ...(Array.isArray(document.layers)
      ? {
          layers: layers.map((layer) => ({
            ...layer,
            group: there.has(layer.group) ? layer.group : null,
            mask: isLoose(layer.mask) && there.has(layer.mask.layer) ? layer.mask : null,
            moves: Array.isArray(layer.moves) ? listOf(layer.moves).map(free(layer)) : layer.moves,
          })),
        }
      : {}),
  };
}
