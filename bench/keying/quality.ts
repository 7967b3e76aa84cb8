import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { parseHex, type Rgb } from '@/core/colour';
import { findKey } from '@/core/matte/findKey';
import { keyPicture } from '@/core/matte/keyPicture';
import { yuvMatrix } from '@/core/colour/yuvMatrix';
import { repairedRgba } from '@/core/matte/repairChroma';
import { twoBackdrops } from '@/core/matte/twoBackdrops';
import { folder } from '../support';
import { HEIGHT, keyScenes, WIDTH, type KeyScene } from './scenes';

const BT709 = yuvMatrix(0.2126, 0.0722, false);
const TAGS =
  'scale=out_color_matrix=bt709:out_range=tv,setparams=color_primaries=bt709:color_trc=bt709:colorspace=bt709:range=tv';
const RAW = ['-f', 'rawvideo', '-pix_fmt', 'rgba', '-s', `${WIDTH}x${HEIGHT}`];
const PIXELS = WIDTH * HEIGHT;

const ffmpeg = (args: readonly string[], input?: Uint8ClampedArray): Buffer =>
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...args], { input, maxBuffer: 1 << 28 });

/** Artwork over a flat colour. */
function over(rgba: Uint8ClampedArray, ground: Rgb): Uint8ClampedArray {
  const out = new Uint8ClampedArray(rgba.length);
  for (let i = 0; i < rgba.length; i++) {
    const alpha = rgba[i | 3] / 255;
    out[i] = (i & 3) === 3 ? 255 : rgba[i] * alpha + ground[i & 3] * (1 - alpha);
  }
  return out;
}

/** Through H.264 4:2:0 and back: the path of the file. */
function throughH264(picture: Uint8ClampedArray, crf: number, name: string): string {
  const file = join(folder, `${name}-${crf}.mp4`);
  ffmpeg(
    [
      ...RAW,
      '-r',
      '30',
      '-i',
      '-',
      '-vf',
      TAGS,
      '-c:v',
      'libx264',
      '-crf',
      String(crf),
      '-pix_fmt',
      'yuv420p',
      file,
    ],
    picture,
  );
  return file;
}

/** The frame's planes as a decoder gives them, with its chroma repaired. */
function repaired(file: string): Uint8ClampedArray {
  const planes = ffmpeg(['-i', file, '-f', 'rawvideo', '-pix_fmt', 'yuv420p', '-']);
  const quarter = PIXELS / 4;
  const plane = (from: number, length: number) =>
    new Uint8Array(planes.subarray(from, from + length));
  return repairedRgba(
    {
      width: WIDTH,
      height: HEIGHT,
      y: plane(0, PIXELS),
      u: plane(PIXELS, quarter),
      v: plane(PIXELS + quarter, quarter),
    },
    BT709,
  );
}

/** PSNR in dB of two keyed pictures, laid over grey. */
function psnrOverGrey(meant: Uint8ClampedArray, found: Uint8ClampedArray): number {
  let sum = 0;
  for (let i = 0; i < meant.length; i++) {
    if ((i & 3) === 3) continue;
    const a = 128 + ((meant[i] - 128) * meant[i | 3]) / 255;
    const b = 128 + ((found[i] - 128) * found[i | 3]) / 255;
    sum += (a - b) ** 2;
  }
  return 10 * Math.log10(255 ** 2 / (sum / (PIXELS * 3)));
}

const meanAlphaError = (meant: Uint8ClampedArray, found: Uint8ClampedArray): number => {
  let sum = 0;
  for (let i = 3; i < meant.length; i += 4) sum += Math.abs(meant[i] - found[i]);
  return sum / PIXELS;
};

const FILTERS = ['chromakey', 'colorkey'] as const;
const SIMILARITIES = [0.02, 0.05, 0.1, 0.15, 0.2, 0.3];
const BLENDS = [0.05, 0.1, 0.2, 0.3, 0.45, 0.6];

/** The best that ffmpeg's four chains can do with parameters searched for this very scene. */
function bestOfFfmpeg(file: string, scene: KeyScene): { name: string; psnr: number } {
  let best = { name: '', psnr: 0 };
  const [, , blue] = parseHex(scene.key);
  const kind = blue > 200 ? 'blue' : 'green';
  for (const filter of FILTERS) {
    for (const similarity of SIMILARITIES) {
      for (const blend of BLENDS) {
        const key = `${filter}=0x${scene.key.slice(1)}:${similarity}:${blend}`;
        for (const spill of ['', `,despill=type=${kind}`]) {
          const chain = `${filter === 'chromakey' ? '' : 'format=rgba,'}${key}${spill},format=rgba`;
          const found = new Uint8ClampedArray(
            ffmpeg(['-i', file, '-vf', chain, '-f', 'rawvideo', '-pix_fmt', 'rgba', '-']),
          );
          const psnr = psnrOverGrey(scene.rgba, found);
          if (psnr > best.psnr) best = { name: `${filter}${spill ? ' + despill' : ''}`, psnr };
        }
      }
    }
  }
  return best;
}

const average = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

/** How near the key comes to the truth, beside ffmpeg's, after H.264 at two qualities. */
export function benchKeyQuality(): void {
  for (const crf of [18, 23]) {
    const ours: number[] = [];
    const theirs: number[] = [];
    for (const scene of keyScenes()) {
      const file = throughH264(
        over(scene.rgba, parseHex(scene.key)),
        crf,
        scene.name.replace(' ', '-'),
      );
      const picture = repaired(file);
      const key = findKey([{ data: picture, width: WIDTH, height: HEIGHT }]);
      if (key?.kind !== 'chroma') throw new Error(`No colour was found for ${scene.name}.`);
      keyPicture(picture, WIDTH, HEIGHT, key);
      const psnr = psnrOverGrey(scene.rgba, picture);
      const best = bestOfFfmpeg(file, scene);
      ours.push(psnr);
      theirs.push(best.psnr);
      console.log(
        `keying, crf ${crf}, ${scene.name}: ${psnr.toFixed(1)} dB over grey, alpha off by ${meanAlphaError(scene.rgba, picture).toFixed(2)} of 255 (found: ${key.colour}, ${key.tolerance}, ${key.softness}); ffmpeg’s best, tuned: ${best.psnr.toFixed(1)} dB (${best.name})`,
      );
    }
    console.log(
      `keying, crf ${crf}: mean ${average(ours).toFixed(1)} dB (aim 35), ${(average(ours) - average(theirs)).toFixed(1)} dB above ffmpeg’s best (aim 6)`,
    );
  }
  const recovered = keyScenes().map((scene) => {
    const [black, white] = (['#000000', '#ffffff'] as const).map((ground, i) =>
      repaired(
        throughH264(over(scene.rgba, parseHex(ground)), 18, `${scene.name.replace(' ', '-')}-${i}`),
      ),
    );
    return psnrOverGrey(scene.rgba, twoBackdrops(black, white, [0, 0, 0], [255, 255, 255]));
  });
  console.log(
    `two backdrops, black and white, crf 18: mean ${average(recovered).toFixed(1)} dB, least ${Math.min(...recovered).toFixed(1)} dB (aim 48)`,
  );
}
