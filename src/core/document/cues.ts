import { MoonError } from '../errors';
import { moveKind } from '../moves';
import { quoted } from '../quoted';
import type { Cue, Layer, Move } from './layers';

/** A move as the solver needs it; `name` is what a person calls it. */
export interface CuedMove {
  readonly id: string;
  readonly name: string;
  /** Frames from its start to its end, stagger included. */
  readonly length: number;
  readonly cue: Cue;
}

export interface MoveTime {
  readonly start: number;
  readonly end: number;
}

/**
 * Start and end frame of every move, from the graph of cues.
 * @throws MoonError 'cue-circle' naming the moves that wait for each other
 * @throws MoonError 'cue-missing' naming the move whose cue points nowhere
 */
export function solveCues(moves: readonly CuedMove[]): ReadonlyMap<string, MoveTime> {
  const byId = new Map(moves.map((move) => [move.id, move]));
  const solved = new Map<string, MoveTime>();
  const waiting: CuedMove[] = [];

  const timeOf = (move: CuedMove): MoveTime => {
    const known = solved.get(move.id);
    if (known) return known;
    if (waiting.includes(move)) throw circle([...waiting.slice(waiting.indexOf(move)), move]);
    waiting.push(move);
    const start = startOf(move);
    waiting.pop();
    const time = { start, end: start + move.length };
    solved.set(move.id, time);
    return time;
  };

  const startOf = (move: CuedMove): number => {
    const { cue } = move;
    if (cue.kind === 'at') return cue.frame;
    const other = byId.get(cue.move);
    if (!other) {
      throw new MoonError('cue-missing', `${move.name} waits for a move that is no longer there.`);
    }
    const time = timeOf(other);
    return cue.kind === 'alongside' ? time.start + cue.offset : time.end + cue.gap;
  };

  moves.forEach(timeOf);
  return solved;
}

/** What a person calls a move: its kind and the layer it is on. */
export const moveName = (layer: Layer, move: Move): string =>
  `${moveKind(move.kind).label} (${move.phase}) of ${quoted(layer.name)}`;

/**
 * Throws where moves could not start, however long each takes.
 * @throws MoonError from solveCues
 */
export function checkCues(layers: readonly Layer[]): void {
  solveCues(
    layers.flatMap((layer) =>
      layer.moves.map((move) => ({
        id: move.id,
        name: moveName(layer, move),
        length: 0,
        cue: move.cue,
      })),
    ),
  );
}

/** A cue some frames later, whatever it waits for. */
export function laterCue(cue: Cue, by: number): Cue {
  if (cue.kind === 'at') return { ...cue, frame: cue.frame + by };
  return cue.kind === 'alongside'
    ? { ...cue, offset: cue.offset + by }
    : { ...cue, gap: cue.gap + by };
}

function circle(moves: readonly CuedMove[]): MoonError {
  const names = moves.map((move) => move.name).join(' → ');
  return new MoonError(
    'cue-circle',
    `These moves wait for each other, so none could start: ${names}. Choose another cue for one of them.`,
  );
}
