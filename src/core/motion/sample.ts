import type { Layer, Move, Phase, StaggerUnit } from '../document/layers';
import { framesToSeconds, type Rate } from '../time';
import type { Box } from '../geometry/box';
import type { Point } from '../geometry/matrix';
import { AT_HOME, combine, type Change } from '../moves/change';
import { ease } from '../easings';
import { moveKind } from '../moves';
import { scattered } from '../random';
import type { UnitIndex } from '../text/units';
import { moveRanks, unitLength, type LayerTiming } from './timing';

/** What moves need to know about where they happen. */
export interface MoveSetting {
  readonly rate: Rate;
  readonly canvas: { readonly width: number; readonly height: number };
  /** The whole layer's box, in layer pixels. */
  readonly box: Box;
  /** Where a point in layer pixels lies on the canvas at rest. */
  readonly onCanvas: (point: Point) => Point;
}

/** What a layer's moves do at a frame: to the layer as a whole, and to each unit beyond that. */
export interface LayerChange {
  readonly whole: Change;
  /** `boxOf` tells the box of the letter, word or line the unit belongs to. */
  readonly unit: (unit: UnitIndex, boxOf: (over: StaggerUnit) => Box) => Change;
}

/** Samples all moves of a layer at `frame`. */
export function sampleMoves(
  layer: Layer,
  timing: LayerTiming,
  frame: number,
  setting: MoveSetting,
): LayerChange {
  const own = ownMoves(layer.moves);
  const delays = layer.kind === 'words' ? layer.letters.filter((letter) => letter.delay > 0) : [];
  const isForWhole = (move: Move) =>
    move.letter === null &&
    move.stagger.over === 'whole' &&
    delays.length === 0 &&
    !own.has(move.phase);
  const sample = (move: Move, box: Box, wait: number, rank: number) =>
    changeAt(move, timing, frame, setting, box, wait, rank);

  const whole = layer.moves
    .filter(isForWhole)
    .reduce((change, move) => combine(change, sample(move, setting.box, 0, 0)), AT_HOME);
  const unitMoves = layer.moves.filter((move) => !isForWhole(move));
  if (unitMoves.length === 0) return { whole, unit: () => AT_HOME };
  return {
    whole,
    unit: (index, boxOf) => {
      const delay = delays.find((letter) => letter.index === index.letters)?.delay ?? 0;
      return unitMoves
        .filter((move) => applies(move, index, own))
        .reduce((change, move) => {
          const rank = rankOf(layer, move, index);
          const wait = rank * move.stagger.gap + delay;
          const over = move.letter === null ? move.stagger.over : 'letters';
          return combine(change, sample(move, boxOf(over), wait, rank));
        }, AT_HOME);
    },
  };
}

/** Letters with moves of their own, by phase: the layer's other moves leave those alone. */
type OwnMoves = ReadonlyMap<Phase, ReadonlySet<number>>;

function ownMoves(moves: readonly Move[]): OwnMoves {
  const own = new Map<Phase, Set<number>>();
  for (const { letter, phase } of moves) {
    if (letter !== null) own.set(phase, (own.get(phase) ?? new Set()).add(letter));
  }
  return own;
}

function applies(move: Move, index: UnitIndex, own: OwnMoves): boolean {
  if (move.letter !== null) return move.letter === index.letters;
  return !own.get(move.phase)?.has(index.letters);
}

function rankOf(layer: Layer, move: Move, index: UnitIndex): number {
  if (move.letter !== null || move.stagger.over === 'whole') return 0;
  return moveRanks(layer, move)[index[move.stagger.over]] ?? 0;
}

function changeAt(
  move: Move,
  timing: LayerTiming,
  frame: number,
  { rate, canvas, onCanvas }: MoveSetting,
  box: Box,
  wait: number,
  rank: number,
): Change {
  const kind = moveKind(move.kind);
  const { start } = timing.moves.get(move.id)!;
  const length = unitLength(move);
  const since = frame - start - wait;
  if (since < 0 && move.phase !== 'arrive' && !kind.swaps) return AT_HOME;
  if (since >= length && (move.phase === 'arrive' || kind.returns)) return AT_HOME;
  const elapsed = Math.min(length, Math.max(0, since));
  const progress = since < 0 ? 0 : length === 0 ? 1 : elapsed / length;
  const run = move.swapped && move.phase === 'stay' ? 1 - progress : progress;
  const arriving = move.phase === 'arrive';
  const eased = ease(move.easing, run);
  return kind.change(
    {
      away: arriving ? 1 - eased : eased,
      rawAway: arriving ? 1 - run : run,
      elapsed,
      seconds: framesToSeconds(elapsed, rate),
      box,
      canvas,
      onCanvas,
      path: move.path,
      phase: move.phase,
      random: (salt) => scattered(move.stagger.seed, rank, salt),
    },
    move.params,
  );
}
