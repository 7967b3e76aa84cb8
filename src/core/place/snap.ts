import type { Box } from '../geometry/box';

/** Lines things snap to, in document pixels. */
export interface SnapLines {
  readonly xs: readonly number[];
  readonly ys: readonly number[];
}

export interface Snapped {
  /** To add to the box's position. */
  readonly dx: number;
  readonly dy: number;
  /** The lines that were met; null where none was near. */
  readonly x: number | null;
  readonly y: number | null;
}

/** Graphics safe area: 5 % from each edge (EBU R 95). */
export const SAFE_MARGIN = 0.05;

/** The part of a canvas that shows on every screen. */
export const safeArea = ({ width, height }: { width: number; height: number }): Box => ({
  left: width * SAFE_MARGIN,
  top: height * SAFE_MARGIN,
  right: width * (1 - SAFE_MARGIN),
  bottom: height * (1 - SAFE_MARGIN),
});

/** Middle, edges and safe area of a canvas, and the edges and middles of other boxes on it. */
export function snapLines(
  canvas: { readonly width: number; readonly height: number },
  others: readonly Box[],
): SnapLines {
  const along = (length: number) => [
    length / 2,
    0,
    length,
    length * SAFE_MARGIN,
    length * (1 - SAFE_MARGIN),
  ];
  return {
    xs: [...along(canvas.width), ...others.flatMap((box) => marks(box.left, box.right))],
    ys: [...along(canvas.height), ...others.flatMap((box) => marks(box.top, box.bottom))],
  };
}

const marks = (low: number, high: number): readonly number[] => [low, (low + high) / 2, high];

/** The smallest shifts, each at most `reach`, that bring an edge or the middle of a box onto a line. */
export function snapBox(box: Box, lines: SnapLines, reach: number): Snapped {
  const across = nearest(marks(box.left, box.right), lines.xs, reach);
  const down = nearest(marks(box.top, box.bottom), lines.ys, reach);
  return { dx: across.shift, dy: down.shift, x: across.line, y: down.line };
}

function nearest(own: readonly number[], lines: readonly number[], reach: number) {
  let best: { shift: number; line: number | null } = { shift: 0, line: null };
  let least = reach;
  for (const line of lines) {
    for (const mark of own) {
      const off = Math.abs(line - mark);
      if (off < least || (off === least && best.line === null)) {
        least = off;
        best = { shift: line - mark, line };
      }
    }
  }
  return best;
}
