import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createCanvas, loadImage } from '@napi-rs/canvas';
import { zipSync } from 'fflate';
import { apngFile, readApng } from '@/core/formats/files/apng';
import { concat } from '@/core/bytes';
import type { GrowingFile } from '@/core/formats/files/growing';
import type { FrameBox, ReadFile } from '@/core/formats/files/movingPicture';
import { pngMovie, readPngMovie } from '@/core/formats/files/pngMovie';
import { readZippedPictures } from '@/core/formats/files/zippedPictures';
import { addStored, zipWriter } from '@/core/zip';
import { readGif } from '@/core/formats/files/readGif';
import { readWebp, webpFile } from '@/core/formats/files/webp';
import { scratchFolder } from '../../support/scratch';

const SIZE = { width: 33, height: 20 };
const RATE = { num: 30_000, den: 1001 };
const FRAMES = 5;
const folder = scratchFolder('test');

/** A frame with a half-clear bar that moves, over nothing. */
function frame(index: number) {
  const canvas = createCanvas(SIZE.width, SIZE.height);
  const context = canvas.getContext('2d');
  context.fillStyle = 'rgba(233, 162, 59, 0.5)';
  context.fillRect(index * 5, 4, 8, 12);
  context.fillStyle = '#4b2e73';
  context.fillRect(0, 16, 33, 4);
  return { canvas, rgba: context.getImageData(0, 0, SIZE.width, SIZE.height).data };
}

const frames = Array.from({ length: FRAMES }, (_, i) => frame(i));

const WHOLE = { x: 0, y: 0, ...SIZE };

function written(
  name: string,
  file: GrowingFile,
  pictures: readonly Uint8Array[],
  boxes: readonly FrameBox[] = [],
): string {
  const bytes = concat(...pictures.map((picture, i) => file.add(picture, boxes[i] ?? WHOLE)));
  const { tail, patches } = file.finish();
  const whole = concat(bytes, tail);
  for (const { at, bytes: patch } of patches) whole.set(patch, at);
  const path = join(folder, name);
  writeFileSync(path, whole);
  return path;
}

const pngs = () => frames.map(({ canvas }) => new Uint8Array(canvas.toBuffer('image/png')));

const decoded = (path: string): Buffer => {
  const out = ['-f', 'rawvideo', '-pix_fmt', 'rgba', '-'];
  return execFileSync('ffmpeg', ['-v', 'error', '-i', path, '-fps_mode', 'passthrough', ...out]);
};

/** The largest difference of any channel where something is to be seen. */
function worst(raw: Buffer): number {
  const bytes = SIZE.width * SIZE.height * 4;
  expect(raw.length).toBe(bytes * FRAMES);
  return Math.max(
    ...frames.map(({ rgba }, i) =>
      rgba.reduce((most, value, k) => {
        const clear = rgba[k | 3] === 0 && (k & 3) !== 3;
        return clear ? most : Math.max(most, Math.abs(value - raw[i * bytes + k]));
      }, 0),
    ),
  );
}

const probed = (path: string, entries: string): string =>
  execFileSync('ffprobe', [
    '-v',
    'error',
    '-count_frames',
    '-show_entries',
    entries,
    '-of',
    'csv=p=0',
    path,
  ])
    .toString()
    .trim();

it('an animated PNG is read by ffmpeg, frame by frame, to the very bytes', async () => {
  const path = written('out.apng', await apngFile(FRAMES, RATE), pngs());
  expect(worst(decoded(path))).toBe(0);
  expect(probed(path, 'stream=codec_name,width,height,r_frame_rate,nb_read_frames')).toBe(
    'apng,33,20,30000/1001,5',
  );
  // What its colours mean is said before the first of them.
  const file = execFileSync('cat', [path]);
  expect(file.indexOf('sRGB')).toBeGreaterThan(0);
  expect(file.indexOf('sRGB')).toBeLessThan(file.indexOf('IDAT'));
});

