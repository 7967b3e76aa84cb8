import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BufferSource, EncodedPacketSink, Input, QTFF } from 'mediabunny';
import { readMoov } from '@/core/formats/files/moov';
import { readRunLength, runLengthDepth } from '@/core/formats/files/runLength';

const SIZE = { width: 97, height: 61 };
const FRAMES = 12;
let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'moon-patch-rle-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const ffmpeg = (...args: readonly string[]): Buffer =>
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...args], { maxBuffer: 1 << 28 });

/** A box with soft edges that moves over clear ground, flat parts, noise, and frames that are alike. */
const DRAWN =
  `color=c=black@0:s=97x61:r=12:d=1,format=rgba,` +
  `geq=r='if(lt(mod(X*7+Y*13,31),9),X*2,if(lt(hypot(X-8*N-5,Y-30),18),220,40))':g='Y*4':b='255*lt(Y,20)':` +
  `a='if(gt(N,8),128,255*clip((20-hypot(X-8*N-5,Y-30))/4,0,1))'`;

/** A movie by ffmpeg's encoder, with a key frame every five frames. */
function movie(format: string, size = '97x61'): Buffer {
  const file = join(folder, `${format}.mov`);
  ffmpeg(
    ...['-f', 'lavfi', '-i', DRAWN, '-frames:v', String(FRAMES)],
    ...['-s', size, '-pix_fmt', format, '-c:v', 'qtrle', '-g', '5', file],
  );
  return readFileSync(file);
}

async function framesOf(file: Buffer): Promise<readonly Buffer[]> {
  const moov = await readMoov(async (from, to) => file.subarray(from, to), file.length);
  const depth = runLengthDepth(moov)!;
  const input = new Input({ source: new BufferSource(file), formats: [QTFF] });
  const track = (await input.getPrimaryVideoTrack())!;
  expect(await track.getInternalCodecId()).toBe('rle ');
  const canvas = new Uint8ClampedArray(SIZE.width * SIZE.height * 4);
  const frames: Buffer[] = [];
  for await (const packet of new EncodedPacketSink(track).packets()) {
    readRunLength(packet.data, canvas, SIZE, depth);
    frames.push(Buffer.from(canvas));
  }
  return frames;
}

describe('a movie of QuickTime’s Animation codec', () => {
  it.each([
    ['argb', 32],
    ['rgb24', 24],
    ['rgb555be', 16],
  ])('%s is read as ffmpeg reads it, frame by frame', async (format, depth) => {
    const file = movie(format);
    const moov = await readMoov(async (from, to) => file.subarray(from, to), file.length);
    expect(runLengthDepth(moov)).toBe(depth);
    const name = join(folder, `${format}.mov`);
    const raw = ffmpeg('-i', name, '-f', 'rawvideo', '-pix_fmt', 'rgba', '-');
    const bytes = SIZE.width * SIZE.height * 4;
    const frames = await framesOf(file);
    expect(frames).toHaveLength(FRAMES);
    const off = frames.map((frame, i) => {
      const theirs = raw.subarray(i * bytes, (i + 1) * bytes);
      return frame.reduce((most, value, at) => Math.max(most, Math.abs(value - theirs[at])), 0);
    });
    // Scaled from five bits to eight, some programs round and some repeat bits.
    expect(Math.max(...off)).toBeLessThanOrEqual(depth === 16 ? 1 : 0);
    expect(new Set(frames.map((frame) => frame.toString('latin1'))).size).toBeGreaterThan(8);
  });

  it('with a palette is not taken for one that can be read', async () => {
    // Four pixels at a time: the encoder takes no other widths.
    const file = movie('gray', '96x61');
    const moov = await readMoov(async (from, to) => file.subarray(from, to), file.length);
    expect(runLengthDepth(moov)).toBeNull();
  });

  it.each([
    ['ends too soon', [0, 0, 0, 9, 0, 0, 1, 3, 9]],
    ['has more pixels than a line', [0, 0, 0, 13, 0, 0, 1, 0x81, 1, 2, 3, 4, 0xff]],
    ['tells lines beyond the last', [0, 0, 0, 16, 0, 8, 0, 60, 0, 0, 0, 9, 0, 0, 0, 0]],
  ])('is refused where a frame %s', (_what, bytes) => {
    const canvas = new Uint8ClampedArray(SIZE.width * SIZE.height * 4);
    expect(() => readRunLength(Uint8Array.from(bytes), canvas, SIZE, 32)).toThrow(/damaged/);
  });
});
