import type { PathPoint } from '../geometry/path';
import type { LayerKind } from '../layerKinds';
import type { Phase } from './phases';
import type { Box } from '../geometry/box';
import type { Point } from '../geometry/matrix';
import type { Change } from './change';
import type { Easing } from '../easings';

/** A number a person can set on a move; `choices` are shown by name, `toggle` is 0 or 1. */
export interface MoveParam {
  readonly name: string;
  readonly label: string;
  readonly unit: '°' | 'px' | '×' | '%' | 's' | '';
  readonly min: number;
  readonly max: number;
  readonly step: number;
  /** The slider's own range, where the whole one would make it useless. */
  readonly feel?: { readonly min: number; readonly max: number };
  readonly initial: Readonly<Record<Phase, number>>;
  readonly choices?: readonly string[];
  readonly toggle?: true;
  /** Where it means anything; in all of the move's phases where it is left out. */
  readonly phases?: readonly Phase[];
}

/** One instant of a move, for one unit. */
export interface Moment {
  /**
   * Eased; from 1 (wholly away) to 0 (at home) while arriving, from 0 to 1 while leaving and
   * staying.
   */
  readonly away: number;
  /** The same without easing. */
  readonly rawAway: number;
  /** Frames since the unit's start, not below 0 and not beyond its length. */
  readonly elapsed: number;
  /** The same in seconds. */
  readonly seconds: number;
  readonly box: Box;
  readonly canvas: { readonly width: number; readonly height: number };
  /** Where a point in layer pixels lies on the canvas at rest. */
  readonly onCanvas: (point: Point) => Point;
  readonly path: readonly PathPoint[];
  readonly phase: Phase;
  /** Numbers from −1 to 1 that stay the same for a unit and a salt. */
  readonly random: (salt: number) => number;
}

/** How long a new move takes: as long as the layer stays, as its drawing took, or some frames. */
export type FirstLength = 'stay' | 'drawing' | number;

/** One kind of move: what a person sets, and what it does to a unit at a moment. */
export interface MoveKind {
  readonly kind: string;
  readonly label: string;
  readonly icon: string;
  readonly phases: readonly Phase[];
  /** The kinds of layer it is for; all of them where it is left out. */
  readonly layers?: readonly LayerKind[];
  readonly params: readonly MoveParam[];
  readonly easing: Easing;
  /** Its timing is built in, so that no easing is offered for it. */
  readonly selfPaced?: true;
  /** Each unit comes or goes within one frame, so that the move's length is its stagger alone. */
  readonly stepwise?: true;
  /** Half a second where it is left out. */
  readonly firstLength?: FirstLength;
  /** A stay move that is home again once it is done; else it holds its last state. */
  readonly returns?: true;
  /** Leads from one state to another one, so that its ends can be swapped. */
  readonly swaps?: true;
  /** Leads to a point, by its parameters x and y, that is dragged on the stage. */
  readonly aims?: true;
  /** Follows a path that is drawn on the stage. */
  readonly draws?: true;
  /** It can only be for a whole layer, not for its letters. */
  readonly wholeOnly?: true;
  readonly change: (moment: Moment, params: Readonly<Record<string, number>>) => Change;
}

export const everyPhase = (value: number): Readonly<Record<Phase, number>> => ({
  arrive: value,
  stay: value,
  leave: value,
});

type ParamDetails = Partial<Omit<MoveParam, 'name' | 'label' | 'unit'>>;

/** A parameter with one starting value for all phases. */
export const param = (
  name: string,
  label: string,
  unit: MoveParam['unit'],
  initial: number,
  details: ParamDetails = {},
): MoveParam => ({
  name,
  label,
  unit,
  min: 0,
  max: 100,
  step: 1,
  initial: everyPhase(initial),
  ...details,
});

export const angleParam = (name: string, label: string, initial: number): MoveParam =>
  param(name, label, '°', initial, { max: 359 });

export const edgeParam = (initial: number): MoveParam =>
  param('edge', 'Edge', '', initial, { max: 3, choices: ['Left', 'Top', 'Right', 'Bottom'] });

/** A wave from 0 over 1 and −1 back to 0, `seconds` into periods of `period` seconds. */
export const wave = (seconds: number, period: number): number =>
  Math.sin((2 * Math.PI * seconds) / Math.max(0.01, period));

export const inOut = ['arrive', 'leave'] as const;
export const stayOnly = ['stay'] as const;

/** A share of 0…1; an easing that overshoots would ask for more. */
export const clamp01 = (value: number): number => Math.min(1, Math.max(0, value));
