import type { Piece } from '../document/layers';
import { boxAround, type Box } from '../geometry/box';
import type { Point } from '../geometry/matrix';

/** A line through a point; what lies clockwise of its direction is kept. */
type Cut = NonNullable<Piece['cut']>;

const directionOf = ({ angle }: Cut): Point => {
  const radians = (angle * Math.PI) / 180;
  return { x: Math.cos(radians), y: Math.sin(radians) };
};

/** Farther than any artwork reaches. */
const FAR = 100_000;

/** The kept side of a cut as SVG path data. */
export function keptSide(cut: Cut): string {
  const { x, y } = cut;
  const direction = directionOf(cut);
  const [dx, dy] = [direction.x * FAR, direction.y * FAR];
  return (
    `M${x - dx} ${y - dy}L${x + dx} ${y + dy}` +
    `L${x + dx - dy} ${y + dy + dx}L${x - dx - dy} ${y - dy + dx}Z`
  );
}

/** The box round what a cut keeps of a box; the whole one when it keeps nothing. */
export function keptBox(box: Box, cut: Cut): Box {
  const direction = directionOf(cut);
  const side = ({ x, y }: Point) => direction.x * (y - cut.y) - direction.y * (x - cut.x);
  const corners: readonly Point[] = [
    { x: box.left, y: box.top },
    { x: box.right, y: box.top },
    { x: box.right, y: box.bottom },
    { x: box.left, y: box.bottom },
  ];
  const kept = corners.flatMap((a, i) => {
    const b = corners[(i + 1) % 4];
    const [from, to] = [side(a), side(b)];
    const inside = from >= 0 ? [a] : [];
    if (from >= 0 === to >= 0) return inside;
    const t = from / (from - to);
    return [...inside, { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t }];
  });
  return kept.length > 0 ? boxAround(kept) : box;
}
