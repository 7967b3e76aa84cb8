import type { GarbageMatte, MattePoint } from './layers';

/** A matte's points at a frame, on their way from one drawing of it to the next. */
export function mattePoints({ drawn }: GarbageMatte, frame: number): readonly MattePoint[] {
  const next = drawn.findIndex((entry) => entry.frame > frame);
  if (next === 0) return drawn[0].points;
  if (next < 0) return drawn[drawn.length - 1].points;
  const [a, b] = [drawn[next - 1], drawn[next]];
  const t = (frame - a.frame) / (b.frame - a.frame);
  return a.points.map(({ x, y }, i) => ({
    x: x + (b.points[i].x - x) * t,
    y: y + (b.points[i].y - y) * t,
  }));
}
