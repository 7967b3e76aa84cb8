import type { Stroke } from '../document/layers';
import { boxAround, type Box } from '../geometry/box';
import { pointAt, pointCount, POINT_SIZE } from './points';

/**
 * What a pen told while somebody drew. Positions are in the session's own units, with their middle
 * anywhere; otherwise points are as a stroke keeps them.
 */
export interface PenSession {
  readonly name: string;
  readonly label: string;
  readonly strokes: readonly { readonly pause: number; readonly points: readonly number[] }[];
}

export const sessionBox = ({ strokes }: PenSession): Box =>
  boxAround(
    strokes.flatMap(({ points }) =>
      Array.from({ length: pointCount(points) }, (_, i) => pointAt(points, i)),
    ),
  );

/** A session as strokes of a pen, `width` layer pixels wide about a point of the layer. */
export function strokesOfSession(
  session: PenSession,
  width: number,
  style: Pick<Stroke, 'brush' | 'colour' | 'size'>,
  middle = { x: 0, y: 0 },
): readonly Stroke[] {
  const { left, top, right, bottom } = sessionBox(session);
  const scale = width / (right - left);
  const from = [(left + right) / 2, (top + bottom) / 2];
  const to = [middle.x, middle.y];
  return session.strokes.map(({ pause, points }, i) => ({
    id: `${session.name}-${i}`,
    opacity: 1,
    smoothing: 0.45,
    fill: null,
    sensed: true,
    ...style,
    pause,
    points: points.map((value, k) => {
      const field = k % POINT_SIZE;
      return field < 2 ? (value - from[field]) * scale + to[field] : value;
    }),
  }));
}
