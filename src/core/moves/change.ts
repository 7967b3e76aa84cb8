import type { Replay } from './replay';
import {
  IDENTITY,
  multiply,
  rotation,
  scaling,
  translation,
  type Matrix,
} from '../geometry/matrix';
import type { Box } from '../geometry/box';

/**
 * A mask that stands still while what it belongs to moves. Geometry is in layer pixels: a wipe
 * shows what lies before a line that crosses the box along `angle`, an iris what lies in a circle,
 * a ledge what has not gone over one side of the box. `shown` is 0 (nothing) to 1 (everything);
 * `softness` is a share of the way.
 */
export type MoveMask =
  | {
      readonly kind: 'wipe';
      readonly box: Box;
      readonly angle: number;
      readonly shown: number;
      readonly softness: number;
    }
  | {
      readonly kind: 'iris';
      readonly box: Box;
      readonly shown: number;
      readonly softness: number;
    }
  | { readonly kind: 'ledge'; readonly box: Box; readonly side: number };

/** What of a drawing's replay is there, as shares of its time, and how it is drawn again. */
export interface Written {
  readonly from: number;
  readonly to: number;
  readonly replay: Replay;
}

/**
 * What moves do to one unit: an offset in document pixels, a map of layer pixels about the unit's
 * own middle, opacity as a factor, a blur's standard deviation in document pixels, masks, and how
 * much is written where not all of it is.
 */
export interface Change {
  readonly dx: number;
  readonly dy: number;
  readonly inner: Matrix;
  readonly opacity: number;
  readonly blur: number;
  readonly masks: readonly MoveMask[];
  readonly written: Written | null;
}

export const AT_HOME: Change = {
  dx: 0,
  dy: 0,
  inner: IDENTITY,
  opacity: 1,
  blur: 0,
  masks: [],
  written: null,
};

/**
 * Offsets and blurs add up, factors multiply, maps follow one another, masks all apply; of two moves
 * that write, the later one does.
 */
export function combine(a: Change, b: Change): Change {
  if (a === AT_HOME) return b;
  if (b === AT_HOME) return a;
  return {
    dx: a.dx + b.dx,
    dy: a.dy + b.dy,
    inner: multiply(a.inner, b.inner),
    opacity: a.opacity * b.opacity,
    blur: a.blur + b.blur,
    masks: a.masks.length + b.masks.length === 0 ? a.masks : [...a.masks, ...b.masks],
    written: b.written ?? a.written,
  };
}

/** Whether a change leaves a unit exactly where and as it is. */
export const isHome = (change: Change): boolean =>
  change === AT_HOME ||
  (change.dx === 0 &&
    change.dy === 0 &&
    change.opacity === 1 &&
    change.blur === 0 &&
    change.masks.length === 0 &&
    change.written === null &&
    change.inner.every((value, i) => value === IDENTITY[i]));

/** A map that scales and turns about a point given as shares of a box. */
export function about(
  box: Box,
  at: { readonly x: number; readonly y: number },
  scale: { readonly x: number; readonly y: number },
  degrees = 0,
): Matrix {
  const x = box.left + (box.right - box.left) * at.x;
  const y = box.top + (box.bottom - box.top) * at.y;
  return multiply(
    translation(x, y),
    rotation(degrees),
    scaling(scale.x, scale.y),
    translation(-x, -y),
  );
}

export const MIDDLE = { x: 0.5, y: 0.5 } as const;

export const evenly = (factor: number) => ({ x: factor, y: factor });

/** An offset of some length along an angle: 0° to the right, 90° down. */
export function along(angle: number, distance: number): { dx: number; dy: number } {
  const radians = (angle * Math.PI) / 180;
  return { dx: distance * Math.cos(radians), dy: distance * Math.sin(radians) };
}
