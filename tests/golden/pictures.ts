import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createCanvas, loadImage } from '@napi-rs/canvas';
import type { Overlay } from '@/core/document';
import { sceneAt } from '@/core/scene';
import { nodeContext, nodeFont, nodeTools } from '@/paint/nodeTools';
import { paintScene } from '@/paint/paintScene';
import { GOLDEN_FRAME } from './documents';

export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}

export const goldenFile = (id: string): string => join(__dirname, `${id}.png`);

/** Straight RGBA of a PNG. */
export async function readPng(file: string | Buffer): Promise<Pixels> {
  const image = await loadImage(file);
  const context = createCanvas(image.width, image.height).getContext('2d');
  context.drawImage(image, 0, 0);
  return context.getImageData(0, 0, image.width, image.height) as unknown as Pixels;
}

/** A document's frame painted in Node, as PNG. */
export function paintPng(document: Overlay, frame: number): Buffer {
  const context = nodeContext(document.width, document.height);
  const assets = { font: nodeFont, footage: () => undefined, overlay: () => undefined };
  paintScene(context, sceneAt(document, frame, assets), nodeTools(), { x: 1, y: 1 });
  return context.canvas.toBuffer('image/png');
}

/** The kept picture of a document; `npm run golden` makes it anew. */
export function goldenPicture(document: Overlay): Buffer {
  const file = goldenFile(document.id);
  if (process.env.UPDATE_GOLDEN) writeFileSync(file, paintPng(document, GOLDEN_FRAME));
  return readFileSync(file);
}

/** The largest difference between two pictures in any channel of premultiplied colour or alpha. */
export function worstDifference(a: Pixels, b: Pixels): number {
  if (a.width !== b.width || a.height !== b.height) return 255;
  let worst = 0;
  for (let i = 0; i < a.data.length; i += 4) {
    const alphaA = a.data[i + 3];
    const alphaB = b.data[i + 3];
    worst = Math.max(worst, Math.abs(alphaA - alphaB));
    for (let channel = 0; channel < 3; channel++) {
      const off = (a.data[i + channel] * alphaA - b.data[i + channel] * alphaB) / 255;
      worst = Math.max(worst, Math.abs(off));
    }
  }
  return worst;
}
