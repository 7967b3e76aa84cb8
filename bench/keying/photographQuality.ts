import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { parseHex } from '@/core/colour';
import { withEdges } from '@/core/matte/edgeSharpness';
import { findKey } from '@/core/matte/findKey';
import { keyPicture } from '@/core/matte/keyPicture';
import { yuvMatrix } from '@/core/colour/yuvMatrix';
import { repairedRgba } from '@/core/matte/repairChroma';
import { twoBackdrops } from '@/core/matte/twoBackdrops';
import { folder } from '../support';
import {
  needPictures,
  PHOTO_SCENES,
  photographed,
  trueFrames,
  type PhotoScene,
  type TrueFrame,
} from './photographs';

const BT709 = yuvMatrix(0.2126, 0.0722, false);
const TAGS =
  'scale=out_color_matrix=bt709:out_range=tv,setparams=color_primaries=bt709:color_trc=bt709:colorspace=bt709:range=tv';

/** Which of a scene's frames is judged: one that was predicted from others. */
const JUDGED = 2;

/** Pixels to each side that have to be clear where the backdrop is judged. */
const APART = 6;

/** Alphas up to this share are seen as clear. */
const SEEN = 2 / 255;

interface Score {
  /** PSNR in dB over grey. */
  readonly psnr: number;
  /** Mean error of alpha, 0…1. */
  readonly alpha: number;
  /** Share of the backdrop that is not clear. */
  readonly haze: number;
}

const ffmpeg = (args: readonly string[], input?: Uint8Array): Buffer =>
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...args], { input, maxBuffer: 1 << 28 });

const h264 = (crf: number): readonly string[] => ['-c:v', 'libx264', '-crf', String(crf)];
const UNCOMPRESSED = ['-c:v', 'rawvideo'];

/** A file of a scene before some colour, in 4:2:0. */
function filmed(
  scene: PhotoScene,
  frames: readonly TrueFrame[],
  codec: readonly string[],
  ground = scene.key,
): string {
  const file = join(
    folder,
    `photograph-${ground.slice(1)}.${codec === UNCOMPRESSED ? 'nut' : 'mp4'}`,
  );
  const { width, height } = scene;
  const raw = Buffer.concat(
    frames.map((frame, at) => Buffer.from(photographed(frame, scene, parseHex(ground), at).buffer)),
  );
  ffmpeg(
    [
      ...['-f', 'rawvideo', '-pix_fmt', 'rgba', '-s', `${width}x${height}`, '-r', '30', '-i', '-'],
      ...['-vf', TAGS, ...codec, '-pix_fmt', 'yuv420p', file],
    ],
    raw,
  );
  return file;
}

/** Frames as the keyer gets them. */
function repairedFrames(file: string, { width, height }: PhotoScene): Uint8ClampedArray[] {
  const bytes = ffmpeg(['-i', file, '-f', 'rawvideo', '-pix_fmt', 'yuv420p', '-']);
  const luma = width * height;
  const size = luma * 1.5;
  return Array.from({ length: bytes.length / size }, (_, i) => {
    const planes = new Uint8Array(bytes.subarray(i * size, (i + 1) * size));
    const [y, u, v] = [
      planes.subarray(0, luma),
      planes.subarray(luma, luma * 1.25),
      planes.subarray(luma * 1.25),
    ];
    return repairedRgba({ width, height, y, u, v }, BT709);
  });
}

function scoreOf(found: Uint8ClampedArray, { rgb, alpha }: TrueFrame, width: number): Score {
  let square = 0;
  let off = 0;
  let clear = 0;
  let haze = 0;
  for (let at = 0; at < alpha.length; at++) {
    const share = found[at * 4 + 3] / 255;
    off += Math.abs(share - alpha[at]);
    if (isApart(alpha, width, at)) {
      clear++;
      if (share > SEEN) haze++;
    }
    for (let c = 0; c < 3; c++) {
      const meant = 128 + (rgb[at * 3 + c] - 128) * alpha[at];
      square += (meant - (128 + (found[at * 4 + c] - 128) * share)) ** 2;
    }
  }
  return {
    psnr: 10 * Math.log10(255 ** 2 / (square / (alpha.length * 3))),
    alpha: off / alpha.length,
    haze: haze / Math.max(1, clear),
  };
}

