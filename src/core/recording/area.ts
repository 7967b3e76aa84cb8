import { ColourCounts } from '../colour/commonestColour';
import { toHex, type Rgb } from '../colour';
import type { Box } from '../geometry/box';
import type { DrawingArea, FramePixels } from './types';

// Looked up once: millions of pixels are compared.
const { abs } = Math;

/** Levels of any channel by which a pixel counts as another colour; encoders stray by less. */
const UNLIKE = 56;

/** Levels by which paper strays from its colour, in the frame where it strays least. */
const PAPER_STRAYS = 24;

/** Shares of a line that have to be paper, or drawn on, for it to lie inside. */
const MOST_OF_A_LINE = 0.9;

/** Pixels of border that an encoder's blur may stand for. */
const BLUR = 2;

/**
 * The area somebody draws in, found from frames spread over a recording: it is of one colour where
 * nothing is drawn, what changes lies in it, and what is round it never changes.
 */
export function findDrawingArea(frames: readonly FramePixels[]): DrawingArea {
  const [{ width, height }] = frames;
  const changing = changingPixels(frames);
  const seed = boxOfMost(changing, width, height) ?? middle(width, height);
  const paper = commonestColour(frames, seed);
  const inside = insidePixels(frames, changing, paper);
  const box = grown(seed, inside, width, height);
  const bordered =
    box.left > BLUR || box.top > BLUR || box.right < width - BLUR || box.bottom < height - BLUR;
  return {
    box: bordered ? box : { left: 0, top: 0, right: width, bottom: height },
    bordered,
    paper: toHex(paper),
  };
}

/** Where frames differ from one another. */
function changingPixels(frames: readonly FramePixels[]): Uint8Array {
  const [{ width, height }] = frames;
  const changing = new Uint8Array(width * height);
  const low = new Uint8ClampedArray(width * height * 4).fill(255);
  const high = new Uint8ClampedArray(width * height * 4);
  for (const { data } of frames) {
    for (let k = 0; k < data.length; k++) {
      if (data[k] < low[k]) low[k] = data[k];
      if (data[k] > high[k]) high[k] = data[k];
    }
  }
  for (let i = 0; i < changing.length; i++) {
    if (isUnlike(high, i * 4, low, i * 4)) changing[i] = 1;
  }
  return changing;
}

/** Pixels across a cell, and changing pixels by which one is drawn on: fewer are an encoder's specks. */
const CELL = 8;
const SPECKS_OF_A_CELL = 3;

/** Fewer changing pixels than this are no drawing. */
const FEWEST = 60;

/**
 * The box of what changes most in one place; null where too little changes to tell. A clock in a
 * recorder's bar changes too, away from the drawing and less.
 */
function boxOfMost(changing: Uint8Array, width: number, height: number): Box | null {
  const across = Math.ceil(width / CELL);
  const counts = new Uint32Array(across * Math.ceil(height / CELL));
  const cellOf = (i: number) =>
    Math.floor(Math.floor(i / width) / CELL) * across + Math.floor((i % width) / CELL);
  changing.forEach((changes, i) => (counts[cellOf(i)] += changes));
  const [most] = patches(counts, across).sort((a, b) => b.changes - a.changes);
  if (!most || most.changes < FEWEST) return null;
  const cells = new Set(most.cells);
  const box = { left: width, top: height, right: 0, bottom: 0 };
  changing.forEach((changes, i) => {
    if (!changes || !cells.has(cellOf(i))) return;
    const [x, y] = [i % width, Math.floor(i / width)];
    box.left = Math.min(box.left, x);
    box.top = Math.min(box.top, y);
    box.right = Math.max(box.right, x + 1);
    box.bottom = Math.max(box.bottom, y + 1);
  });
  return box;
}

interface Patch {
  readonly cells: readonly number[];
  readonly changes: number;
}

/** Cells that are drawn on, by those that touch each other. */
function patches(counts: Uint32Array, across: number): Patch[] {
  const open = new Set<number>();
  counts.forEach((count, cell) => count >= SPECKS_OF_A_CELL && open.add(cell));
  const found: Patch[] = [];
  for (const first of open) {
    const cells = [first];
    open.delete(first);
    for (let at = 0; at < cells.length; at++) {
      for (const next of touching(cells[at], across)) {
        if (open.delete(next)) cells.push(next);
      }
    }
    found.push({ cells, changes: cells.reduce((sum, cell) => sum + counts[cell], 0) });
  }
  return found;
}

function touching(cell: number, across: number): readonly number[] {
  const column = cell % across;
  const beside = [-1, 0, 1].filter((by) => column + by >= 0 && column + by < across);
  return [-across, 0, across].flatMap((row) => beside.map((by) => cell + row + by));
}

const middle = (width: number, height: number): Box => ({
  left: Math.round(width * 0.4),
  top: Math.round(height * 0.4),
  right: Math.round(width * 0.6),
  bottom: Math.round(height * 0.6),
});

function commonestColour(frames: readonly FramePixels[], box: Box): Rgb {
  const colours = new ColourCounts();
  eachPixel(frames, box, (data, k) => colours.add(data, k));
  return colours.commonest().colour;
}

function eachPixel(
  frames: readonly FramePixels[],
  { left, top, right, bottom }: Box,
  visit: (data: Uint8ClampedArray, k: number) => void,
): void {
  for (const { data, width } of frames) {
    for (let y = top; y < bottom; y++) {
      for (let x = left; x < right; x++) visit(data, (y * width + x) * 4);
    }
  }
}

/** Whether the pixel at `k` is of another colour than the one of `other` at `at`. */
export const isUnlike = (
  data: Uint8ClampedArray,
  k: number,
  other: Uint8ClampedArray,
  at: number,
  levels = UNLIKE,
): boolean =>
  abs(data[k] - other[at]) > levels ||
  abs(data[k + 1] - other[at + 1]) > levels ||
  abs(data[k + 2] - other[at + 2]) > levels;

/** Pixels that are paper in some frame, or are drawn on. */
function insidePixels(
  frames: readonly FramePixels[],
  changing: Uint8Array,
  paper: Rgb,
): Uint8Array {
  const inside = changing.slice();
  const colour = Uint8ClampedArray.from(paper);
  for (const { data } of frames) {
    for (let i = 0; i < inside.length; i++) {
      if (!inside[i] && !isUnlike(data, i * 4, colour, 0, PAPER_STRAYS)) inside[i] = 1;
    }
  }
  return inside;
}

/** A box moved out on each side for as long as the lines it takes in lie inside. */
function grown(seed: Box, inside: Uint8Array, width: number, height: number): Box {
  const box = { ...seed };
  const row = (y: number) =>
    y >= 0 && y < height && isMostly(inside, y * width + box.left, 1, box.right - box.left);
  const column = (x: number) =>
    x >= 0 && x < width && isMostly(inside, box.top * width + x, width, box.bottom - box.top);
  for (let before = ''; before !== JSON.stringify(box);) {
    before = JSON.stringify(box);
    while (row(box.top - 1)) box.top--;
    while (row(box.bottom)) box.bottom++;
    while (column(box.left - 1)) box.left--;
    while (column(box.right)) box.right++;
  }
  return box;
}

function isMostly(mask: Uint8Array, start: number, step: number, count: number): boolean {
  let sum = 0;
  for (let n = 0; n < count; n++) sum += mask[start + n * step];
  return sum >= count * MOST_OF_A_LINE;
}
