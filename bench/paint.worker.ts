import { create, type Font } from 'fontkit';
import type { Overlay } from '@/core/document';
import { sceneAt } from '@/core/scene';
import { browserTools, softwareContext } from '@/paint/browserTools';
import { FramePainter } from '@/paint/framePainter';
import type { PaintContext } from '@/paint/tools';

interface PaintJob {
  readonly overlay: Overlay;
  readonly fonts: readonly (readonly [string, Uint8Array])[];
  readonly width: number;
  readonly height: number;
}

/** Milliseconds that evaluating and painting each frame takes, as in the stage's worker. */
self.onmessage = ({ data }: MessageEvent<PaintJob>) => {
  const { overlay, width, height } = data;
  const fonts = new Map(data.fonts.map(([id, bytes]) => [id, create(bytes as never) as Font]));
  const assets = {
    font: (id: string) => fonts.get(id),
    footage: () => undefined,
    overlay: () => undefined,
  };
  const context = softwareContext(width, height) as PaintContext;
  const painter = new FramePainter(browserTools());
  const scale = { x: width / overlay.width, y: height / overlay.height };
  const scene: number[] = [];
  const paint: number[] = [];
  for (let frame = 0; frame < overlay.length; frame++) {
    const start = performance.now();
    const evaluated = sceneAt(overlay, frame, assets);
    const between = performance.now();
    context.clearRect(0, 0, width, height);
    painter.paint(context, evaluated, scale);
    // Reading a pixel makes sure that painting is done, not only noted down.
    context.getImageData(0, 0, 1, 1);
    scene.push(between - start);
    paint.push(performance.now() - between);
  }
  self.postMessage({ scene, paint });
};