function isApart(alpha: Float32Array, width: number, at: number): boolean {
  if (alpha[at] > 0) return false;
  for (let dy = -APART; dy <= APART; dy += 2) {
    for (let dx = -APART; dx <= APART; dx += 2) {
      if ((alpha[at + dy * width + dx] ?? 0) > 0) return false;
    }
  }
  return true;
}

const SIMILARITIES = [0.02, 0.06, 0.12, 0.2, 0.3];
const BLENDS = [0.05, 0.15, 0.3, 0.5];
const NEARBY = [0.7, 1, 1.3];

/** The best that ffmpeg's filters can do, searched for on the truth, first widely and then nearby. */
function bestOfFfmpeg(file: string, scene: PhotoScene, truth: TrueFrame): Score {
  const isGrey = scene.key === '#000000' || scene.key === '#ffffff';
  const spill = scene.key === '#0000ff' ? 'blue' : 'green';
  let best: Score = { psnr: 0, alpha: 1, haze: 1 };
  const tried = (filter: string, similarity: number, blend: number, after: string): number => {
    const white = scene.key === '#ffffff' ? 1 : 0;
    const spec =
      filter === 'lumakey'
        ? `lumakey=threshold=${white}:tolerance=${similarity}:softness=${blend}`
        : `${filter}=0x${scene.key.slice(1)}:${similarity}:${blend}`;
    const format = filter === 'colorkey' ? 'rgba' : 'yuva444p';
    const chain = `select=eq(n\\,${JUDGED}),format=${format},${spec}${after},format=rgba`;
    const out = ffmpeg([
      '-i',
      file,
      '-vf',
      chain,
      '-frames:v',
      '1',
      '-f',
      'rawvideo',
      '-pix_fmt',
      'rgba',
      '-',
    ]);
    const score = scoreOf(new Uint8ClampedArray(out), truth, scene.width);
    if (score.psnr > best.psnr) best = score;
    return score.psnr;
  };
  for (const filter of isGrey ? ['chromakey', 'colorkey', 'lumakey'] : ['chromakey', 'colorkey']) {
    const grid = SIMILARITIES.flatMap((similarity) => BLENDS.map((blend) => [similarity, blend]));
    const psnrs = grid.map(([similarity, blend]) => tried(filter, similarity, blend, ''));
    const [similarity, blend] = grid[psnrs.indexOf(Math.max(...psnrs))];
    for (const after of isGrey ? [''] : ['', `,despill=type=${spill}`]) {
      for (const a of NEARBY)
        for (const b of NEARBY) tried(filter, similarity * a, blend * b, after);
    }
  }
  return best;
}

/** What “Find it for me” makes of a scene with nothing else touched. */
function found(file: string, scene: PhotoScene, truth: TrueFrame): Score {
  const { width, height } = scene;
  const frames = repairedFrames(file, scene);
  const pictures = frames.map((data) => ({ data, width, height }));
  const found = findKey(pictures);
  const key = found?.kind === 'luma' ? withEdges(found, pictures) : found;
  if (!key) throw new Error(`No key was found for ${scene.name}.`);
  keyPicture(frames[JUDGED], width, height, key);
  return scoreOf(frames[JUDGED], truth, width);
}

const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

const told = ({ psnr, alpha, haze }: Score): string =>
  `${psnr.toFixed(1)} dB, alpha off by ${alpha.toFixed(4)}, ${(haze * 100).toFixed(2)} % of the backdrop left`;

