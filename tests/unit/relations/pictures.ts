import type { Overlay, Stack } from '@/core/document';
import { sceneAt, type SceneAssets } from '@/core/scene';
import { nodeContext, nodeTools } from '@/paint/nodeTools';
import { paintScene, type Scale } from '@/paint/paintScene';
import { assets as known, lut, picture } from './documents';

/** Pixels of a frame, straight RGBA. */
export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}

export const tools = nodeTools(picture, (id) => (id === 'lut' ? lut : null));

const WHOLE: Scale = { x: 1, y: 1 };

/** A frame of a document, painted by itself. */
export function painted(
  document: Stack | Overlay,
  frame: number,
  assets: SceneAssets = known,
  scale: Scale = WHOLE,
  size: { readonly width: number; readonly height: number } = document,
): Pixels {
  const context = nodeContext(size.width, size.height);
  paintScene(context, sceneAt(document, frame, assets), tools, scale);
  return { ...size, data: context.getImageData(0, 0, size.width, size.height).data };
}

/** Frames that say something of a document of 40. */
export const FRAMES = [0, 5, 13, 21, 34] as const;

/** Another picture made of one: each pixel is that of another place, or clear. */
export function moved(
  { width, height, data }: Pixels,
  from: (x: number, y: number) => readonly [number, number],
): Pixels {
  const out = new Uint8ClampedArray(data.length);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [fx, fy] = from(x, y);
      if (fx < 0 || fy < 0 || fx >= width || fy >= height) continue;
      const at = (fy * width + fx) * 4;
      out.set(data.subarray(at, at + 4), (y * width + x) * 4);
    }
  }
  return { width, height, data: out };
}

/** How far two pictures are apart, in levels of premultiplied colour and of alpha. */
export interface Apart {
  readonly worst: number;
  readonly mean: number;
}

export function apart(a: Pixels, b: Pixels): Apart {
  let [worst, sum] = [0, 0];
  for (let at = 0; at < a.data.length; at += 4) {
    const [alphaA, alphaB] = [a.data[at + 3], b.data[at + 3]];
    let off = Math.abs(alphaA - alphaB);
    for (let channel = 0; channel < 3; channel++) {
      const [left, right] = [a.data[at + channel] * alphaA, b.data[at + channel] * alphaB];
      off = Math.max(off, Math.abs(left - right) / 255);
    }
    worst = Math.max(worst, off);
    sum += off;
  }
  return { worst, mean: sum / (a.data.length / 4) };
}

/** Holds two pictures to be the same within so many levels in every pixel, and on average. */
export function expectSame(a: Pixels, b: Pixels, worst = 0, mean = worst): void {
  const found = apart(a, b);
  if (found.worst > worst || found.mean > mean) {
    throw new Error(
      `The pictures differ by up to ${found.worst.toFixed(1)} levels, ${found.mean.toFixed(3)} on average.`,
    );
  }
}
