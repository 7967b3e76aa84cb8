import {
  framesToSeconds,
  perSecond,
  sameRate,
  type Frames,
  type Rate,
  type Seconds,
} from '@/core/time';

/** What is played: frames from `from` to before `to`, once or over and over. */
export interface Played {
  readonly rate: Rate;
  readonly from: Frames;
  readonly to: Frames;
  readonly loops: boolean;
}

/** The frame that is to be seen now. */
export interface Due {
  readonly frame: Frames;
  /** Frames since the one that was due before; 0 where it is still the same. */
  readonly passed: number;
  /** Whether it was the last one of all. */
  readonly over: boolean;
}

/** Room for the floating point of seconds that stand for a whole frame. */
const EXACT = 1e-6;

/**
 * Where playing stands, in seconds of the document: its rate, its length and what is played may change meanwhile.
 * @param at the moment it began, in milliseconds, as all moments are
 */
export class PlayClock {
  private seconds: Seconds;
  private last: { readonly frame: Frames; readonly rate: Rate };

  constructor(
    private at: number,
    frame: Frames,
    rate: Rate,
  ) {
    this.seconds = framesToSeconds(frame, rate);
    this.last = { frame: frame - 1, rate };
  }

  /** Moves on to a moment. */
  due(now: number, { rate, from, to, loops }: Played): Due {
    this.seconds += (now - this.at) / 1000;
    this.at = now;
    const end = framesToSeconds(to, rate);
    const length = end - framesToSeconds(from, rate);
    const rounds = Math.max(0, Math.ceil((this.seconds - end + EXACT / perSecond(rate)) / length));
    if (rounds > 0 && !loops) return { frame: to - 1, passed: 1, over: true };
    this.seconds -= rounds * length;
    const frame = Math.floor(this.seconds * perSecond(rate) + EXACT);
    const { last } = this;
    this.last = { frame, rate };
    const passed = sameRate(last.rate, rate) ? frame - last.frame + rounds * (to - from) : 1;
    return { frame, passed: Math.max(0, passed), over: false };
  }
}