/** Keys of photographs under drawn mattes, held against ffmpeg's filters; those kept apart are told by themselves. */
export function benchKeyPhotographs(): void {
  needPictures();
  for (const crf of [18, 23, 28]) {
    for (const apart of [false, true]) {
      const scores = PHOTO_SCENES.filter((scene) => scene.apart === apart).map((scene) => {
        const frames = trueFrames(scene);
        const file = filmed(scene, frames, h264(crf));
        const ours = found(file, scene, frames[JUDGED]);
        const theirs = bestOfFfmpeg(file, scene, frames[JUDGED]);
        console.log(`key, crf ${crf}, ${scene.name}: ${told(ours)}; ffmpeg’s best ${told(theirs)}`);
        return { ours, theirs };
      });
      const ahead = scores.map(({ ours, theirs }) => ours.psnr - theirs.psnr);
      const alphas = mean(scores.map(({ ours }) => ours.alpha));
      const theirAlphas = mean(scores.map(({ theirs }) => theirs.alpha));
      console.log(
        `key, crf ${crf}, ${apart ? 'kept apart' : 'tuned on'}: ${mean(ahead).toFixed(1)} dB above ffmpeg’s best (aim 3), at worst ${Math.min(...ahead).toFixed(1)} (aim −0.5); alpha error ${(alphas / theirAlphas).toFixed(2)} of its (aim 0.5); ${(100 * Math.max(...scores.map(({ ours }) => ours.haze))).toFixed(2)} % of a backdrop left at most (aim 0.3)`,
      );
    }
  }
}

/** Alpha from how much less white shows than black, and the colour over black: what both colours' planes allow. */
function plainFormula(black: Uint8ClampedArray, white: Uint8ClampedArray): Uint8ClampedArray {
  const out = new Uint8ClampedArray(black.length);
  for (let i = 0; i < black.length; i += 4) {
    const shown = [0, 1, 2].reduce((sum, c) => sum + white[i + c] - black[i + c], 0);
    const alpha = Math.min(1, Math.max(0, 1 - shown / (3 * 255)));
    for (let c = 0; c < 3; c++) out[i + c] = black[i + c] / Math.max(alpha, 1 / 255);
    out[i + 3] = alpha * 255;
  }
  return out;
}

/** Frames as ffmpeg enlarges their chroma. */
const enlarged = (file: string, at: number): Uint8ClampedArray =>
  new Uint8ClampedArray(
    ffmpeg([
      ...[
        '-i',
        file,
        '-vf',
        `select=eq(n\\,${at}),scale=flags=bicubic+accurate_rnd+full_chroma_int`,
      ],
      ...['-frames:v', '1', '-f', 'rawvideo', '-pix_fmt', 'rgba', '-'],
    ]),
  );

/** The same exported over black and over white: what is recovered of photographs under drawn mattes. */
export function benchTwoBackdrops(): void {
  needPictures();
  const scenes = PHOTO_SCENES.filter(({ rough }) => !rough);
  const scores = scenes.map((scene) => {
    const frames = trueFrames(scene);
    const truth = frames[JUDGED];
    const files = (codec: readonly string[]) =>
      ['#000000', '#ffffff'].map((ground) => filmed(scene, frames, codec, ground));
    const recovered = (codec: readonly string[]): number => {
      const [black, white] = files(codec).map((file) => repairedFrames(file, scene)[JUDGED]);
      const found = twoBackdrops(black, white, [0, 0, 0], [255, 255, 255]);
      return scoreOf(found, truth, scene.width).psnr;
    };
    const [black, white] = files(UNCOMPRESSED).map((file) => enlarged(file, JUDGED));
    const plain = scoreOf(plainFormula(black, white), truth, scene.width).psnr;
    const [coded, whole] = [recovered(h264(18)), recovered(UNCOMPRESSED)];
    console.log(
      `two backdrops, ${scene.name}: ${coded.toFixed(1)} dB at crf 18, ${whole.toFixed(1)} uncompressed; the plain formula ${plain.toFixed(1)} uncompressed`,
    );
    return { coded, ahead: whole - plain };
  });
  console.log(
    `two backdrops, photographs: mean ${mean(scores.map(({ coded }) => coded)).toFixed(1)} dB at crf 18 (aim 41); uncompressed at worst ${Math.min(...scores.map(({ ahead }) => ahead)).toFixed(1)} dB against the plain formula (aim −1)`,
  );
}
