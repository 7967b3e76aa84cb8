import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createCanvas } from '@napi-rs/canvas';
import {
  DEFAULT_KEY,
  firstKey,
  type ChromaKey,
  type KeySettings,
  type LumaKey,
} from '@/core/document';
import { hasSharpEdges, keyConstants } from '@/core/matte/keyConstants';
import { keyPicture } from '@/core/matte/keyPicture';
import { yuvMatrix } from '@/core/colour/yuvMatrix';
import { KeyKernels, type Step } from '@/engine/kernels/keying';
import { kernelsOn, newMemory } from '@/engine/kernels/load';
import { folder } from '../support';

const WIDTH = 1920;
const HEIGHT = 1080;
const PIXELS = WIDTH * HEIGHT;
const KEY: ChromaKey = { ...DEFAULT_KEY, colour: '#00c853', tolerance: 0.03, softness: 0.95 };
const SHARP: KeySettings = { ...(firstKey('luma', null) as LumaKey), edges: 'sharp' };
const FRAMES = 60;

/** A title over the key colour, through H.264 as a file has it. */
function titleFile(): string {
  const context = createCanvas(WIDTH, HEIGHT).getContext('2d');
  context.fillStyle = KEY.colour;
  context.fillRect(0, 0, WIDTH, HEIGHT);
  context.fillStyle = '#b3432b';
  context.fillRect(240, 700, 1200, 200);
  context.fillStyle = '#fffbf3';
  context.font = '150px sans-serif';
  context.fillText('Southwest, rising', 290, 850);
  const png = join(folder, 'title.png');
  writeFileSync(png, context.canvas.toBuffer('image/png'));
  const file = join(folder, 'title.mp4');
  ran('ffmpeg', [
    '-v',
    'error',
    '-y',
    '-loop',
    '1',
    '-i',
    png,
    '-frames:v',
    String(FRAMES),
    '-vf',
    'scale=out_color_matrix=bt709:out_range=tv',
    '-c:v',
    'libx264',
    '-crf',
    '18',
    '-pix_fmt',
    'yuv420p',
    file,
  ]);
  return file;
}

const ran = (command: string, args: readonly string[]): Buffer =>
  execFileSync(command, args, { maxBuffer: 1 << 28, stdio: ['ignore', 'pipe', 'pipe'] });

const raw = (file: string, format: string): Buffer =>
  ran('ffmpeg', [
    '-v',
    'error',
    '-i',
    file,
    '-frames:v',
    '1',
    '-vf',
    'scale=in_color_matrix=bt709:out_color_matrix=bt709',
    '-f',
    'rawvideo',
    '-pix_fmt',
    format,
    '-',
  ]);

/** Milliseconds of the quickest of some runs. */
function quickest(rounds: number, work: () => void): number {
  let best = Infinity;
  for (let i = 0; i < rounds; i++) {
    const start = performance.now();
    work();
    best = Math.min(best, performance.now() - start);
  }
  return best;
}

/** CPU milliseconds a frame that ffmpeg's filters take on one thread, without decoding. */
function filterTime(chain: string): number {
  const file = join(folder, 'title.rgba');
  const seconds = (filters: string): number => {
    const input = [
      '-f',
      'rawvideo',
      '-pix_fmt',
      'rgba',
      '-s',
      `${WIDTH}x${HEIGHT}`,
      '-stream_loop',
      '19',
      '-i',
      file,
    ];
    const args = [
      '-v',
      'info',
      '-benchmark',
      '-threads',
      '1',
      '-filter_threads',
      '1',
      ...input,
      '-vf',
      filters,
      '-f',
      'null',
      '-',
    ];
    const { stderr } = spawned(args);
    return Number(/utime=([\d.]+)s/.exec(stderr)![1]);
  };
  return ((seconds(chain) - seconds('null')) / 20) * 1000;
}

function spawned(args: readonly string[]): { stderr: string } {
  // What is measured is printed beside the pictures, which go nowhere.
  const script = `ffmpeg ${args.map((arg) => `'${arg}'`).join(' ')} 2>&1`;
  return { stderr: ran('bash', ['-c', script]).toString() };
}

