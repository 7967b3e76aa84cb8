import { distance, mixed, pointsAlong, type Corner, type Subpath } from './curves';
import type { WidePoint } from './alongPath';
import { thinned } from './thinning';

/** Pixels on a side of the picture that a letter is looked at in. */
const PICTURE = 220;
const MARGIN = 3;

/**
 * The lines in the middle of an outline, as a pen would have drawn it: the picture of the outline is
 * thinned to lines of one pixel, which are followed from end to end; at a crossing a line goes
 * straight on. Widths come from how far the outline is away.
 */
export function centreLines(outline: readonly Subpath[]): readonly (readonly WidePoint[])[] {
  const rough = outline.map((subpath) => pointsAlong(subpath, Infinity));
  const corners = rough.flat();
  if (corners.length === 0) return [];
  const left = Math.min(...corners.map(([x]) => x));
  const top = Math.min(...corners.map(([, y]) => y));
  const right = Math.max(...corners.map(([x]) => x));
  const bottom = Math.max(...corners.map(([, y]) => y));
  const scale = PICTURE / Math.max(1e-6, right - left, bottom - top);
  const toPicture = ([x, y]: Corner): Corner => [
    (x - left) * scale + MARGIN,
    (y - top) * scale + MARGIN,
  ];
  const width = Math.ceil((right - left) * scale) + 2 * MARGIN;
  const height = Math.ceil((bottom - top) * scale) + 2 * MARGIN;
  const contours = outline.map((subpath) => pointsAlong(subpath, 1.5 / scale).map(toPicture));
  const mask = filledMask(contours, width, height);
  const away = edgeDistances(mask, width, height);
  const lines = joinedLines(linesOf(thinned(mask, width, height), width), away, width);
  return lines.map((line) =>
    smoothed(line).map(([x, y]) => ({
      at: [(x + 0.5 - MARGIN) / scale + left, (y + 0.5 - MARGIN) / scale + top] as const,
      width: (2 * away[Math.round(y) * width + Math.round(x)]) / scale,
    })),
  );
}

/** Which pixels' middles lie inside some contours, by the non-zero rule. */
function filledMask(
  contours: readonly (readonly Corner[])[],
  width: number,
  height: number,
): Uint8Array {
  const mask = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    const crossings = contours.flatMap((contour) => crossingsAt(contour, y + 0.5));
    crossings.sort((a, b) => a.x - b.x);
    let winding = 0;
    crossings.forEach(({ x, turn }, i) => {
      winding += turn;
      if (winding === 0 || i === crossings.length - 1) return;
      const to = Math.min(width, Math.ceil(crossings[i + 1].x - 0.5));
      mask.fill(1, y * width + Math.max(0, Math.ceil(x - 0.5)), y * width + Math.max(0, to));
    });
  }
  return mask;
}

function crossingsAt(contour: readonly Corner[], y: number) {
  const found: { x: number; turn: 1 | -1 }[] = [];
  contour.forEach((a, i) => {
    const b = contour[(i + 1) % contour.length];
    if (a[1] <= y === b[1] <= y) return;
    const t = (y - a[1]) / (b[1] - a[1]);
    found.push({ x: a[0] + (b[0] - a[0]) * t, turn: b[1] > a[1] ? 1 : -1 });
  });
  return found;
}

/** How far each pixel inside is from the nearest one outside, in steps of 1 and √2 (two passes). */
function edgeDistances(mask: Uint8Array, width: number, height: number): Float32Array {
  const far = new Float32Array(mask.length);
  const step = (i: number, offsets: readonly (readonly [number, number])[]) => {
    for (const [offset, cost] of offsets) far[i] = Math.min(far[i], far[i + offset] + cost);
  };
  const before = [
    [-1, 1],
    [-width, 1],
    [-width - 1, Math.SQRT2],
    [-width + 1, Math.SQRT2],
  ] as const;
  const after = before.map(([offset, cost]) => [-offset, cost] as const);
  for (let i = 0; i < far.length; i++) far[i] = mask[i] ? Infinity : 0;
  const inner = (visit: (i: number) => void, backwards: boolean) => {
    for (let k = 0; k < (height - 2) * (width - 2); k++) {
      const n = backwards ? (height - 2) * (width - 2) - 1 - k : k;
      visit((1 + Math.floor(n / (width - 2))) * width + 1 + (n % (width - 2)));
    }
  };
  inner((i) => mask[i] && step(i, before), false);
  inner((i) => mask[i] && step(i, after), true);
  return far;
}

type Line = readonly Corner[];

const around = (i: number, width: number): readonly number[] => [
  i - width,
  i + 1,
  i + width,
  i - 1,
  i - width + 1,
  i + width + 1,
  i + width - 1,
  i - width - 1,
];

