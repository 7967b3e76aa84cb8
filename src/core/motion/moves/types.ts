import type { Phase } from '../../document/types';
import type { Easing } from '../easings';

/** What a move does to one unit: offsets in document pixels, scale and opacity as factors. */
export interface Change {
  readonly dx: number;
  readonly dy: number;
  readonly scale: number;
  readonly opacity: number;
}

export const AT_HOME: Change = { dx: 0, dy: 0, scale: 1, opacity: 1 };

/** Changes of several moves on one unit add up (offsets) and multiply (factors). */
export function combine(a: Change, b: Change): Change {
  return {
    dx: a.dx + b.dx,
    dy: a.dy + b.dy,
    scale: a.scale * b.scale,
    opacity: a.opacity * b.opacity,
  };
}

/** A number a person can set on a move. */
export interface MoveParam {
  readonly name: string;
  readonly label: string;
  readonly unit: '°' | 'px' | '×' | '%';
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly initial: Readonly<Record<Phase, number>>;
}

/**
 * One kind of move. `away` runs from 1 (wholly away) to 0 (at home) while arriving, and from 0 to 1
 * while leaving; a stay move goes to its away state and holds it.
 */
export interface MoveKind {
  readonly kind: string;
  readonly label: string;
  readonly icon: string;
  readonly phases: readonly Phase[];
  readonly params: readonly MoveParam[];
  readonly easing: Easing;
  /** Always unit by unit, each one at once: a move's length is its spread alone. */
  readonly stepwise: boolean;
  readonly change: (away: number, params: Readonly<Record<string, number>>) => Change;
}

export const everyPhase = (value: number): Readonly<Record<Phase, number>> => ({
  arrive: value,
  stay: value,
  leave: value,
});
