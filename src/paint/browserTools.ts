import { MoonError } from '@/core/errors';
import { PathCache } from './pathCache';
import type { PaintContext, PaintTools } from './tools';

/** A canvas kept in ordinary memory: painted by the same code as Node's, and quick to read back. */
export function softwareContext(width: number, height: number): OffscreenCanvasRenderingContext2D {
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!context) {
    throw new MoonError(
      'canvas-refused',
      `This browser cannot draw a picture of ${width} × ${height} pixels. Make it smaller, or use another browser.`,
    );
  }
  return context;
}

/** All pixels of a canvas, straight RGBA. */
export const pixelsOn = (context: OffscreenCanvasRenderingContext2D): Uint8ClampedArray =>
  context.getImageData(0, 0, context.canvas.width, context.canvas.height).data;

/** Painting in a worker of the browser. */
export function browserTools(
  picture: PaintTools['picture'] = () => null,
  lut: PaintTools['lut'] = () => null,
): PaintTools {
  const paths = new PathCache((d) => new Path2D(d));
  const free: OffscreenCanvasRenderingContext2D[] = [];
  return {
    scratch: (width, height) => {
      const at = free.findIndex(({ canvas }) => canvas.width === width && canvas.height === height);
      const context = at < 0 ? softwareContext(width, height) : free.splice(at, 1)[0];
      context.clearRect(0, 0, width, height);
      const release = () => {
        free.push(context);
        if (free.length > 3) free.shift();
      };
      return { context: context as PaintContext, image: context.canvas, release };
    },
    path: (d) => (d === undefined ? new Path2D() : paths.get(d)),
    matrix: (m) => new DOMMatrix([...m]),
    picture,
    lut,
  };
}
