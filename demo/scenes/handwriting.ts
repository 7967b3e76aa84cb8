import type { Context } from '../canvas';

const WIDTH = 1280;
const HEIGHT = 720;

/** The recorder's window: everything outside this is border. */
export const DRAWING_AREA = { left: 96, top: 88, width: 1088, height: 568 } as const;
export const KEY_COLOUR = '#00c853';

type Stroke = readonly (readonly [number, number])[];

/** Letters as a hand draws them: x from the letter's left, y from the baseline up, x-height 1. */
const LETTERS: Readonly<
  Record<string, { readonly width: number; readonly strokes: readonly Stroke[] }>
> = {
  h: {
    width: 0.95,
    strokes: [
      [
        [0.05, 2],
        [0.08, 1],
        [0.05, 0],
        [0.15, 0.55],
        [0.4, 1],
        [0.62, 0.9],
        [0.66, 0.45],
        [0.7, 0.05],
        [0.85, 0.05],
      ],
    ],
  },
  o: {
    width: 0.95,
    strokes: [
      [
        [0.5, 1],
        [0.2, 0.9],
        [0.05, 0.5],
        [0.15, 0.1],
        [0.45, 0],
        [0.75, 0.2],
        [0.8, 0.6],
        [0.65, 0.92],
        [0.45, 1],
        [0.7, 0.85],
        [0.95, 0.9],
      ],
    ],
  },
  l: {
    width: 0.6,
    strokes: [
      [
        [0.1, 0.2],
        [0.4, 1.2],
        [0.42, 1.95],
        [0.22, 2],
        [0.14, 1.2],
        [0.16, 0.3],
        [0.32, 0],
        [0.55, 0.15],
      ],
    ],
  },
  d: {
    width: 1,
    strokes: [
      [
        [0.66, 0.85],
        [0.4, 1],
        [0.12, 0.75],
        [0.08, 0.25],
        [0.3, 0],
        [0.58, 0.2],
        [0.7, 0.8],
        [0.74, 2],
        [0.72, 0.8],
        [0.74, 0.1],
        [0.95, 0.1],
      ],
    ],
  },
  t: {
    width: 0.75,
    strokes: [
      [
        [0.35, 1.7],
        [0.32, 0.9],
        [0.32, 0.25],
        [0.45, 0],
        [0.7, 0.15],
      ],
      [
        [0.05, 1.15],
        [0.4, 1.2],
        [0.72, 1.15],
      ],
    ],
  },
  e: {
    width: 0.85,
    strokes: [
      [
        [0.1, 0.45],
        [0.45, 0.55],
        [0.7, 0.75],
        [0.55, 1],
        [0.25, 0.9],
        [0.1, 0.5],
        [0.2, 0.1],
        [0.5, 0],
        [0.82, 0.25],
      ],
    ],
  },
  i: {
    width: 0.5,
    strokes: [
      [
        [0.15, 1],
        [0.14, 0.4],
        [0.2, 0.05],
        [0.45, 0.15],
      ],
      [
        [0.17, 1.42],
        [0.2, 1.46],
      ],
    ],
  },
  n: {
    width: 0.95,
    strokes: [
      [
        [0.08, 1],
        [0.1, 0.4],
        [0.08, 0],
        [0.2, 0.6],
        [0.45, 1],
        [0.66, 0.85],
        [0.68, 0.3],
        [0.74, 0.03],
        [0.92, 0.1],
      ],
    ],
  },
};

const TEXT = 'hold the line';
const X_HEIGHT = 92;
const PEN = 11;
/** Pixels a second while drawing, and seconds between strokes. */
const SPEED = 1500;
const PAUSE = 0.07;
const START = 0.8;

interface TimedStroke {
  readonly points: readonly (readonly [number, number])[];
  readonly start: number;
  readonly end: number;
}

const strokes: readonly TimedStroke[] = layOut();

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

/** Catmull and Rom's spline through the points, eight steps each. */
function smooth(points: Stroke): Stroke {
  const at = (i: number) => points[Math.min(points.length - 1, Math.max(0, i))];
  const curve = (a: number, b: number, c: number, d: number, t: number) =>
    0.5 *
    (2 * b + (c - a) * t + (2 * a - 5 * b + 4 * c - d) * t * t + (3 * b - a - 3 * c + d) * t ** 3);
  return points.slice(1).flatMap((_, i) =>
    Array.from({ length: 8 }, (_step, step) => {
      const t = (step + 1) / 8;
      const [p, q, r, s] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
      return [curve(p[0], q[0], r[0], s[0], t), curve(p[1], q[1], r[1], s[1], t)] as const;
    }),
  );
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