it('an animated PNG holds frames of one kind only', async () => {
  const file = await apngFile(2, RATE);
  file.add(pngs()[0], WHOLE);
  const other = createCanvas(10, 10).toBuffer('image/png');
  expect(() => file.add(new Uint8Array(other), WHOLE)).toThrow(/one size and kind/);
});

it('a movie of PNG pictures is read by ffmpeg to the very bytes, and by ourselves', async () => {
  const pictures = pngs();
  const path = written('out.mov', pngMovie(SIZE, RATE), pictures);
  expect(worst(decoded(path))).toBe(0);
  const entries = 'stream=codec_name,width,height,pix_fmt,r_frame_rate,nb_read_frames';
  expect(probed(path, entries)).toBe('png,33,20,rgba,30000/1001,5');
  expect(probed(path, 'stream=color_transfer,color_primaries')).toBe('bt709,bt709');
  const file = execFileSync('cat', [path]);
  const read = async (from: number, to: number) => new Uint8Array(file.subarray(from, to));
  const found = await readPngMovie(read, file.length);
  expect(found.size).toEqual(SIZE);
  const own = found.pictures.map(({ from, to }) => [...file.subarray(from, to)]);
  expect(own).toEqual(pictures.map((picture) => [...picture]));
  await expect(readPngMovie(read, 40)).rejects.toThrow(/no QuickTime movie/);
});

it('an animated WebP is whole: webpinfo finds each frame, its time, and nothing wrong', () => {
  const pictures = frames.map(({ canvas }) => new Uint8Array(canvas.toBuffer('image/webp', 90)));
  const path = written('out.webp', webpFile(SIZE, RATE), pictures);
  const info = execFileSync('webpinfo', [path]).toString();
  expect(info).toContain('No error detected.');
  expect(info).toMatch(/Canvas size 33 x 20/);
  const durations = [...info.matchAll(/Duration: (\d+)/g)].map(([, ms]) => Number(ms));
  expect(durations).toEqual([33, 34, 33, 33, 34]);
  expect(info.match(/Chunk ALPH/g)).toHaveLength(FRAMES);
  expect(info).toContain('Chunk ICCP at offset');
});

it('an animated WebP says which part of the canvas a frame shows, and clears it', async () => {
  const box = { x: 16, y: 4, width: 17, height: 12 };
  const part = createCanvas(box.width, box.height);
  part.getContext('2d').drawImage(frames[3].canvas, -box.x, -box.y);
  const picture = new Uint8Array(part.toBuffer('image/webp', 90));
  const path = written('part.webp', webpFile(SIZE, RATE), [picture, picture], [box, box]);
  const told = execFileSync('webpmux', ['-info', path]).toString();
  expect(told).toMatch(/Canvas size: 33 x 20/);
  expect(told).toMatch(/1:\s+17\s+12\s+yes\s+16\s+4\s+33\s+background\s+no/);
  const bytes = new Uint8Array(readFileSync(path));
  const { frames: found } = await readWebp(async (from, to) => bytes.slice(from, to), bytes.length);
  expect(found[1]).toMatchObject({ box, over: false, after: 'cleared' });
});

describe('a zip of stored entries', () => {
  const readOf = (bytes: Uint8Array) => async (from: number, to: number) => bytes.slice(from, to);

  const named = (): Record<string, Uint8Array> => ({
    'a_0000.png': pngs()[0],
    'a_0001.png': pngs()[1],
  });

  async function writtenHere(): Promise<Uint8Array> {
    const pieces: Uint8Array[] = [];
    const zip = zipWriter(
      new WritableStream({ write: (piece) => void pieces.push(piece.slice()) }),
    );
    for (const [name, bytes] of Object.entries(named()))
      await addStored(zip, name, [bytes], bytes.length);
    await zip.close();
    return concat(...pieces);
  }

  it('come one by one, from our own zips and those of others', async () => {
    for (const zip of [zipSync(named(), { level: 0 }), zipSync(named()), await writtenHere()]) {
      const { count, still } = await readZippedPictures(readOf(zip), zip.length);
      expect(count).toBe(2);
      expect([...(await still(1))]).toEqual([...pngs()[1]]);
      expect([...(await still(0))]).toEqual([...pngs()[0]]);
    }
  });

  it('is refused when it is cut off, and a damaged picture when it is read', async () => {
    const zip = await writtenHere();
    await expect(readZippedPictures(readOf(zip), zip.length - 5)).rejects.toThrow();
    await expect(readZippedPictures(readOf(zip), 3)).rejects.toThrow();
    const damaged = zip.slice();
    damaged[100] ^= 0xff;
    const { still } = await readZippedPictures(readOf(damaged), damaged.length);
    await expect(still(0)).rejects.toThrow();
  });
});

