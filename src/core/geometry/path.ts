/** A point of a curve with its two handles, as offsets from it. */
export interface PathPoint {
  readonly x: number;
  readonly y: number;
  readonly inX: number;
  readonly inY: number;
  readonly outX: number;
  readonly outY: number;
}

/** A point on a path and the direction there, in degrees clockwise from the right. */
export interface PathPlace {
  readonly x: number;
  readonly y: number;
  readonly angle: number;
}

/** Straight pieces a curve is measured in: errors stay under a thousandth of its length. */
const PIECES = 64;

interface Measured {
  readonly places: readonly PathPlace[];
  /** Length of the path up to each place. */
  readonly lengths: readonly number[];
}

const measured = new WeakMap<readonly PathPoint[], Measured>();

/**
 * Where a share (0…1) of a path's length leads; beyond an end it goes straight on.
 * @param path two points at least, joined by cubic Béziers
 */
export function pointOnPath(path: readonly PathPoint[], share: number): PathPlace {
  const { places, lengths } = measure(path);
  const total = lengths[lengths.length - 1];
  const wanted = share * total;
  let i = lengths.findIndex((length) => length > wanted);
  if (i < 0) i = lengths.length - 1;
  i = Math.max(1, i);
  const piece = lengths[i] - lengths[i - 1];
  const t = piece === 0 ? 0 : (wanted - lengths[i - 1]) / piece;
  const [a, b] = [places[i - 1], places[i]];
  return {
    x: a.x + (b.x - a.x) * t,
    y: a.y + (b.y - a.y) * t,
    angle: a.angle + turn(a.angle, b.angle) * Math.min(1, Math.max(0, t)),
  };
}

/** The shorter way from one angle to another. */
const turn = (from: number, to: number): number => ((((to - from) % 360) + 540) % 360) - 180;

function measure(path: readonly PathPoint[]): Measured {
  const known = measured.get(path);
  if (known) return known;
  const places: PathPlace[] = [];
  for (let i = 1; i < path.length; i++) {
    for (let k = i === 1 ? 0 : 1; k <= PIECES; k++) {
      places.push(bezierAt(path[i - 1], path[i], k / PIECES));
    }
  }
  const lengths = [0];
  for (let i = 1; i < places.length; i++) {
    const step = Math.hypot(places[i].x - places[i - 1].x, places[i].y - places[i - 1].y);
    lengths.push(lengths[i - 1] + step);
  }
  const result = { places, lengths };
  measured.set(path, result);
  return result;
}

function bezierAt(a: PathPoint, b: PathPoint, t: number): PathPlace {
  const xs = [a.x, a.x + a.outX, b.x + b.inX, b.x];
  const ys = [a.y, a.y + a.outY, b.y + b.inY, b.y];
  let [dx, dy] = [slope(xs, t), slope(ys, t)];
  // At an end without a handle the curve has no slope; the chord has.
  if (Math.hypot(dx, dy) < 1e-9) [dx, dy] = [b.x - a.x, b.y - a.y];
  return { x: cubic(xs, t), y: cubic(ys, t), angle: (Math.atan2(dy, dx) * 180) / Math.PI };
}

const cubic = ([p0, p1, p2, p3]: readonly number[], t: number): number => {
  const s = 1 - t;
  return s ** 3 * p0 + 3 * s ** 2 * t * p1 + 3 * s * t ** 2 * p2 + t ** 3 * p3;
};

const slope = ([p0, p1, p2, p3]: readonly number[], t: number): number => {
  const s = 1 - t;
  return 3 * s ** 2 * (p1 - p0) + 6 * s * t * (p2 - p1) + 3 * t ** 2 * (p3 - p2);
};

/** SVG path data of a path. */
export function pathData(path: readonly PathPoint[], closed: boolean): string {
  if (path.length === 0) return '';
  const curve = (a: PathPoint, b: PathPoint) =>
    `C${a.x + a.outX} ${a.y + a.outY} ${b.x + b.inX} ${b.y + b.inY} ${b.x} ${b.y}`;
  const start = `M${path[0].x} ${path[0].y}`;
  const curves = path.slice(1).map((point, i) => curve(path[i], point));
  return start + curves.join('') + (closed ? `${curve(path[path.length - 1], path[0])}Z` : '');
}

/** A point without handles: a corner. */
export const corner = (x: number, y: number): PathPoint => ({
  x,
  y,
  inX: 0,
  inY: 0,
  outX: 0,
  outY: 0,
});
