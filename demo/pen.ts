import { mkdirSync, writeFileSync } from 'node:fs';
import type { PenSession } from '@/core/ink/session';
import { seededRandom } from '@/core/random';
import { LETTERS, smooth, type PenStroke } from './letters';

/** What a pen told while somebody wrote: positions, pressure, tilt and time, 120 times a second. */

const FOLDER = 'public/pen';
const STEP_MS = 1000 / 120;
/** Letter heights a second on straight lines. */
const SPEED = 7;
const PAUSE_MS = 180;

type Random = () => number;

/** Letters one after the other, each a little out of place, as no hand repeats itself. */
function written(text: string, random: Random): readonly PenStroke[] {
  const astray = (by: number) => (random() - 0.5) * by;
  let x = 0;
  return [...text].flatMap((letter) => {
    const shape = LETTERS[letter] ?? { width: 0.6, strokes: [] };
    const left = x;
    x += shape.width * (1 + astray(0.05));
    return shape.strokes.map((stroke) =>
      smooth(stroke.map(([px, py]) => [left + px + py * 0.17 + astray(0.05), -py + astray(0.05)])),
    );
  });
}

/** How sharply the way turns at a point, 0 (straight on) to 1 (back). */
function bend(points: PenStroke, i: number): number {
  if (i === 0 || i === points.length - 1) return 0.5;
  const [a, b, c] = [points[i - 1], points[i], points[i + 1]];
  const turn = Math.atan2(c[1] - b[1], c[0] - b[0]) - Math.atan2(b[1] - a[1], b[0] - a[0]);
  return Math.abs(Math.atan2(Math.sin(turn), Math.cos(turn))) / Math.PI;
}

/** Five numbers each STEP_MS: the hand slows in bends, and presses as it slows. */
function penned(points: PenStroke, random: Random): readonly number[] {
  const times = [0];
  for (let i = 1; i < points.length; i++) {
    const way = Math.hypot(points[i][0] - points[i - 1][0], points[i][1] - points[i - 1][1]);
    const slow = 1 + 5 * Math.max(bend(points, i - 1), bend(points, i));
    times.push(times[i - 1] + (way / SPEED) * slow * 1000);
  }
  const total = times[times.length - 1];
  const told: number[] = [];
  let i = 1;
  for (let ms = 0; ms < total + STEP_MS; ms += STEP_MS) {
    const at = Math.min(ms, total);
    while (i < points.length - 1 && times[i] < at) i++;
    const share = (at - times[i - 1]) / Math.max(1e-6, times[i] - times[i - 1]);
    const [a, b] = [points[i - 1], points[i]];
    const landing = Math.min(1, ms / 60, (total - at) / 80 + 0.15);
    const pressure = landing * (0.5 + 0.7 * bend(points, i) + (random() - 0.5) * 0.06);
    told.push(
      round(a[0] + (b[0] - a[0]) * share, 1e4),
      round(a[1] + (b[1] - a[1]) * share, 1e4),
      round(Math.min(1, Math.max(0.02, pressure)), 1000),
      round(0.3 + (random() - 0.5) * 0.02, 1000),
      Math.round(ms),
    );
  }
  return told;
}

const round = (value: number, parts: number) => Math.round(value * parts) / parts;

const session = (
  name: string,
  label: string,
  strokes: readonly PenStroke[],
  random: Random,
): PenSession => ({
  name,
  label,
  strokes: strokes.map((stroke, i) => ({
    pause: i === 0 ? 0 : Math.round(PAUSE_MS * (0.6 + random())),
    points: penned(stroke, random),
  })),
});

const KITE: readonly PenStroke[] = [
  [
    [1, 0],
    [1.8, 1.1],
    [1, 2.6],
    [0.2, 1.1],
    [1, 0],
  ],
  smooth([
    [1, 2.6],
    [1.3, 3],
    [0.9, 3.4],
    [1.2, 3.8],
    [0.8, 4.2],
  ]),
];

/** Long enough between its corners for a straight line to have points of its own. */
const straight = (corners: PenStroke): PenStroke =>
  corners.slice(1).flatMap(([x, y], i) =>
    Array.from({ length: 12 }, (_, k) => {
      const [fx, fy] = corners[i];
      const t = (k + (i === 0 ? 0 : 1)) / (i === 0 ? 11 : 12);
      return [fx + (x - fx) * t, fy + (y - fy) * t] as const;
    }),
  );

const UNDERLINE: readonly PenStroke[] = [
  smooth([
    [0, 0.1],
    [1.5, -0.08],
    [3, 0.04],
    [4.6, -0.1],
    [4.2, 0.25],
    [2.4, 0.22],
    [1, 0.38],
  ]),
];

/** The sessions that ship with the app; the same ones each time. */
export function penSessions(): readonly PenSession[] {
  const word = (name: string, label: string, text: string, seed: number) => {
    const random = seededRandom(seed);
    return session(name, label, written(text, random), random);
  };
  return [
    word('hold-the-line', 'Words: hold the line', 'hold the line', 11),
    word('gust-1', 'A word, first take: gust', 'gust', 21),
    word('gust-2', 'A word, second take: gust', 'gust', 22),
    word('gust-3', 'A word, third take: gust', 'gust', 23),
    session('kite', 'A shape: kite', [straight(KITE[0]), KITE[1]], seededRandom(31)),
    session('underline', 'An underline', UNDERLINE, seededRandom(41)),
  ];
}

export function writePenSessions(): void {
  mkdirSync(FOLDER, { recursive: true });
  writeFileSync(`${FOLDER}/sessions.json`, `${JSON.stringify(penSessions())}\n`);
}
