import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createCanvas } from '@napi-rs/canvas';
import { DEFAULT_KEY } from '@/core/document';
import { keyConstants } from '@/core/matte/keyConstants';
import { keyPixels } from '@/core/matte/keyPixels';
import { yuvMatrix } from '@/core/matte/repairChroma';
import { Kernels } from '@/engine/keying/kernels';
import { folder } from '../support';

const WIDTH = 1920;
const HEIGHT = 1080;
const PIXELS = WIDTH * HEIGHT;
const KEY = { ...DEFAULT_KEY, colour: '#00c853', tolerance: 0.01, softness: 0.99 };
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
  run('ffmpeg', [
    '-v',
    'error',
    '-y',
    '-loop',
    '1',
    '-i',
    png,
    '-frames:v',
    String(FRAMES),
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

const run = (command: string, args: readonly string[]): Buffer =>
  execFileSync(command, args, { maxBuffer: 1 << 28, stdio: ['ignore', 'pipe', 'pipe'] });

const raw = (file: string, format: string): Buffer =>
  run('ffmpeg', [
    '-v',
    'error',
    '-i',
    file,
    '-frames:v',
    '1',
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
  return { stderr: run('bash', ['-c', script]).toString() };
}

/** The fused key and over, held against C and against ffmpeg; and all of it from a frame's planes. */
export async function benchKernels(): Promise<void> {
  const file = titleFile();
  const rgba = raw(file, 'rgba');
  writeFileSync(join(folder, 'title.rgba'), rgba);
  const kernels = await Kernels.on(
    new WebAssembly.Module(readFileSync('public/engine/kernels.wasm')),
    Kernels.newMemory(),
  );
  const size = { width: WIDTH, height: HEIGHT };
  const at = kernels.layout(size, size, 1);
  const bytes = (from: number, length: number) =>
    new Uint8Array(kernels.memory.buffer, from, length);
  bytes(at.source, rgba.length).set(rgba);
  const constants = keyConstants(KEY);
  kernels.setKey(constants);
  const fused = quickest(40, () =>
    kernels.run({ ...size, planes: null, keys: 'over' }, at, 0, HEIGHT, 0),
  );
  const copied = new Uint8Array(rgba.length);
  const copy = quickest(20, () => copied.set(rgba));
  const plain = quickest(5, () => keyPixels(new Uint8ClampedArray(rgba), constants));
  console.log(
    `key and over, 1080p: ${fused.toFixed(1)} ms, ${(fused / copy).toFixed(1)} × a copy of the frame; the plain code ${plain.toFixed(0)} ms`,
  );
  const native = nativeTime(constants);
  console.log(
    native === null
      ? 'key and over: there is no C compiler here to hold it against'
      : `key and over: ${(fused / native).toFixed(2)} × C with -O3 for this machine, ${native.toFixed(1)} ms (aim at most 2)`,
  );
  const chain = filterTime('colorkey=0x00c853:0.2:0.2,despill=type=green');
  console.log(
    `key and over: ${(chain / fused).toFixed(1)} × as fast as ffmpeg’s colorkey and despill on one thread, ${chain.toFixed(1)} ms (aim at least 5)`,
  );
  const planes = raw(file, 'yuv420p');
  bytes(at.y, PIXELS).set(planes.subarray(0, PIXELS));
  bytes(at.u, PIXELS / 4).set(planes.subarray(PIXELS, PIXELS * 1.25));
  bytes(at.v, PIXELS / 4).set(planes.subarray(PIXELS * 1.25));
  kernels.setMatrix(yuvMatrix(0.2126, 0.0722, false));
  const whole = quickest(40, () =>
    kernels.run({ ...size, planes: size, keys: 'over' }, at, 0, HEIGHT, 0),
  );
  console.log(`planes, repair, key and over, 1080p, one thread: ${whole.toFixed(1)} ms (aim 25)`);
}

function nativeTime(constants: Float32Array): number | null {
  if (!existsSync('/usr/bin/gcc')) return null;
  const program = join(folder, 'native');
  run('gcc', ['-O3', '-march=native', '-o', program, 'bench/keying/native.c', '-lm']);
  const numbers = join(folder, 'constants');
  writeFileSync(numbers, Buffer.from(constants.buffer));
  return Number(
    run(program, [join(folder, 'title.rgba'), numbers, String(PIXELS), '40'])
      .toString()
      .split(' ')[0],
  );
}
