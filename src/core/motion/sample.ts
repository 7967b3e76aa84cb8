import type { Layer, Move } from '../document/types';
import { AT_HOME, combine, moveKind, type Change } from './moves';
import { ease } from './easings';
import { spreadRanks } from './spread';
import { unitLength, unitsOf, type LayerTiming } from './timing';

/** Which letter, word and line a piece of artwork belongs to; all 0 for a shape. */
export interface UnitIndex {
  readonly letters: number;
  readonly words: number;
  readonly lines: number;
}

/**
 * A function that tells what all of a layer's moves do to a unit at `frame`. The spreads are worked
 * out once for all units.
 */
export function layerSampler(
  layer: Layer,
  timing: LayerTiming,
  frame: number,
): (unit: UnitIndex) => Change {
  const samplers = layer.moves.map((move) => moveSampler(layer, move, timing, frame));
  return (unit) => samplers.reduce((change, sample) => combine(change, sample(unit)), AT_HOME);
}

function moveSampler(layer: Layer, move: Move, timing: LayerTiming, frame: number) {
  const { start } = timing.moves.get(move.id)!;
  const kind = moveKind(move.kind);
  const { spread } = move;
  const ranks =
    spread.over === 'whole' ? [0] : spreadRanks(spread.order, unitsOf(layer, move), spread.seed);
  const length = unitLength(move);
  return (unit: UnitIndex): Change => {
    const rank = spread.over === 'whole' ? 0 : (ranks[unit[spread.over]] ?? 0);
    const progress = progressAt(frame - start - rank * spread.gap, length);
    const eased = ease(move.easing, progress);
    return kind.change(move.phase === 'arrive' ? 1 - eased : eased, move.params);
  };
}

/** 0 before the start, 1 from the end on; a move without length is done in its first frame. */
function progressAt(elapsed: number, length: number): number {
  if (elapsed < 0) return 0;
  return length === 0 ? 1 : Math.min(1, elapsed / length);
}
