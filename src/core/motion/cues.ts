import type { Cue } from '../document/layers';
import { MoonError } from '../errors';

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

function circle(moves: readonly CuedMove[]): MoonError {
  const names = moves.map((move) => move.name).join(' → ');
  return new MoonError(
    'cue-circle',
    `These moves wait for each other, so none could start: ${names}. Choose another cue for one of them.`,
  );
}
