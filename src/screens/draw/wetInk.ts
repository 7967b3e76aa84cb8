import type { Stroke } from '@/core/document';
import { lineOutline, type Line } from '@/core/ink/outline';
import type { Matrix } from '@/core/scene';

/** A line with what it is drawn with. */
export type WetLine = Line & Pick<Stroke, 'colour' | 'opacity'>;

/**
 * The canvas for the line under the pen. It is drawn right in the pointer's event, on the page's own
 * thread: a worker would show it a frame later. Lines that are done stay until the stage has them.
 */
export class WetInk {
  private context: CanvasRenderingContext2D | null = null;
  private toCanvas: Matrix = [1, 0, 0, 1, 0, 0];
  private done: readonly Stroke[] = [];
  private wet: WetLine | null = null;

  /** @param toCanvas from layer pixels to the canvas's own */
  lookThrough(canvas: HTMLCanvasElement, toCanvas: Matrix): void {
    this.context = canvas.getContext('2d', { desynchronized: true });
    this.toCanvas = toCanvas;
    this.paint();
  }

  draw(line: WetLine | null): void {
    this.wet = line;
    this.paint();
  }

  /** The line is kept in the document now, but not on the stage yet. */
  keep(line: Stroke): void {
    this.done = [...this.done, line];
    this.wet = null;
    this.paint();
  }

  /** The stage shows lines that were kept. */
  dry(isShown: (line: Stroke) => boolean): void {
    const left = this.done.filter((line) => !isShown(line));
    if (left.length === this.done.length) return;
    this.done = left;
    this.paint();
  }

  private paint(): void {
    const { context } = this;
    if (!context) return;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.clearRect(0, 0, context.canvas.width, context.canvas.height);
    context.setTransform(...(this.toCanvas as [number, number, number, number, number, number]));
    for (const line of this.wet ? [...this.done, this.wet] : this.done) {
      context.globalAlpha = line.opacity;
      context.fillStyle = line.colour;
      context.fill(new Path2D(lineOutline(line)));
    }
  }
}
