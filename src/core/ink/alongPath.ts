import type { Stroke } from '../document/layers';
import { distance, type Corner } from './curves';
import { packed, type InkPoint } from './points';

/** A place on a line, and how wide the line is there. */
export interface WidePoint {
  readonly at: Corner;
  readonly width: number;
}

/** What strokes that no hand drew are given. */
export interface PathStyle {
  readonly colour: string;
  readonly fill: string | null;
  readonly opacity: number;
  /** Layer pixels a second at which they are drawn. */
  readonly speed: number;
}

/** Milliseconds a hand takes from one stroke to the next. */
const PAUSE = 120;

/** The pen's pressure at which its line is some times its size wide: 0.5 + pressure (thinning 0.5). */
const pressureFor = (times: number): number => Math.min(1, Math.max(0, times - 0.5));

/** A stroke of the pen along a line, as wide as the line is, at an even pace. */
export function strokeAlong(
  line: readonly WidePoint[],
  { colour, fill, opacity, speed }: PathStyle,
  id: string,
): Stroke {
  const size = Math.max(0.1, line.reduce((sum, { width }) => sum + width, 0) / line.length);
  let way = 0;
  const points = line.map(({ at, width }, i): InkPoint => {
    if (i > 0) way += distance(line[i - 1].at, at);
    return {
      x: at[0],
      y: at[1],
      pressure: pressureFor(width / size),
      tilt: 0,
      ms: (way / speed) * 1000,
    };
  });
  return {
    id,
    brush: 'pen',
    colour,
    size,
    opacity,
    smoothing: 0,
    fill,
    sensed: true,
    pause: PAUSE,
    points: packed(points),
  };
}
