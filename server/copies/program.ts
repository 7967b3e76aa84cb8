import { once } from 'node:events';
import { text } from 'node:stream/consumers';
import { spawnConfined } from '../confined';
import { Refusal } from '../refusal';

/** Characters of a program's complaints that are kept. */
const PROBLEM = 2000;

/** Milliseconds that a program may run. */
const RUN = 4 * 60 * 60_000;

export interface RunOptions {
  /** Ends it. */
  readonly signal: AbortSignal;
  /** Milliseconds that it may run. */
  readonly run?: number;
  /** Where it runs. */
  readonly folder?: string;
}

/** It was ended because it ran for too long. */
export class Overrun extends Refusal {
  constructor() {
    super(500, 'The encoder gave up: it took too long');
  }
}

/**
 * Runs a program until it ends well.
 * @param wrote told of what it writes, as it comes
 * @returns all it wrote
 * @throws Refusal 500 with its last words, Overrun, or the signal's reason
 */
export async function runProgram(
  program: string,
  args: readonly string[],
  { signal, run = RUN, folder }: RunOptions,
  wrote: (words: string) => void = () => undefined,
): Promise<string> {
  const late = AbortSignal.timeout(run);
  const child = spawnConfined(program, args, {
    cwd: folder,
    stdio: ['ignore', 'pipe', 'pipe'],
    signal: AbortSignal.any([signal, late]),
    killSignal: 'SIGKILL',
  });
  let problem = '';
  child.stderr!.on('data', (words) => (problem = (problem + words).slice(-PROBLEM)));
  child.stdout!.on('data', (words) => wrote(String(words)));
  const written = text(child.stdout!);
  const code = await once(child, 'close').then(
    ([code]) => code as number | null,
    (error: Error) => {
      problem = error.message;
      return null;
    },
  );
  signal.throwIfAborted();
  if (late.aborted) throw new Overrun();
  if (code !== 0) throw gaveUp(problem);
  return written;
}

function gaveUp(problem: string): Refusal {
  const reason = problem.trim().split('\n').at(-1) || 'it was stopped';
  // Where its files lie is no one's business.
  return new Refusal(500, `The encoder gave up: ${reason.replace(/(file:)?\/\S+\//g, '')}`);
}
