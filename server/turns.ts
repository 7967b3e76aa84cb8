import { availableParallelism } from 'node:os';
import { Refusal } from './refusal';

export interface TurnLimits {
  /** Turns that may be on at once. */
  readonly running: number;
  /** Turns that may wait behind them. */
  readonly waiting: number;
}

const DEFAULT_LIMITS: TurnLimits = { running: Math.max(1, availableParallelism()), waiting: 20 };

export interface Turn {
  /** Resolves when it is on, and also when it ended before it came on. */
  readonly begun: Promise<void>;
  /** How many end before it comes on; 0 once it is on. */
  readonly place: () => number;
  readonly end: () => void;
}

/** Work that takes turns, in the order it came. */
export class Turns {
  private readonly turns: { readonly begin: () => void }[] = [];
  private readonly limits: TurnLimits;

  constructor(limits: Partial<TurnLimits> = {}) {
    this.limits = { ...DEFAULT_LIMITS, ...limits };
  }

  /** How many are on, and how many wait. */
  queue(): { readonly running: number; readonly waiting: number } {
    const running = Math.min(this.turns.length, this.limits.running);
    return { running, waiting: this.turns.length - running };
  }

  /** @throws Refusal 503 when too many wait already */
  requireRoom(): void {
    const { running, waiting } = this.limits;
    if (this.turns.length < running + waiting) return;
    throw new Refusal(503, 'The server is busy. Try again in a minute.');
  }

  /** @throws Refusal 503 when too many wait already */
  take(): Turn {
    this.requireRoom();
    const { running } = this.limits;
    let begin = () => {};
    const begun = new Promise<void>((resolve) => (begin = resolve));
    const turn = { begin };
    this.turns.push(turn);
    this.beginDue();
    return {
      begun,
      place: () => Math.max(0, this.turns.indexOf(turn) + 1 - running),
      end: () => {
        const at = this.turns.indexOf(turn);
        if (at < 0) return;
        this.turns.splice(at, 1);
        begin();
        this.beginDue();
      },
    };
  }

  private beginDue(): void {
    for (const { begin } of this.turns.slice(0, this.limits.running)) begin();
  }
}
