import { timeLayers } from '../motion/timing';
import type { Layer, Move } from '../document/layers';
import type { Stack } from '../document/types';

/** Changes every move of an overlay. */
export const mapMoves = <S extends Stack>(
  stack: S,
  change: (move: Move, layer: Layer) => Move,
): S => ({
  ...stack,
  layers: stack.layers.map((layer) => ({
    ...layer,
    moves: layer.moves.map((move) => change(move, layer)),
  })),
});

/** Turns cues that point to one of `moves` into the times they stand for now. */
export function freeCues<S extends Stack>(stack: S, moves: ReadonlySet<string>): S {
  const timings = timeLayers(stack);
  return mapMoves(stack, (move, layer) => {
    if (move.cue.kind === 'at' || !moves.has(move.cue.move)) return move;
    const { start } = timings.get(layer.id)!.moves.get(move.id)!;
    return { ...move, cue: { kind: 'at', frame: start } };
  });
}
