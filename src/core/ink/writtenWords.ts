import type { StaggerUnit } from '../moves/phases';
import type { Drawing, Stroke } from '../document/values/stroke';
import type { Box } from '../geometry/box';
import { strokeBox } from './points';

const found = new WeakMap<readonly Stroke[], readonly number[]>();

/** A gap beside, or below, that is wider than this share of the writing's height parts two words. */
const GAP = { beside: 0.25, below: 0.15 } as const;

/**
 * Which written word each stroke belongs to, in the order of drawing: a stroke that begins well
 * beside what was written before, or under it, begins a new word. Dots and bars that are added
 * over an earlier word belong to that one.
 */
export function writtenWords(strokes: readonly Stroke[]): readonly number[] {
  const known = found.get(strokes);
  if (known) return known;
  const height = writingHeight(strokes);
  const words: Box[] = [];
  const owners = strokes.map((stroke) => {
    const box = strokeBox(stroke);
    const own = words.findLastIndex((word) => isNear(word, box, height));
    if (own < 0) return words.push(box) - 1;
    words[own] = joined(words[own], box);
    return own;
  });
  found.set(strokes, owners);
  return owners;
}

/** What three quarters of the strokes are lower than: dots and dashes tell nothing. */
function writingHeight(strokes: readonly Stroke[]): number {
  const heights = strokes
    .map(strokeBox)
    .map((box) => box.bottom - box.top)
    .sort((a, b) => a - b);
  return heights[Math.floor(heights.length * 0.75)] ?? 0;
}

const isNear = (a: Box, b: Box, height: number): boolean =>
  b.left < a.right + GAP.beside * height &&
  b.right > a.left - GAP.beside * height &&
  b.top < a.bottom + GAP.below * height &&
  b.bottom > a.top - GAP.below * height;

const joined = (a: Box, b: Box): Box => ({
  left: Math.min(a.left, b.left),
  top: Math.min(a.top, b.top),
  right: Math.max(a.right, b.right),
  bottom: Math.max(a.bottom, b.bottom),
});

/** How many units a move is staggered over; strokes stand for letters, and all is one line. */
export function countStrokes(drawings: readonly Drawing[], over: StaggerUnit): number {
  const count = ({ strokes }: Drawing) => {
    if (over === 'letters') return strokes.length;
    return over === 'words' ? new Set(writtenWords(strokes)).size : 1;
  };
  return Math.max(1, ...drawings.map(count));
}