describe('files of many pictures are looked through', () => {
  const reading = (path: string): [ReadFile, number] => {
    const bytes = new Uint8Array(readFileSync(path));
    return [async (from, to) => bytes.slice(from, to), bytes.length];
  };
  const rgbaOf = async (still: Uint8Array) => {
    const image = await loadImage(Buffer.from(still));
    const context = createCanvas(SIZE.width, SIZE.height).getContext('2d');
    context.drawImage(image, 0, 0);
    return context.getImageData(0, 0, SIZE.width, SIZE.height).data;
  };
  const alphaOff = (a: Uint8ClampedArray, b: Uint8ClampedArray) =>
    Math.max(...a.map((value, k) => (k % 4 === 3 ? Math.abs(value - b[k]) : 0)));

  it('an animated PNG, frame by frame', async () => {
    const path = written('look.apng', await apngFile(FRAMES, RATE), pngs());
    const found = await readApng(...reading(path));
    expect(found.frames).toHaveLength(FRAMES);
    expect(found.frames[1]).toEqual({
      seconds: RATE.den / RATE.num,
      box: { x: 0, y: 0, ...SIZE },
      over: false,
      after: 'kept',
    });
    expect(found.plays).toBe(0);
    for (const index of [0, 3]) {
      expect(await rgbaOf(await found.still(index))).toEqual(frames[index].rgba);
    }
  });

  it('an animated WebP, frame by frame', async () => {
    const pictures = frames.map(({ canvas }) => new Uint8Array(canvas.toBuffer('image/webp', 90)));
    const found = await readWebp(...reading(written('look.webp', webpFile(SIZE, RATE), pictures)));
    expect(found.frames).toHaveLength(FRAMES);
    for (const index of [0, 4]) {
      const rgba = await rgbaOf(await found.still(index));
      expect(alphaOff(rgba, frames[index].rgba)).toBeLessThanOrEqual(1);
    }
  });

  it('a GIF that another program made, frame by frame', async () => {
    const source = written('source.apng', await apngFile(FRAMES, RATE), pngs());
    const path = join(folder, 'look.gif');
    // Whole frames with tables of their own.
    const whole = ['-gifflags', '-offsetting-transdiff', '-global_palette', '0'];
    const graph = 'split[a][b];[a]palettegen=stats_mode=single[p];[b][p]paletteuse=new=1';
    execFileSync('ffmpeg', ['-v', 'error', '-y', '-i', source, '-vf', graph, ...whole, path]);
    const found = await readGif(...reading(path));
    expect(found.frames).toHaveLength(FRAMES);
    const rgba = await rgbaOf(await found.still(3));
    expect(found.plays).toBe(0);
    expect(found.frames.every(({ box }) => box.width === SIZE.width)).toBe(true);
    // The band at the foot is there in every frame, the corner above is clear.
    expect([...rgba.subarray((18 * SIZE.width + 30) * 4).subarray(3, 4)]).toEqual([255]);
    expect(rgba[3]).toBe(0);
  });

  it.each([
    ['cut off', readApng, 'cut.apng'],
    ['another kind of file', readGif, 'cut.apng'],
    ['another kind of file', readWebp, 'cut.apng'],
  ] as const)('and refused when they are %s', async (_what, look, name) => {
    const path = written(name, await apngFile(FRAMES, RATE), pngs());
    const bytes = new Uint8Array(readFileSync(path)).slice(0, 200);
    await expect(look(async (from, to) => bytes.slice(from, to), bytes.length)).rejects.toThrow();
  });
});