/** Follows lines of one pixel's width from end or crossing to end or crossing; rings from anywhere. */
function linesOf(mask: Uint8Array, width: number): readonly Line[] {
  const neighbours = (i: number) => around(i, width).filter((k) => mask[k]);
  const isNode = (i: number) => neighbours(i).length !== 2;
  const used = new Set<string>();
  const key = (a: number, b: number) => (a < b ? `${a} ${b}` : `${b} ${a}`);
  const follow = (from: number, next: number): number[] => {
    const way = [from, next];
    used.add(key(from, next));
    while (!isNode(way[way.length - 1])) {
      const here = way[way.length - 1];
      const on = neighbours(here).find((k) => !used.has(key(here, k)));
      if (on === undefined) break;
      used.add(key(here, on));
      way.push(on);
    }
    return way;
  };
  const pixels = [...mask.keys()].filter((i) => mask[i]);
  const ways: number[][] = [];
  for (const i of [...pixels.filter(isNode), ...pixels]) {
    if (neighbours(i).length === 0) ways.push([i]);
    for (const next of neighbours(i)) {
      if (!used.has(key(i, next))) ways.push(follow(i, next));
    }
  }
  return ways.map((way) => way.map((i): Corner => [i % width, Math.floor(i / width)]));
}

const lengthOf = (line: Line): number =>
  line.slice(1).reduce((sum, at, i) => sum + distance(line[i], at), 0);

/** Pixels from its end over which a line's direction there is taken. */
const REACH = 8;

/** The direction in which a line leaves through its end, as a unit vector. */
function heading(line: Line): Corner {
  const to = line[line.length - 1];
  const from = line[Math.max(0, line.length - 1 - REACH)];
  const length = distance(from, to) || 1;
  return [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
}

/** Ends this near to each other, in pixels, meet. */
const MEETING = 2.5;

/** Two ends go on into each other where they turn by less than 60 degrees. */
const STRAIGHT_ON = 0.5;

/**
 * Lines without the spurs that thinning leaves at corners, joined where one goes straight on into
 * another one, in the order they would be written: from the left, each from its upper left end.
 */
function joinedLines(all: readonly Line[], away: Float32Array, width: number): readonly Line[] {
  const radius = ([x, y]: Corner) => away[y * width + x];
  const isSpur = (line: Line) =>
    all.length > 1 &&
    line.length > 1 &&
    lengthOf(line) < 1.2 * Math.max(radius(line[0]), radius(line[line.length - 1])) &&
    isHanging(line, all);
  let lines = all.filter((line) => !isSpur(line));
  for (;;) {
    const pair = straightestPair(lines);
    if (!pair) break;
    const [a, b] = pair;
    lines = [...lines.filter((line) => line !== a.line && line !== b.line), joined(a, b)];
  }
  return lines
    .filter((line) => !isSwallowed(line, lines, radius(line[0])))
    .map(fromUpperLeft)
    .toSorted((a, b) => leftOf(a) - leftOf(b));
}

/** So short, and so near to another line, that it lies wholly within that one's width. */
const isSwallowed = (line: Line, all: readonly Line[], radius: number): boolean =>
  lengthOf(line) < radius &&
  all.some((other) => other !== line && other.some((at) => distance(at, line[0]) < radius));

/** Hangs on other lines by one of its ends alone; what hangs on none is a dot. */
function isHanging(line: Line, all: readonly Line[]): boolean {
  const meets = [line[0], line[line.length - 1]].filter((end) =>
    all.some(
      (other) =>
        other !== line &&
        [other[0], other[other.length - 1]].some((at) => distance(at, end) <= MEETING),
    ),
  );
  return meets.length === 1;
}

interface End {
  readonly line: Line;
  /** With the end that is meant last. */
  readonly turned: Line;
}

const endsOf = (line: Line): readonly End[] => [
  { line, turned: line.toReversed() },
  { line, turned: line },
];

function straightestPair(lines: readonly Line[]): readonly [End, End] | null {
  let best: readonly [End, End] | null = null;
  let straightest = STRAIGHT_ON;
  const ends = lines.flatMap(endsOf);
  ends.forEach((a, i) => {
    for (const b of ends.slice(i + 1)) {
      if (a.line === b.line) continue;
      const [endA, endB] = [a.turned[a.turned.length - 1], b.turned[b.turned.length - 1]];
      if (distance(endA, endB) > MEETING) continue;
      const [p, q] = [heading(a.turned), heading(b.turned)];
      const on = -(p[0] * q[0] + p[1] * q[1]);
      if (on > straightest) [best, straightest] = [[a, b], on];
    }
  });
  return best;
}

const joined = (a: End, b: End): Line => [...a.turned, ...b.turned.toReversed()];

const leftOf = (line: Line): number => Math.min(...line.map(([x]) => x));

/** A line begins at its end that lies higher, or, of two as high, further to the left. */
function fromUpperLeft(line: Line): Line {
  const rank = ([x, y]: Corner) => y + x * 0.6;
  return rank(line[0]) <= rank(line[line.length - 1]) ? line : line.toReversed();
}

/** Without the stairs of the pixels: means over a few neighbours, ends kept, every third point. */
function smoothed(line: Line): Line {
  let smooth = line;
  for (let round = 0; round < 6; round++) {
    smooth = smooth.map((at, i) =>
      i === 0 || i === smooth.length - 1
        ? at
        : mixed(at, mixed(smooth[i - 1], smooth[i + 1], 0.5), 0.5),
    );
  }
  return smooth.filter((_, i) => i % 3 === 0 || i === smooth.length - 1);
}
