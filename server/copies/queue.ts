import { availableParallelism } from 'node:os';
import { Refusal } from '../refusal';

/** Where a copy is. */
export type CopyState =
  /** `place`: how many end before it begins. */
  | { readonly state: 'waiting'; readonly place: number }
  /** `share`: how much is done, 0 to 1. */
  | { readonly state: 'running'; readonly share: number }
  | CopyOutcome;

/** What became of a copy: its file's name in the store, or why there is none. */
export type CopyOutcome =
  | { readonly state: 'made'; readonly name: string }
  | { readonly state: 'refused'; readonly status: number; readonly words: string };

/** Copies that are asked for, made in the order they came, each by one of those who make them. */
export interface CopyQueue {
  /** Counts a copy whose source is about to come in. @throws Refusal 503 where there are too many */
  open(id: string): Promise<void>;
  /** Has it made once its turn comes, now that its source is in the store. @throws Refusal 503 */
  begin(id: string): Promise<void>;
  /** Notes that its client is there. @throws Refusal 404 where there is no such copy any more */
  attend(id: string): Promise<void>;
  /** @throws Refusal 404 */
  state(id: string): Promise<CopyState>;
  /** Ends it, whatever it is at. */
  drop(id: string): Promise<void>;
  /** Copies whose clients were last there before some time, in milliseconds since 1970. */
  unattended(before: number): Promise<readonly string[]>;
  counts(): Promise<{ readonly running: number; readonly waiting: number }>;
  /** Whether anyone is there who makes copies. */
  able(): Promise<boolean>;
  /** Lets go of it; what this process makes itself ends. */
  close(): Promise<void>;
}

export interface QueueLimits {
  /** Copies that are made at once, by one process. */
  readonly running: number;
  /** Copies that may wait behind them. */
  readonly waiting: number;
  /** Copies that may be there at once, finished ones that were not fetched included. */
  readonly copies: number;
  /** Milliseconds that one program may run. */
  readonly run?: number;
}

export const LOCAL_LIMITS: QueueLimits = {
  running: Math.max(1, availableParallelism()),
  waiting: 20,
  copies: 40,
};

/** What went wrong inside is not told: it may name files and folders. */
export const NOT_MADE: CopyOutcome = {
  state: 'refused',
  status: 500,
  words: 'The server could not make a copy of this file. Try again.',
};

export const busy = (): Refusal => new Refusal(503, 'The server is busy. Try again in a minute.');

export const gone = (): Refusal =>
  new Refusal(404, 'This work is no longer there. Start it again.');
