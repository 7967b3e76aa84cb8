import { createCanvas } from '@napi-rs/canvas';
import { writeFileSync } from 'node:fs';
import { ffmpeg, testFile, type Pixels } from './media';

export const FLAT = ['#0000ff', '#ff0000', '#00ff00', '#ffffff', '#808080', '#000000'];

/** A picture of flat colours at the left, soft ones at the right, where no way to enlarge chroma differs from another. */
export function colouredPicture(name: string, width: number, height: number): string {
  const canvas = createCanvas(width, height);
  const context = canvas.getContext('2d');
  const soft = context.createImageData(width, height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const wave = (pixels: number, shift: number) =>
        128 + 100 * Math.sin((x + y / 2) / pixels + shift);
      soft.data.set([wave(23, 0), wave(31, 2), wave(41, 4), 255], (y * width + x) * 4);
    }
  }
  context.putImageData(soft, 0, 0);
  const tall = height / FLAT.length;
  FLAT.forEach((colour, i) => {
    context.fillStyle = colour;
    context.fillRect(0, i * tall, width / 4, tall);
  });
  const file = testFile(`${name}.png`);
  writeFileSync(file, canvas.toBuffer('image/png'));
  return file;
}

export function partOf(
  whole: Pixels,
  left: number,
  top: number,
  width: number,
  height: number,
): Pixels {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y++) {
    const from = ((top + y) * whole.width + left) * 4;
    data.set(whole.data.subarray(from, from + width * 4), y * width * 4);
  }
  return { width, height, data };
}

/** The part of such a picture, or of one on its side, that has no flat colours. */
export function softPart(pixels: Pixels, turned = false): Pixels {
  const { width, height } = pixels;
  if (turned) return partOf(pixels, 0, 0, width, Math.floor(0.6 * height));
  const left = Math.floor(0.4 * width);
  return partOf(pixels, left, 0, width - left, height);
}

const ACCURATELY = 'flags=bicubic+accurate_rnd+full_chroma_int+full_chroma_inp';
/** Chroma on the even columns and between the rows, as MPEG-2 and all after it have it. */
const sited = (side: 'in' | 'out') => `${side}_h_chr_pos=0:${side}_v_chr_pos=128`;

export type Matrix = 'bt601' | 'bt709';
export type Range = 'tv' | 'pc';

/** The filter that turns a picture into codes without shortcuts. */
export const encoding = (matrix: Matrix, range: Range): string =>
  `format=rgb24,scale=out_color_matrix=${matrix}:out_range=${range}:${sited('out')}:${ACCURATELY}`;

/** The first frame by a decoder that is not the app's, its codes read by a matrix without shortcuts. */
export function decodedAs(
  file: string,
  [width, height]: readonly [number, number],
  matrix: Matrix,
  range: Range,
): Pixels {
  const filter = `scale=in_color_matrix=${matrix}:in_range=${range}:${sited('in')}:${ACCURATELY},format=rgba`;
  const bytes = ffmpeg('-i', file, '-vf', filter, '-frames:v', '1', '-f', 'rawvideo', '-');
  return { width, height, data: new Uint8ClampedArray(bytes) };
}

/**
 * Greys of 10 and 50 nits, the peak of 1000, and black, as codes of 10 bit (SMPTE ST 2084, ITU-R BT.2100). Of white,
 * 203 nits, the first two are what BT.1886 shows them with; they lie under where highlights are bent.
 */
export const NITS = [
  { transfer: 'smpte2084', codes: [327, 450, 723, 64] },
  { transfer: 'arib-std-b67', codes: [287, 499, 940, 64] },
] as const;
export const SHOWN_NITS = [73, 142, 255, 0];

/** A film of high dynamic range whose columns are those greys. */
export function wideFilm(
  { transfer, codes }: (typeof NITS)[number],
  [width, height]: readonly [number, number],
  code: string,
  file: string,
): string {
  const words = new Uint16Array((width * height * 3) / 2).fill(512);
  for (let i = 0; i < width * height; i++) {
    words[i] = codes[Math.floor(((i % width) / width) * codes.length)];
  }
  const raw = testFile(`${transfer}.yuv`);
  writeFileSync(raw, Buffer.from(words.buffer));
  const tags = `color_primaries=bt2020:color_trc=${transfer}:colorspace=bt2020nc:range=tv`;
  ffmpeg(
    ...['-f', 'rawvideo', '-pix_fmt', 'yuv420p10le', '-s', `${width}x${height}`, '-r', '25'],
    ...['-stream_loop', '9', '-i', raw, '-vf', `setparams=${tags}`],
    ...code.split(' '),
    file,
  );
  return file;
}
