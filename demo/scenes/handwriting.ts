import type { Context } from '../canvas';
import { LETTERS, smooth, type PenStroke } from '../letters';

const WIDTH = 1280;
const HEIGHT = 720;

/** The recorder's window: everything outside this is border. */
export const DRAWING_AREA = { left: 96, top: 88, width: 1088, height: 568 } as const;
export const KEY_COLOUR = '#00c853';

const TEXT = 'hold the line';
const X_HEIGHT = 92;
const PEN = 11;
/** Pixels a second while drawing, and seconds between strokes. */
const SPEED = 1500;
const PAUSE = 0.07;
const START = 0.8;

interface TimedStroke {
  readonly points: PenStroke;
  readonly start: number;
  readonly end: number;
}

const strokes: readonly TimedStroke[] = layOut();

/** Seconds at which the drawing begins, and at which all of it is there. */
export const DRAWN = { from: START, to: strokes[strokes.length - 1].end } as const;

function layOut(): readonly TimedStroke[] {
  const width =
    [...TEXT].reduce((sum, letter) => sum + (LETTERS[letter]?.width ?? 0.6), 0) * X_HEIGHT;
  let x = DRAWING_AREA.left + (DRAWING_AREA.width - width) / 2;
  let time = START;
  const timed: TimedStroke[] = [];
  const baseline = DRAWING_AREA.top + DRAWING_AREA.height * 0.6;
  for (const letter of TEXT) {
    const shape = LETTERS[letter];
    for (const stroke of shape?.strokes ?? []) {
      const points = smooth(
        stroke.map(([px, py]) => [x + px * X_HEIGHT + py * 16, baseline - py * X_HEIGHT] as const),
      );
      const length = points
        .slice(1)
        .reduce(
          (sum, point, i) => sum + Math.hypot(point[0] - points[i][0], point[1] - points[i][1]),
          0,
        );
      timed.push({ points, start: time, end: time + length / SPEED });
      time += length / SPEED + PAUSE;
    }
    x += (shape?.width ?? 0.6) * X_HEIGHT;
  }
  return timed;
}

/** A screen recording: a window with borders, a key-colour canvas in it, words drawn stroke by stroke. */
export function drawHandwriting(context: Context, seconds: number): void {
  drawWindow(context);
  const { left, top, width, height } = DRAWING_AREA;
  context.fillStyle = KEY_COLOUR;
  context.fillRect(left, top, width, height);
  context.lineCap = 'round';
  context.lineJoin = 'round';
  context.strokeStyle = '#ffffff';
  let pen: readonly [number, number] | null = null;
  for (const { points, start, end } of strokes) {
    if (seconds <= start) break;
    const share = Math.min(1, (seconds - start) / Math.max(0.001, end - start));
    const shown = points.slice(0, Math.max(2, Math.ceil(points.length * share)));
    // A pen presses harder in the middle of a stroke.
    for (let i = 1; i < shown.length; i++) {
      const along = i / points.length;
      context.lineWidth = PEN * (0.7 + 0.5 * Math.sin(Math.PI * along));
      context.beginPath();
      context.moveTo(...(shown[i - 1] as [number, number]));
      context.lineTo(...(shown[i] as [number, number]));
      context.stroke();
    }
    pen = share < 1 ? shown.at(-1)! : pen;
  }
  if (pen) drawPointer(context, pen);
}

function drawWindow(context: Context): void {
  context.fillStyle = '#3a3742';
  context.fillRect(0, 0, WIDTH, HEIGHT);
  context.fillStyle = '#d9d5cc';
  context.fillRect(72, 36, 1136, 644);
  context.fillStyle = '#bdb8ad';
  context.fillRect(72, 36, 1136, 40);
  context.fillStyle = '#8b8992';
  [100, 128, 156].forEach((x) => {
    context.beginPath();
    context.arc(x, 56, 8, 0, Math.PI * 2);
    context.fill();
  });
  context.fillRect(540, 48, 200, 16);
}

function drawPointer(context: Context, [x, y]: readonly [number, number]): void {
  context.fillStyle = '#231c35';
  context.beginPath();
  context.arc(x, y, 4, 0, Math.PI * 2);
  context.fill();
}
