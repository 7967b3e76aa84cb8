import equal from 'fast-deep-equal';
import type { DrawItem, Scene } from '@/core/scene';
import { paintBackdrop, paintOver, type Scale } from './paintScene';
import type { PaintContext, PaintTools } from './tools';

type Scratch = ReturnType<PaintTools['scratch']>;

/** What the canvas looked like after the first items of a frame. */
interface Kept {
  readonly setting: PaintSetting;
  readonly items: readonly DrawItem[];
  readonly scratch: Scratch;
}

interface PaintSetting {
  readonly width: number;
  readonly height: number;
  readonly scale: Scale;
  readonly backdrop: string | null;
}

/**
 * Paints frame after frame on clear canvases, to the very bytes that painting each by itself gives:
 * what stands still at the bottom of the stack is painted once and copied from then on. One canvas
 * is kept at most.
 */
export class FramePainter {
  private last: { readonly setting: PaintSetting; readonly items: readonly DrawItem[] } | null =
    null;
  private kept: Kept | null = null;

  constructor(private readonly tools: PaintTools) {}

  /** @param context of a canvas on which nothing is painted yet */
  paint(context: PaintContext, scene: Scene, scale: Scale): void {
    const { width, height } = context.canvas;
    const { items, backdrop } = scene;
    const setting = { width, height, scale, backdrop };
    const still = equal(this.last?.setting, setting) ? sameAtStart(this.last!.items, items) : 0;
    this.last = { setting, items };

    const known = this.knownItems(setting, items);
    if (known > 0) copy(context, this.kept!.scratch.image);
    else paintBackdrop(context, scene, scale);
    const settled = Math.max(known, still);
    if (settled > known) {
      paintOver(context, items.slice(known, settled), this.tools, scale);
      this.keep(context, setting, items.slice(0, settled));
    }
    paintOver(context, items.slice(settled), this.tools, scale);
  }

  close(): void {
    this.kept?.scratch.release();
    this.kept = null;
    this.last = null;
  }

  /** How many items at the start the kept canvas shows. */
  private knownItems(setting: PaintSetting, items: readonly DrawItem[]): number {
    const { kept } = this;
    if (!kept || !equal(kept.setting, setting)) return 0;
    return sameAtStart(kept.items, items) === kept.items.length ? kept.items.length : 0;
  }

  private keep(context: PaintContext, setting: PaintSetting, items: readonly DrawItem[]): void {
    const { width, height } = setting;
    const fits = this.kept?.setting.width === width && this.kept.setting.height === height;
    if (!fits) this.kept?.scratch.release();
    const scratch = fits ? this.kept!.scratch : this.tools.scratch(width, height);
    copy(scratch.context, context.canvas as CanvasImageSource);
    this.kept = { setting, items, scratch };
  }
}

/** How many items at the start of both lists are the same. */
function sameAtStart(a: readonly DrawItem[], b: readonly DrawItem[]): number {
  const differs = a.findIndex((item, i) => !equal(item, b[i]));
  return differs < 0 ? Math.min(a.length, b.length) : differs;
}

function copy(context: PaintContext, image: CanvasImageSource): void {
  context.save();
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.globalCompositeOperation = 'copy';
  context.drawImage(image, 0, 0);
  context.restore();
}
