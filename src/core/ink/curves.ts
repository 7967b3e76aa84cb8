import SvgPath from 'svgpath';

export type Corner = readonly [x: number, y: number];

/** A cubic Bézier: where it begins, its two handles, and where it ends. */
export type Cubic = readonly [Corner, Corner, Corner, Corner];

/** One unbroken line of a path. */
export interface Subpath {
  readonly cubics: readonly Cubic[];
  readonly closed: boolean;
}

/** SVG path data as cubic Béziers, whatever commands it is written in. */
export function subpathsOf(d: string): readonly Subpath[] {
  const subpaths: { cubics: Cubic[]; closed: boolean }[] = [];
  let start: Corner = [0, 0];
  const path = SvgPath(d).abs().unshort().unarc();
  path.iterate((segment, _i, x, y) => {
    const [command, ...numbers] = segment as readonly [string, ...number[]];
    if (command === 'M') {
      start = [numbers[0], numbers[1]];
      subpaths.push({ cubics: [], closed: false });
      return;
    }
    const now = subpaths[subpaths.length - 1];
    if (command !== 'Z') now.cubics.push(cubicOf(command, numbers, [x, y]));
    else {
      if (x !== start[0] || y !== start[1]) now.cubics.push(straight([x, y], start));
      now.closed = true;
    }
  });
  return subpaths.filter(({ cubics }) => cubics.length > 0);
}

const straight = (from: Corner, to: Corner): Cubic => [
  from,
  mixed(from, to, 1 / 3),
  mixed(from, to, 2 / 3),
  to,
];

export const mixed = (a: Corner, b: Corner, t: number): Corner => [
  a[0] + (b[0] - a[0]) * t,
  a[1] + (b[1] - a[1]) * t,
];

function cubicOf(command: string, n: readonly number[], from: Corner): Cubic {
  if (command === 'C') return [from, [n[0], n[1]], [n[2], n[3]], [n[4], n[5]]];
  if (command === 'Q') {
    const handle: Corner = [n[0], n[1]];
    const to: Corner = [n[2], n[3]];
    return [from, mixed(from, handle, 2 / 3), mixed(to, handle, 2 / 3), to];
  }
  const across = command === 'V' ? from[0] : n[0];
  const down = command === 'H' ? from[1] : command === 'V' ? n[0] : n[1];
  return straight(from, [across, down]);
}

const hull = ([a, b, c, d]: Cubic): number => distance(a, b) + distance(b, c) + distance(c, d);

export const distance = (a: Corner, b: Corner): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

const MOST_PIECES = 400;

const piecesOf = (cubic: Cubic, longest: number): number =>
  Math.min(MOST_PIECES, Math.max(1, Math.ceil(hull(cubic) / longest)));

/** A Bézier in pieces (de Casteljau), none of them longer than `longest`. */
export function dividedCubic(cubic: Cubic, longest: number): readonly Cubic[] {
  const pieces: Cubic[] = [];
  let rest = cubic;
  for (let left = piecesOf(cubic, longest); left > 1; left--) {
    const [first, second] = cutCubic(rest, 1 / left);
    pieces.push(first);
    rest = second;
  }
  return [...pieces, rest];
}

function cutCubic([p, q, r, s]: Cubic, t: number): readonly [Cubic, Cubic] {
  const [pq, qr, rs] = [mixed(p, q, t), mixed(q, r, t), mixed(r, s, t)];
  const [pqr, qrs] = [mixed(pq, qr, t), mixed(qr, rs, t)];
  const middle = mixed(pqr, qrs, t);
  return [
    [p, pq, pqr, middle],
    [middle, qrs, rs, s],
  ];
}

/** Points along a subpath, from its start to its end, no further apart than `longest`. */
export function pointsAlong({ cubics }: Subpath, longest: number): readonly Corner[] {
  const points: Corner[] = [cubics[0][0]];
  for (const cubic of cubics) {
    for (const piece of dividedCubic(cubic, longest)) points.push(piece[3]);
  }
  return points;
}
