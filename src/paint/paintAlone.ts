import { applyTable } from '@/core/colour/cube';
import type { Blend, Glow, Shadow } from '@/core/document';
import type { GroupItem } from '@/core/scene';
import { compositeOf, mixOf, mixPixels, type Mix } from './blends';
import { pixelsPerUnit } from './pixelsPerUnit';
import type { PaintContext, PaintTools } from './tools';

export function paintDirectly(context: PaintContext, draw: (target: PaintContext) => void): void {
  context.save();
  draw(context);
  context.restore();
}

/** How a picture that was painted apart is laid in. */
interface Laying {
  readonly opacity: number;
  readonly blend: Blend;
  readonly effects: GroupItem['effects'];
  readonly shadow: Shadow | null;
  readonly glow: Glow | null;
  readonly enlargement: number;
}

export const ALONE: Laying = {
  opacity: 1,
  blend: 'normal',
  effects: null,
  shadow: null,
  glow: null,
  enlargement: 1,
};

/** Paints on an empty canvas first, so that opacity, blend and effects count once for all drawn. */
export function paintAlone(
  context: PaintContext,
  laying: Partial<Laying> & Pick<Laying, 'opacity' | 'blend'>,
  tools: PaintTools,
  draw: (target: PaintContext) => void,
): void {
  const { opacity, blend, effects, shadow, glow, enlargement } = { ...ALONE, ...laying };
  const { width, height } = context.canvas;
  const scratch = tools.scratch(width, height);
  const { a, b, c, d, e, f } = context.getTransform();
  const pixels = pixelsPerUnit(context) * enlargement;
  scratch.context.save();
  scratch.context.setTransform(a, b, c, d, e, f);
  draw(scratch.context);
  scratch.context.restore();
  if (effects) changeColours(scratch.context, effects, tools);
  if (effects && effects.tintStrength > 0) {
    scratch.context.save();
    scratch.context.globalCompositeOperation = 'source-atop';
    scratch.context.globalAlpha = effects.tintStrength;
    scratch.context.fillStyle = effects.tint;
    scratch.context.fillRect(0, 0, width, height);
    scratch.context.restore();
  }
  const lay = (part: (target: PaintContext) => void) =>
    layIn(context, { opacity, blend }, tools, part);
  if (glow) lay((target) => layShadow(target, scratch.image, { ...glow, dx: 0, dy: 0 }, pixels));
  if (shadow) lay((target) => layShadow(target, scratch.image, shadow, pixels));
  lay((target) => {
    if (effects) target.filter = filterOf(effects, pixels);
    target.drawImage(scratch.image, 0, 0);
  });
  scratch.release();
}

/** Lays a part in by a blend: by the canvas's own where it has it, else pixel by pixel. */
function layIn(
  context: PaintContext,
  { opacity, blend }: Pick<Laying, 'opacity' | 'blend'>,
  tools: PaintTools,
  part: (target: PaintContext) => void,
): void {
  const mix = mixOf(blend);
  if (mix) return mixIn(context, opacity, mix, tools, part);
  context.save();
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.globalAlpha = opacity;
  context.globalCompositeOperation = compositeOf(blend);
  part(context);
  context.restore();
}

function mixIn(
  context: PaintContext,
  opacity: number,
  mix: Mix,
  tools: PaintTools,
  part: (target: PaintContext) => void,
): void {
  const { width, height } = context.canvas;
  const scratch = tools.scratch(width, height);
  paintDirectly(scratch.context, part);
  const backdrop = context.getImageData(0, 0, width, height);
  const source = scratch.context.getImageData(0, 0, width, height);
  mixPixels(backdrop.data, source.data, opacity, mix);
  context.putImageData(backdrop, 0, 0);
  scratch.release();
}

/** By the table of colours, where there is one. */
function changeColours(
  context: PaintContext,
  { lut, lutStrength }: NonNullable<GroupItem['effects']>,
  tools: PaintTools,
): void {
  const table = lut && lutStrength > 0 ? tools.lut(lut) : null;
  if (!table) return;
  const { width, height } = context.canvas;
  const pixels = context.getImageData(0, 0, width, height);
  applyTable(pixels.data, table, lutStrength);
  context.putImageData(pixels, 0, 0);
}

export function setShadow(
  context: PaintContext,
  shadow: Shadow,
  pixels: number,
  away: number,
): void {
  context.globalAlpha *= shadow.opacity;
  context.shadowColor = shadow.colour;
  context.shadowBlur = shadow.blur * pixels;
  context.shadowOffsetX = shadow.dx * pixels + away;
  context.shadowOffsetY = shadow.dy * pixels;
}

function layShadow(
  context: PaintContext,
  image: CanvasImageSource,
  shadow: Shadow,
  pixels: number,
): void {
  const away = context.canvas.width * 2 + 10_000;
  context.save();
  setShadow(context, shadow, pixels, away);
  context.drawImage(image, -away, 0);
  context.restore();
}

function filterOf(effects: NonNullable<GroupItem['effects']>, pixels: number): string {
  const { blur, brightness, contrast, saturation, hue } = effects;
  const parts = [
    blur > 0 ? `blur(${(blur * pixels).toFixed(3)}px)` : '',
    brightness !== 1 ? `brightness(${brightness})` : '',
    contrast !== 1 ? `contrast(${contrast})` : '',
    saturation !== 1 ? `saturate(${saturation})` : '',
    hue !== 0 ? `hue-rotate(${hue}deg)` : '',
  ].filter((part) => part !== '');
  return parts.length > 0 ? parts.join(' ') : 'none';
}
