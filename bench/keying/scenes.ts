import { createCanvas, GlobalFonts, type SKRSContext2D } from '@napi-rs/canvas';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { randomFrom } from './mattes';

/** Artwork with alpha that is known exactly, and the key colour it is laid on. */
export interface KeyScene {
  readonly name: string;
  readonly key: string;
  /** Straight RGBA. */
  readonly rgba: Uint8ClampedArray;
}

export const WIDTH = 960;
export const HEIGHT = 540;

const resolve = createRequire(join(process.cwd(), 'package.json')).resolve;

function registerFont(name: string, family: string, file: string): void {
  const folder = dirname(resolve(`@expo-google-fonts/${family}/package.json`));
  GlobalFonts.registerFromPath(join(folder, file), name);
}

function words(context: SKRSContext2D, text: string, size: number, colour: string): void {
  context.font = `${size}px Anton`;
  context.textAlign = 'center';
  context.fillStyle = colour;
  context.fillText(text, WIDTH / 2, HEIGHT / 2 + size / 3);
}

function softShadow(context: SKRSContext2D): void {
  context.shadowColor = 'rgba(0, 0, 0, 0.55)';
  context.shadowBlur = 28;
  context.shadowOffsetY = 14;
  words(context, 'Hold the line', 120, '#f4eee2');
}

function featheredDisc(context: SKRSContext2D): void {
  const gradient = context.createRadialGradient(480, 270, 90, 480, 270, 240);
  gradient.addColorStop(0, 'rgba(233, 162, 59, 1)');
  gradient.addColorStop(1, 'rgba(233, 162, 59, 0)');
  context.fillStyle = gradient;
  context.fillRect(0, 0, WIDTH, HEIGHT);
}

function hairs(context: SKRSContext2D, seed: number, colour: string): void {
  const random = randomFrom(seed);
  context.strokeStyle = colour;
  for (let i = 0; i < 90; i++) {
    context.lineWidth = 0.6 + random() * 1.4;
    context.beginPath();
    context.moveTo(300 + random() * 360, 500);
    const [x, y] = [60 + random() * 840, 30 + random() * 200];
    context.bezierCurveTo(x, 400, x, 300, x + random() * 80, y);
    context.stroke();
  }
}

function motionBlur(context: SKRSContext2D): void {
  const passes = 24;
  context.globalAlpha = 1 / passes;
  context.globalCompositeOperation = 'lighter';
  for (let i = 0; i < passes; i++) {
    context.save();
    context.translate((i - passes / 2) * 2, 0);
    words(context, 'Rising wind', 130, '#ffffff');
    context.restore();
  }
}

function badge(context: SKRSContext2D): void {
  context.fillStyle = '#b3432b';
  context.beginPath();
  context.roundRect(180, 170, 600, 200, 60);
  context.fill();
  words(context, 'Gust 18 kn', 110, '#fffbf3');
}

function handwriting(context: SKRSContext2D): void {
  context.strokeStyle = '#ffffff';
  context.lineCap = 'round';
  for (let line = 0; line < 3; line++) {
    context.beginPath();
    context.lineWidth = 3 + line;
    for (let x = 0; x < 760; x += 2) {
      const y = 130 + line * 140 + Math.sin(x / 19) * 34 + Math.sin(x / 7.3) * 12;
      if (x === 0) context.moveTo(100, y);
      else context.lineTo(100 + x, y);
    }
    context.stroke();
  }
}

const DRAWN: readonly [string, string, (context: SKRSContext2D) => void][] = [
  ['words', '#00c853', (context) => words(context, 'Southwest, rising', 112, '#ffffff')],
  ['soft shadow', '#00c853', softShadow],
  ['feathered disc', '#0050ff', featheredDisc],
  ['hairs', '#00c853', (context) => hairs(context, 7, '#fffbf3')],
  ['dark hairs', '#ff00d0', (context) => hairs(context, 19, '#231c35')],
  ['motion blur', '#0050ff', motionBlur],
  ['badge', '#00c853', badge],
  ['handwriting', '#00c853', handwriting],
];

/** Eight scenes in several key colours. */
export function keyScenes(): readonly KeyScene[] {
  registerFont('Anton', 'anton', '400Regular/Anton_400Regular.ttf');
  return DRAWN.map(([name, key, draw]) => {
    const context = createCanvas(WIDTH, HEIGHT).getContext('2d');
    draw(context);
    return { name, key, rgba: context.getImageData(0, 0, WIDTH, HEIGHT).data };
  });
}
