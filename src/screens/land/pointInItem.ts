import type { LandingItem } from '@/core/document';
import type { Point } from '@/core/scene';

/** A landing's point in the pixels of an item's own picture: its place undone. */
export function pointInItem(
  { place }: LandingItem,
  size: { readonly width: number; readonly height: number },
  point: Point,
): Point {
  const radians = (-place.rotation * Math.PI) / 180;
  const dx = (point.x - place.x) / place.scale;
  const dy = (point.y - place.y) / place.scale;
  return {
    x: dx * Math.cos(radians) - dy * Math.sin(radians) + size.width / 2,
    y: dx * Math.sin(radians) + dy * Math.cos(radians) + size.height / 2,
  };
}
