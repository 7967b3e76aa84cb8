import { createCanvas, type SKRSContext2D } from '@napi-rs/canvas';

export type Context = SKRSContext2D;

export const canvas = (width: number, height: number): Context =>
  createCanvas(width, height).getContext('2d');

/** A closed polygon's path. */
export function polygon(context: Context, points: readonly (readonly [number, number])[]): void {
  context.beginPath();
  points.forEach(([x, y], i) => (i === 0 ? context.moveTo(x, y) : context.lineTo(x, y)));
  context.closePath();
}
