import { seededRandom } from '@/core/random';
import type { Context } from '../canvas';
import { drawKite, drawTail } from './kite';

const WIDTH = 1280;
const HEIGHT = 720;
const COLOURS: readonly (readonly [string, string])[] = [
  ['#c8412e', '#f2b63c'],
  ['#4b2e73', '#e9a23b'],
  ['#2f7f74', '#f4eee2'],
  ['#b3432b', '#e9e0f2'],
  ['#26466d', '#f0d8a8'],
];

const random = seededRandom(29);
const between = (low: number, high: number) => low + random() * (high - low);

const stripes = Array.from({ length: 26 }, (_, i) => ({
  y: i * 30 - 20,
  shade: random(),
  phase: between(0, 6),
}));
const flowers = Array.from({ length: 260 }, () => ({
  x: between(0, WIDTH),
  y: between(0, HEIGHT),
  size: between(3, 9),
  hue: Math.floor(between(0, 4)),
  phase: between(0, 6.28),
}));
const kites = Array.from({ length: 15 }, (_, i) => ({
  x: (i % 5) * 270 + between(20, 200),
  y: Math.floor(i / 5) * 250 + between(20, 190),
  size: between(90, 170),
  speed: between(0.7, 1.6),
  phase: between(0, 6.28),
  colours: COLOURS[i % COLOURS.length],
}));

const PETALS = ['#fff6dd', '#f2b63c', '#d9d0f0', '#e88f76'] as const;

/** A meadow full of kites from above: there is no calm place anywhere. */
export function drawMeadow(context: Context, seconds: number): void {
  stripes.forEach(({ y, shade, phase }) => {
    context.fillStyle = `rgb(${92 + shade * 40}, ${128 + shade * 36}, ${58 + shade * 26})`;
    context.beginPath();
    context.moveTo(0, y);
    for (let x = 0; x <= WIDTH; x += 32)
      context.lineTo(x, y + 7 * Math.sin(x * 0.012 + phase + seconds * 1.2));
    context.lineTo(WIDTH, HEIGHT);
    context.lineTo(0, HEIGHT);
    context.fill();
  });
  flowers.forEach(({ x, y, size, hue, phase }) => {
    context.fillStyle = PETALS[hue];
    context.beginPath();
    context.arc(
      x + 4 * Math.sin(seconds * 2 + phase),
      y + 3 * Math.cos(seconds * 2 + phase),
      size,
      0,
      Math.PI * 2,
    );
    context.fill();
  });
  kites.forEach(({ x, y, size, speed, phase, colours }) => {
    const kite = {
      x: x + 60 * Math.sin(seconds * speed + phase),
      y: y + 40 * Math.cos(seconds * speed * 1.2 + phase),
      size,
      degrees: 30 * Math.sin(seconds * speed + phase * 2),
      colours,
    };
    drawTail(context, kite, seconds, colours[1]);
    drawKite(context, kite);
  });
}
