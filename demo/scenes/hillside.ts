import { seededRandom } from '@/core/random';
import type { Context } from '../canvas';
import { drawKite, drawTail, type Kite } from './kite';

const WIDTH = 1280;
const HEIGHT = 720;

interface Cloud {
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly speed: number;
}

const random = seededRandom(11);
const between = (low: number, high: number) => low + random() * (high - low);

const clouds: readonly Cloud[] = Array.from({ length: 5 }, () => ({
  x: between(0, WIDTH),
  y: between(40, 190),
  size: between(40, 80),
  speed: between(6, 16),
}));

const blades = Array.from({ length: 620 }, () => ({
  x: between(-10, WIDTH + 10),
  height: between(18, 70),
  lean: between(-8, 8),
  phase: between(0, 6.28),
  shade: between(0, 1),
})).sort((a, b) => a.height - b.height);

/** A hill in the morning: kites in a wide calm sky, grass in the wind below. */
export function drawHillside(context: Context, seconds: number): void {
  const sky = context.createLinearGradient(0, 0, 0, 460);
  sky.addColorStop(0, '#6ea6d6');
  sky.addColorStop(1, '#d7e8ee');
  context.fillStyle = sky;
  context.fillRect(0, 0, WIDTH, HEIGHT);
  clouds.forEach((cloud) => drawCloud(context, cloud, seconds));
  drawHill(context, 430, 60, 0.0042, 1.1, '#a9c58d');
  drawHill(context, 500, 46, 0.0055, 3.4, '#86ad66');
  drawHill(context, 585, 30, 0.0038, 0.2, '#648f47');
  kitesAt(seconds).forEach((kite, i) => {
    drawLine(context, kite, 420 + i * 160);
    drawTail(context, kite, seconds, kite.colours[1]);
    drawKite(context, kite);
  });
  drawGrass(context, seconds);
}

function kitesAt(seconds: number): readonly Kite[] {
  const sway = (speed: number, phase: number) => Math.sin(seconds * speed + phase);
  return [
    {
      x: 880 + 70 * sway(0.9, 0),
      y: 190 + 34 * sway(1.7, 1),
      size: 120,
      degrees: 14 + 12 * sway(0.9, 1.6),
      colours: ['#c8412e', '#f2b63c'],
    },
    {
      x: 1060 + 40 * sway(1.2, 2),
      y: 300 + 24 * sway(1.9, 0.4),
      size: 74,
      degrees: -8 + 10 * sway(1.2, 3.4),
      colours: ['#4b2e73', '#e9e0f2'],
    },
    {
      x: 700 + 50 * sway(0.7, 4),
      y: 320 + 22 * sway(1.4, 2.2),
      size: 58,
      degrees: 6 + 14 * sway(0.7, 5.2),
      colours: ['#2f7f74', '#f4eee2'],
    },
  ];
}

function drawLine(context: Context, kite: Kite, toX: number): void {
  context.strokeStyle = 'rgba(35, 28, 53, 0.35)';
  context.lineWidth = 1.2;
  context.beginPath();
  context.moveTo(kite.x, kite.y);
  context.quadraticCurveTo((kite.x + toX) / 2 + 40, 540, toX, 640);
  context.stroke();
}

function drawCloud(context: Context, { x, y, size, speed }: Cloud, seconds: number): void {
  const span = WIDTH + size * 6;
  const at = ((x + speed * seconds + size * 3) % span) - size * 3;
  for (const [dx, dy, factor] of [
    [-1.3, 0.2, 0.8],
    [0, 0, 1.15],
    [1.2, 0.25, 0.85],
    [0.5, -0.35, 0.8],
  ]) {
    const radius = size * factor;
    const puff = context.createRadialGradient(
      at + dx * size,
      y + dy * size,
      0,
      at + dx * size,
      y + dy * size,
      radius,
    );
    puff.addColorStop(0, 'rgba(255, 252, 246, 0.8)');
    puff.addColorStop(0.6, 'rgba(255, 252, 246, 0.45)');
    puff.addColorStop(1, 'rgba(255, 252, 246, 0)');
    context.fillStyle = puff;
    context.fillRect(at + dx * size - radius, y + dy * size - radius, radius * 2, radius * 2);
  }
}

function drawHill(
  context: Context,
  top: number,
  height: number,
  bend: number,
  phase: number,
  colour: string,
): void {
  context.fillStyle = colour;
  context.beginPath();
  context.moveTo(0, HEIGHT);
  for (let x = 0; x <= WIDTH; x += 16) context.lineTo(x, top + Math.sin(x * bend + phase) * height);
  context.lineTo(WIDTH, HEIGHT);
  context.fill();
}

function drawGrass(context: Context, seconds: number): void {
  context.lineCap = 'round';
  for (const { x, height, lean, phase, shade } of blades) {
    const wind = lean + 12 * Math.sin(seconds * 1.8 + x * 0.01 + phase * 0.3);
    context.strokeStyle = `rgb(${52 + shade * 46}, ${92 + shade * 50}, ${38 + shade * 22})`;
    context.lineWidth = 2.4;
    context.beginPath();
    context.moveTo(x, HEIGHT + 4);
    context.quadraticCurveTo(x + wind * 0.3, HEIGHT - height * 0.6, x + wind, HEIGHT - height);
    context.stroke();
  }
}
