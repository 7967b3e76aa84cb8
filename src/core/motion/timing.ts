import type { Layer, Move } from '../document/layers';
import type { Stack } from '../document/types';
import { countStrokes } from '../ink/writtenWords';
import { countUnits } from '../text/units';
import { moveName, solveCues, type CuedMove, type MoveTime } from '../document/cues';
import { moveKind } from '../moves';
import { staggerLength, staggerRanks } from './stagger';

/** When a layer is on show (`to` is the frame after its last) and when each of its moves runs. */
export interface LayerTiming {
  readonly from: number;
  readonly to: number;
  readonly moves: ReadonlyMap<string, MoveTime>;
}

/** How many units a move on this layer is staggered over. */
function unitsOf(layer: Layer, move: Move): number {
  const { over } = move.stagger;
  if (move.letter !== null || over === 'whole') return 1;
  if (layer.kind === 'words') return countUnits(layer.text, over);
  return layer.kind === 'ink' ? countStrokes(layer.drawings, over) : 1;
}

/** Counting and shuffling letters costs more than moving them; neither object ever changes. */
const ranks = new WeakMap<Move, { readonly layer: Layer; readonly ranks: readonly number[] }>();

/** The rank of each unit of a move's stagger. */
export function moveRanks(layer: Layer, move: Move): readonly number[] {
  const known = ranks.get(move);
  if (known?.layer === layer) return known.ranks;
  const fresh = staggerRanks(move.stagger.order, unitsOf(layer, move), move.stagger.seed);
  ranks.set(move, { layer, ranks: fresh });
  return fresh;
}

/** Frames one unit takes; a stepwise move has none of its own. */
export const unitLength = (move: Move): number =>
  moveKind(move.kind).stepwise ? 0 : Math.max(0, move.length);

/** Frames from a move's start to its end, its stagger and its letters' delays included. */
export function moveLength(layer: Layer, move: Move): number {
  const own = unitLength(move) + staggerLength(move.stagger, unitsOf(layer, move));
  if (layer.kind !== 'words') return own;
  const moved = layer.letters.filter(({ index }) => move.letter === null || move.letter === index);
  return own + Math.max(0, ...moved.map(({ delay }) => delay));
}

const timed = new WeakMap<readonly Layer[], ReadonlyMap<string, LayerTiming>>();

/**
 * Timing of every layer, by layer id. A layer is on show from its first arrive move's start, or
 * `from` when it has none, to its last leave move's end, or `to`.
 * @throws MoonError from solveCues
 */
export function timeLayers({ layers }: Pick<Stack, 'layers'>): ReadonlyMap<string, LayerTiming> {
  const known = timed.get(layers);
  if (known) return known;
  const cued = layers.flatMap((layer) =>
    layer.moves.map((move): CuedMove => ({
      id: move.id,
      name: moveName(layer, move),
      length: moveLength(layer, move),
      cue: move.cue,
    })),
  );
  const times = solveCues(cued);
  const timings = new Map(layers.map((layer) => [layer.id, timeLayer(layer, times)]));
  timed.set(layers, timings);
  return timings;
}

function timeLayer(layer: Layer, times: ReadonlyMap<string, MoveTime>): LayerTiming {
  const own = layer.moves.map((move) => ({ move, time: times.get(move.id)! }));
  const starts = own.filter(({ move }) => move.phase === 'arrive').map(({ time }) => time.start);
  const ends = own.filter(({ move }) => move.phase === 'leave').map(({ time }) => time.end);
  return {
    from: starts.length ? Math.min(...starts) : layer.from,
    to: ends.length ? Math.max(...ends) : layer.to,
    moves: new Map(own.map(({ move, time }) => [move.id, time])),
  };
}
