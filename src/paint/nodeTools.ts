import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { createCanvas, DOMMatrix, Path2D as NodePath2D, type SKRSContext2D } from '@napi-rs/canvas';
import { create, type Font } from 'fontkit';
import { FONTS } from '@/core/fonts';
import { PathCache } from './pathCache';
import type { PaintContext, PaintTools } from './tools';

/** Node's canvas has the same methods; only its type names differ. */
export const nodeContext = (width: number, height: number): PaintContext & SKRSContext2D =>
  createCanvas(width, height).getContext('2d') as unknown as PaintContext & SKRSContext2D;

/** Painting in Node: tests, the demo kit, benchmarks. */
export function nodeTools(
  picture: PaintTools['picture'] = () => null,
  lut: PaintTools['lut'] = () => null,
): PaintTools {
  const paths = new PathCache((d) => new NodePath2D(d) as unknown as Path2D);
  return {
    scratch: (width, height) => {
      const context = nodeContext(width, height);
      const image = context.canvas as unknown as CanvasImageSource;
      return { context, image, release: () => undefined };
    },
    path: (d) => (d === undefined ? (new NodePath2D() as unknown as Path2D) : paths.get(d)),
    matrix: (m) => new DOMMatrix([...m]),
    picture,
    lut,
  };
}

const fonts = new Map<string, Font>();
const resolve = createRequire(join(process.cwd(), 'package.json')).resolve;

/** A shipped family, read from its package; undefined for an unknown id. */
export function nodeFont(id: string): Font | undefined {
  const family = FONTS.find((entry) => entry.id === id);
  if (!family) return undefined;
  const known = fonts.get(id);
  if (known) return known;
  const folder = dirname(resolve(`@expo-google-fonts/${family.source}/package.json`));
  const font = create(readFileSync(join(folder, family.file))) as Font;
  fonts.set(id, font);
  return font;
}