/** What keying a frame takes from its planes on, step by step, held against a copy and ffmpeg's filters. */
export async function benchKernels(): Promise<void> {
  const file = titleFile();
  const rgba = raw(file, 'rgba');
  writeFileSync(join(folder, 'title.rgba'), rgba);
  const module = new WebAssembly.Module(readFileSync('public/engine/kernels.wasm'));
  const kernels = await kernelsOn('keying', module, newMemory(true));
  const copied = new Uint8Array(rgba.length);
  const copy = quickest(20, () => copied.set(rgba));
  const planes = raw(file, 'yuv420p');
  const title = stepTimes(kernels, planes, KEY);
  const scenes = {
    title,
    'noise all over': stepTimes(kernels, noisy(planes), KEY),
    'title, by light, sharp edges': stepTimes(kernels, planes, SHARP),
    'noise all over, by light, sharp edges': stepTimes(kernels, noisy(planes), SHARP),
  };
  for (const [name, times] of Object.entries(scenes)) {
    const steps = Object.entries(times).map(([step, time]) => `${step} ${time.toFixed(1)}`);
    const whole = sum(Object.values(times));
    console.log(
      `planes, repair and key, 1080p, one thread, ${name}: ${whole.toFixed(1)} ms (aim 20), ${(whole / copy).toFixed(1)} × a copy of the frame (${steps.join(', ')})`,
    );
  }
  const keyed = title.gather + title.spread + title['key locally'];
  const chain = filterTime('colorkey=0x00c853:0.2:0.2,despill=type=green');
  console.log(
    `key: ${(chain / keyed).toFixed(1)} × as fast as ffmpeg’s colorkey and despill on one thread, ${chain.toFixed(1)} ms (aim at least 5)`,
  );
  const plain = quickest(3, () => keyPicture(new Uint8ClampedArray(rgba), WIDTH, HEIGHT, KEY));
  console.log(`key: the plain code takes ${plain.toFixed(0)} ms`);
}

type Times = Readonly<Record<Exclude<Step, 'key'> | 'spread', number>>;

const sum = (values: readonly number[]): number => values.reduce((all, value) => all + value, 0);

/** A frame in which nothing is flat. */
const noisy = (planes: Buffer): Buffer =>
  planes.map((code, i) => code + ((i * 7919) % 11)) as Buffer;

/** Milliseconds of each step of keying a frame on one thread. */
function stepTimes(kernels: KeyKernels, planes: Buffer, key: KeySettings): Times {
  const size = { width: WIDTH, height: HEIGHT };
  const at = kernels.layout(size, size, 1);
  const bytes = (from: number, length: number) =>
    new Uint8Array(kernels.memory.buffer, from, length);
  bytes(at.u, PIXELS / 4).set(planes.subarray(PIXELS, PIXELS * 1.25));
  bytes(at.v, PIXELS / 4).set(planes.subarray(PIXELS * 1.25));
  kernels.setKey(keyConstants(key));
  kernels.setMatrix(yuvMatrix(0.2126, 0.0722, false));
  const run = (step: Step) => () => kernels.run({ ...size, frame: size, step }, at, 0, HEIGHT, 0);
  const steps: Readonly<Record<keyof Times, () => void>> = {
    convert: run('convert'),
    gather: run('gather'),
    spread: () => kernels.spread(size, at),
    'find sharp alpha': hasSharpEdges(key) ? run('find sharp alpha') : () => undefined,
    'key locally': run('key locally'),
  };
  const times = Object.fromEntries(Object.keys(steps).map((name) => [name, Infinity])) as {
    -readonly [name in keyof Times]: number;
  };
  for (let round = 0; round < 30; round++) {
    // What is found of sharp edges takes its place.
    bytes(at.y, PIXELS).set(planes.subarray(0, PIXELS));
    for (const name of Object.keys(steps) as (keyof Times)[]) {
      times[name] = Math.min(times[name], quickest(1, steps[name]));
    }
  }
  return times;
}
