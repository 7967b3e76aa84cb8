import { plainGroup, type Scene } from '@/core/scene';

/** How a canvas looks at a document: canvas pixels a document pixel, and where its corner lies. */
export interface Viewport {
  readonly scale: number;
  readonly x: number;
  readonly y: number;
}

/** A scene as it is seen on a canvas of that many pixels; its own canvas ends where it ended. */
export function throughViewport(
  scene: Scene,
  { scale, x, y }: Viewport,
  canvas: { readonly width: number; readonly height: number },
): Scene {
  const { width, height } = scene;
  // Each item by itself, so that those which stand still can be copied from frame to frame.
  const items = scene.items.map((item) => ({
    ...plainGroup([item], [scale, 0, 0, scale, x, y]),
    canvas: { width, height },
  }));
  return { width: canvas.width, height: canvas.height, backdrop: null, items };
}

/** Lets painting on a context touch only what a document covers there. */
export function clipToDocument(
  context: OffscreenCanvasRenderingContext2D,
  { scale, x, y }: Viewport,
  { width, height }: { readonly width: number; readonly height: number },
): void {
  context.beginPath();
  context.rect(x, y, width * scale, height * scale);
  context.clip();
}
