import { spawnSync } from 'node:child_process';
import { createCanvas, type SKRSContext2D } from '@napi-rs/canvas';
import { pointAt, pointCount } from '@/core/ink/points';
import type { FramePixels } from '@/core/recording/types';
import type { Box } from '@/core/scene';
import { sessionStrokes } from '../../golden/ink';

const RATE = 25;

/** A screen recording made up for a test. */
export interface MadeRecording {
  readonly width: number;
  readonly height: number;
  /** Where somebody draws; all of the frame for a recording without borders. */
  readonly area: Box;
  readonly paper: string;
  readonly ink: string;
  readonly border: string;
  /** Shows the finished drawing for half a second first, and wipes it away or cuts to blank paper. */
  readonly first: 'blank' | 'finished' | 'wipe';
  /** Levels of noise on every pixel. */
  readonly noise: number;
  /** The recorder's bar has a clock that runs, over the paper's upper edge. */
  readonly clock?: boolean;
  /** Constant rate factor of the H.264 encoder. */
  readonly crf: number;
}

export interface Fidelity {
  /** The first frame with ink of the drawing, and the first one with all of it. */
  readonly in: number;
  readonly out: number;
  readonly frames: readonly FramePixels[];
}

const STROKES = sessionStrokes('gust-1', 300, { size: 9 });
const FIRST_SECONDS = 0.5;
const WIPE_SECONDS = 0.4;
const BLANK_SECONDS = 0.4;
const HOLD_SECONDS = 0.5;
/** The hand rests after its second stroke. */
const REST_MS = 700;

interface Line {
  readonly points: readonly { x: number; y: number; ms: number }[];
}

const LINES: readonly Line[] = (() => {
  let ms = 0;
  return STROKES.map(({ points, pause }, i) => {
    ms += i === 2 ? REST_MS : pause;
    const line = Array.from({ length: pointCount(points) }, (_, k) => {
      const point = pointAt(points, k);
      return { x: point.x, y: point.y, ms: ms + point.ms };
    });
    ms = line.at(-1)!.ms;
    return { points: line };
  });
})();
const DRAWN_MS = LINES.at(-1)!.points.at(-1)!.ms;

function drawInk(context: SKRSContext2D, { area, ink }: MadeRecording, ms: number): void {
  context.save();
  context.translate((area.left + area.right) / 2, (area.top + area.bottom) / 2);
  const scale = (area.right - area.left) / 450;
  context.scale(scale, scale);
  context.lineWidth = 9;
  context.lineCap = context.lineJoin = 'round';
  context.strokeStyle = ink;
  for (const { points } of LINES) {
    const shown = points.filter((point) => point.ms <= ms);
    if (shown.length < 2) continue;
    context.beginPath();
    shown.forEach(({ x, y }, i) => (i ? context.lineTo(x, y) : context.moveTo(x, y)));
    context.stroke();
  }
  context.restore();
}

/** Hundredths of a second in bars, as digits would change: some of them with every frame. */
function drawClock(context: SKRSContext2D, frame: number): void {
  context.fillStyle = '#ffffff';
  for (let digit = 0; digit < 6; digit++) {
    const value = Math.floor((frame * 4) / 10 ** digit) % 10;
    for (let bar = 0; bar < 4; bar++) {
      if ((value >> bar) & 1) context.fillRect(20 + (5 - digit) * 16, 14 + bar * 5, 10, 3);
    }
  }
}

/** What the recording shows at a frame. */
function drawFrame(context: SKRSContext2D, made: MadeRecording, frame: number): void {
  const { area, paper, border, width, height, first } = made;
  const seconds = frame / RATE - startOf(made);
  context.fillStyle = border;
  context.fillRect(0, 0, width, height);
  if (made.clock) drawClock(context, frame);
  context.fillStyle = paper;
  context.fillRect(area.left, area.top, area.right - area.left, area.bottom - area.top);
  if (seconds >= 0) drawInk(context, made, seconds * 1000);
  else if (first !== 'blank' && frame / RATE < FIRST_SECONDS + wipeOf(made)) {
    drawInk(context, made, Infinity);
    const share = Math.max(0, (frame / RATE - FIRST_SECONDS) / Math.max(1e-6, wipeOf(made)));
    context.fillStyle = paper;
    context.fillRect(area.left, area.top, (area.right - area.left) * share, area.bottom - area.top);
  }
}

const wipeOf = ({ first }: MadeRecording) => (first === 'wipe' ? WIPE_SECONDS : 0);
const startOf = (made: MadeRecording) =>
  BLANK_SECONDS + (made.first === 'blank' ? 0 : FIRST_SECONDS + wipeOf(made));

/** Draws it, encodes it as H.264, and decodes that again. */
export function record(made: MadeRecording): Fidelity {
  const { width, height, noise, crf } = made;
  const count = Math.ceil((startOf(made) + DRAWN_MS / 1000 + HOLD_SECONDS) * RATE);
  const context = createCanvas(width, height).getContext('2d');
  const raw = Buffer.alloc(count * width * height * 4);
  for (let frame = 0; frame < count; frame++) {
    drawFrame(context, made, frame);
    const { data } = context.getImageData(0, 0, width, height);
    raw.set(data, frame * data.length);
  }
  const shape = `-f rawvideo -pix_fmt rgba -s ${width}x${height} -r ${RATE}`;
  const h264 = ffmpeg(
    `${shape} -i - -vf format=yuv420p,noise=alls=${2 * noise}:allf=t+u -c:v libx264 -preset veryfast -crf ${crf} -pix_fmt yuv420p -f h264 -`,
    raw,
  );
  const decoded = ffmpeg('-f h264 -i - -f rawvideo -pix_fmt rgba -', h264);
  const size = width * height * 4;
  const frames = Array.from({ length: decoded.length / size }, (_, i) => ({
    width,
    height,
    data: new Uint8ClampedArray(decoded.buffer, decoded.byteOffset + i * size, size),
  }));
  const due = (ms: number) => Math.ceil((startOf(made) + ms / 1000) * RATE - 1e-9);
  return { in: due(LINES[0].points[1].ms), out: due(DRAWN_MS), frames };
}

function ffmpeg(args: string, input: Buffer): Buffer {
  const { stdout, status, stderr } = spawnSync('ffmpeg', ['-v', 'error', ...args.split(' ')], {
    input,
    maxBuffer: 1 << 30,
  });
  if (status !== 0) throw new Error(String(stderr));
  return stdout;
}

/** A media file's frames. */
export function readFrames(file: string, width: number, height: number): readonly FramePixels[] {
  const raw = ffmpeg(`-i ${file} -f rawvideo -pix_fmt rgba -`, Buffer.alloc(0));
  const size = width * height * 4;
  return Array.from({ length: raw.length / size }, (_, i) => ({
    width,
    height,
    data: new Uint8ClampedArray(raw.buffer, raw.byteOffset + i * size, size),
  }));
}
