import { execFileSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { averagedDown, drawMatte, FINER, randomFrom, type MatteName, type Size } from './mattes';

/** Where Debian's package of examples keeps its pictures. */
const PICTURES = '/usr/share/doc/opencv-doc/examples/data';

/** A photograph's colours under a drawn matte, over a key colour, in motion. */
export interface PhotoScene extends Size {
  readonly name: string;
  readonly key: string;
  /** Kept out of all tuning. */
  readonly apart: boolean;
  /** Whether the backdrop is lit unevenly and the camera adds noise. */
  readonly rough: boolean;
  readonly picture: string;
  readonly matte: MatteName;
  readonly seed: number;
}

/** Straight colours 0…255 and alpha 0…1 of one frame, the truth of it. */
export interface TrueFrame {
  readonly rgb: Float32Array;
  readonly alpha: Float32Array;
}

const HD = { width: 1280, height: 720 };
const FULL = { width: 1920, height: 1080 };

const scene = (
  picture: string,
  matte: MatteName,
  key: string,
  more: Partial<PhotoScene> = {},
): PhotoScene => ({
  name: `${matte} of ${picture.split('.')[0]} on ${key}${more.rough ? ', rough' : ''}`,
  ...HD,
  picture,
  matte,
  key,
  seed: 5,
  apart: false,
  rough: false,
  ...more,
});

const apart = { apart: true, seed: 71 };
const rough = { rough: true };

/**
 * Colours near the key's own (leaves on green, flowers on magenta, blue board on blue), greys, and
 * colours farther from the key than it is from grey are all among them.
 */
export const PHOTO_SCENES: readonly PhotoScene[] = [
  scene('fruits.jpg', 'leaves', '#0000ff'),
  scene('squirrel_cls.jpg', 'fur', '#00ff00'),
  scene('baboon.jpg', 'hair', '#ff00ff'),
  scene('butterfly.jpg', 'lace', '#0000ff', rough),
  scene('home.jpg', 'smoke', '#00c853'),
  scene('aloeL.jpg', 'leaves', '#00ff00', { ...FULL, ...rough }),
  scene('orange.jpg', 'defocus', '#00c853', rough),
  scene('graf1.png', 'motionBlur', '#ff00ff'),
  scene('rubberwhale1.png', 'glass', '#0000ff'),
  scene('fruits.jpg', 'hair', '#000000'),
  scene('squirrel_cls.jpg', 'leaves', '#ffffff'),
  scene('HappyFish.jpg', 'fur', '#0000ff', apart),
  scene('aloeR.jpg', 'hair', '#ff00ff', { ...FULL, ...apart }),
  scene('butterfly.jpg', 'leaves', '#00ff00', apart),
  scene('board.jpg', 'lace', '#ff00ff', { ...apart, ...rough }),
  scene('messi5.jpg', 'fur', '#00c853', { ...apart, ...rough }),
  scene('leuvenA.jpg', 'smoke', '#0000ff', apart),
  scene('starry_night.jpg', 'motionBlur', '#00ff00', apart),
  scene('building.jpg', 'defocus', '#ff00ff', apart),
  scene('apple.jpg', 'glass', '#00c853', apart),
  scene('stuff.jpg', 'leaves', '#0000ff', { ...apart, ...rough }),
  scene('aloeR.jpg', 'leaves', '#000000', apart),
  scene('butterfly.jpg', 'hair', '#ffffff', apart),
];

export function needPictures(): void {
  if (!existsSync(PICTURES)) {
    throw new Error('The photographs come from a Debian package: apt-get install opencv-doc');
  }
}

/** Frames per scene, and how far it moves between two, in fine pixels. */
export const FRAMES = 4;
const STEP = { x: 13, y: 6 };

/** The truth of all frames of a scene. */
export function trueFrames({ picture, matte, seed, width, height }: PhotoScene): TrueFrame[] {
  const fine = drawMatte(matte, seed, { width, height });
  return Array.from({ length: FRAMES }, (_, at) => {
    const [x, y] = [at * STEP.x, at * STEP.y];
    return {
      alpha: averagedDown(fine, { width, height }, x, y),
      rgb: photograph(picture, width, height, x / FINER, y / FINER),
    };
  });
}

/** A picture that fills the frame, moved by whole pixels. */
function photograph(file: string, width: number, height: number, x: number, y: number) {
  const [wide, high] = [width + 64, height + 64];
  const moved = `crop=${width}:${height}:${32 - Math.round(x)}:${32 - Math.round(y)}`;
  const bytes = execFileSync(
    'ffmpeg',
    [
      ...['-v', 'error', '-i', join(PICTURES, file), '-frames:v', '1', '-vf'],
      `scale=${wide}:${high}:force_original_aspect_ratio=increase:flags=lanczos,crop=${wide}:${high},${moved}`,
      ...['-f', 'rawvideo', '-pix_fmt', 'rgb24', '-'],
    ],
    { maxBuffer: 1 << 28 },
  );
  return Float32Array.from(bytes);
}

/** A frame over its backdrop as a camera sees it: straight RGBA, opaque. */
export function photographed(
  { rgb, alpha }: TrueFrame,
  { width, height, rough, seed }: PhotoScene,
  ground: readonly number[],
  at: number,
): Uint8ClampedArray {
  const random = randomFrom(seed * 1000 + at);
  const out = new Uint8ClampedArray(width * height * 4).fill(255);
  for (let i = 0; i < alpha.length; i++) {
    const light = rough ? lightAt((i % width) / width, Math.floor(i / width) / height) : 1;
    const noise = rough ? 2.5 * gaussian(random) : 0;
    for (let c = 0; c < 3; c++) {
      const behind = ground[c] * light;
      out[i * 4 + c] = behind + (rgb[i * 3 + c] - behind) * alpha[i] + noise;
    }
  }
  return out;
}

/** A screen is brightest where the lamp stands. */
const lightAt = (x: number, y: number): number => 1 - 0.22 * Math.hypot(x - 0.35, 0.6 * (y - 0.3));

/** The sum of uniform numbers is close to normal. */
function gaussian(random: () => number): number {
  return (random() + random() + random() + random() - 2) * Math.sqrt(3);
}
