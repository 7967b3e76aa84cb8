import { createContext, useContext, useEffect } from 'react';
import type { Box, Point } from '@/core/scene';

interface Reach {
  /** Screen pixels per document pixel. */
  readonly fit: number;
  /** What the stage shows besides its canvas, in document pixels; null for the canvas alone. */
  readonly reach: Box | null;
  readonly setReach: (reach: Box | null) => void;
}

export const ReachContext = createContext<Reach>({
  fit: 1,
  reach: null,
  setReach: () => undefined,
});

interface Size {
  readonly width: number;
  readonly height: number;
}

/** Share of the canvas's sides that is shown beyond the outermost point, and at most beyond the canvas. */
const MARGIN = 0.06;
const FARTHEST = 1;

/** The canvas and those points that lie outside it; null where none does. */
export function reachOf(points: readonly Point[], { width, height }: Size): Box | null {
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
  const [left, right] = span(xs, width);
  const [top, bottom] = span(ys, height);
  const outside = left < 0 || top < 0 || right > width || bottom > height;
  return outside ? { left, top, right, bottom } : null;
}

function span(places: readonly number[], side: number): readonly [number, number] {
  const least = Math.min(0, ...places);
  const most = Math.max(side, ...places);
  const margin = MARGIN * side;
  return [
    least < 0 ? Math.max(-FARTHEST * side, least - margin) : 0,
    most > side ? Math.min((1 + FARTHEST) * side, most + margin) : side,
  ];
}

/** Has the stage show less large whatever lies outside the canvas, as long as nothing is dragged. */
export function useReach(points: readonly Point[], canvas: Size, dragged: boolean): Box | null {
  const { reach, setReach } = useContext(ReachContext);
  const wanted = reachOf(points, canvas);
  const key = JSON.stringify(wanted);
  useEffect(() => {
    if (!dragged) setReach(JSON.parse(key) as Box | null);
  }, [key, dragged, setReach]);
  useEffect(() => () => setReach(null), [setReach]);
  return reach;
}
