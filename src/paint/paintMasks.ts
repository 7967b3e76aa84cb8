import { LUMA } from '@/core/colour';
import { unknownKind } from '@/core/errors';
import type { DrawItem, Mask } from '@/core/scene';
import { featherStops } from '@/core/scene/featherStops';
import { roundedPath } from '@/core/shapes/rounded';
import { fillEverywhere, gradientOf } from './gradient';
import { pixelsPerUnit } from './pixelsPerUnit';
import type { PaintContext, PaintTools } from './tools';

type PaintItems = (context: PaintContext, items: readonly DrawItem[], tools: PaintTools) => void;

/** Leaves of what the canvas holds only what lies in every mask. */
export function paintMasks(
  context: PaintContext,
  masks: readonly Mask[],
  tools: PaintTools,
  paintItems: PaintItems,
): void {
  for (const mask of masks) {
    context.save();
    context.globalCompositeOperation = 'destination-in';
    keepWithin(context, mask, tools, paintItems);
    context.restore();
  }
}

/** Leaves what lies in one mask; a kind of mask without a case of its own does not compile. */
function keepWithin(
  context: PaintContext,
  mask: Mask,
  tools: PaintTools,
  paintItems: PaintItems,
): void {
  switch (mask.kind) {
    case 'items':
      return keepItems(context, mask, tools, paintItems);
    case 'shading':
      context.transform(...mask.shading.matrix);
      context.fillStyle = gradientOf(context, mask.shading);
      return fillEverywhere(context);
    case 'polygon':
      return keepPolygon(context, mask, tools);
    case 'outline':
      return keepOutline(context, mask, tools);
    case 'lines':
      return darkenLines(context, mask);
    case 'path':
      context.transform(...mask.matrix);
      return context.fill(tools.path(mask.d));
    case 'box':
      return keepBox(context, mask, tools);
    default:
      throw unknownKind('mask', mask);
  }
}

type PolygonMask = Extract<Mask, { kind: 'polygon' }>;

function keepPolygon(context: PaintContext, mask: PolygonMask, tools: PaintTools): void {
  const { width, height } = context.canvas;
  const { a, b, c, d, e, f } = context.getTransform();
  const scratch = tools.scratch(width, height);
  scratch.context.save();
  scratch.context.setTransform(a, b, c, d, e, f);
  scratch.context.transform(...mask.matrix);
  scratch.context.fillStyle = '#000000';
  scratch.context.fill(tools.path(mask.d));
  scratch.context.restore();
  const pixels = pixelsPerUnit(context) * mask.feather;
  context.setTransform(1, 0, 0, 1, 0, 0);
  if (pixels > 0) context.filter = `blur(${pixels.toFixed(3)}px)`;
  if (mask.inverted) context.globalCompositeOperation = 'destination-out';
  context.drawImage(scratch.image, 0, 0);
  scratch.release();
}

/**
 * The path with a line as wide as the feather taken off round it, blurred by a quarter of that: nothing of it is left
 * on the outline, and all of it a feather's width further in.
 */
function keepOutline(
  context: PaintContext,
  { d, matrix, feather }: Extract<Mask, { kind: 'outline' }>,
  tools: PaintTools,
): void {
  const { width, height } = context.canvas;
  const scratch = tools.scratch(width, height);
  const inner = scratch.context;
  inner.save();
  const { a, b, c, d: down, e, f } = context.getTransform();
  inner.setTransform(a, b, c, down, e, f);
  inner.transform(...matrix);
  inner.fillStyle = inner.strokeStyle = '#000000';
  inner.fill(tools.path(d));
  inner.globalCompositeOperation = 'destination-out';
  inner.lineJoin = 'round';
  inner.lineWidth = feather;
  inner.stroke(tools.path(d));
  const pixels = (pixelsPerUnit(inner) * feather) / 4;
  inner.restore();
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.filter = `blur(${pixels.toFixed(3)}px)`;
  context.drawImage(scratch.image, 0, 0);
  scratch.release();
}

/** Every second line is darker, each of them half of the spacing high. */
function darkenLines(context: PaintContext, mask: Extract<Mask, { kind: 'lines' }>): void {
  const { box, spacing, strength, matrix } = mask;
  context.transform(...matrix);
  context.globalCompositeOperation = 'destination-out';
  context.globalAlpha = strength;
  for (let y = box.top; y < box.bottom; y += spacing) {
    context.fillRect(box.left, y, box.right - box.left, spacing / 2);
  }
}

type BoxMask = Extract<Mask, { kind: 'box' }>;

/** Feathers are gradients, one a direction: far cheaper than a blurred box. */
function keepBox(
  context: PaintContext,
  { box, feather, radius, matrix }: BoxMask,
  tools: PaintTools,
) {
  context.transform(...matrix);
  const { left, top, right, bottom } = box;
  const limit = Math.min(right - left, bottom - top) / 2;
  context.fill(tools.path(roundedPath(box, Math.max(0, Math.min(radius, limit)))));
  if (feather.left + feather.right > 0) {
    context.fillStyle = featherGradient(
      context.createLinearGradient(left, 0, right, 0),
      right - left,
      feather.left,
      feather.right,
    );
    fillEverywhere(context);
  }
  if (feather.top + feather.bottom > 0) {
    context.fillStyle = featherGradient(
      context.createLinearGradient(0, top, 0, bottom),
      bottom - top,
      feather.top,
      feather.bottom,
    );
    fillEverywhere(context);
  }
}

function featherGradient(
  gradient: CanvasGradient,
  length: number,
  before: number,
  after: number,
): CanvasGradient {
  for (const { at, opacity } of featherStops(length, before, after)) {
    gradient.addColorStop(at, `rgba(0,0,0,${opacity})`);
  }
  return gradient;
}

function keepItems(
  context: PaintContext,
  mask: Extract<Mask, { kind: 'items' }>,
  tools: PaintTools,
  paintItems: PaintItems,
): void {
  const { width, height } = context.canvas;
  const scratch = tools.scratch(width, height);
  const { a, b, c, d, e, f } = context.getTransform();
  scratch.context.save();
  scratch.context.setTransform(a, b, c, d, e, f);
  paintItems(scratch.context, mask.items, tools);
  scratch.context.restore();
  if (mask.by === 'luma') alphaFromLuma(scratch.context);
  context.setTransform(1, 0, 0, 1, 0, 0);
  if (mask.inverted) context.globalCompositeOperation = 'destination-out';
  context.drawImage(scratch.image, 0, 0);
  scratch.release();
}

/** Makes alpha what a pixel's light is over black, by BT.709 luma. */
function alphaFromLuma(context: PaintContext): void {
  const { width, height } = context.canvas;
  const pixels = context.getImageData(0, 0, width, height);
  const { data } = pixels;
  for (let at = 0; at < data.length; at += 4) {
    const luma = LUMA.r * data[at] + LUMA.g * data[at + 1] + LUMA.b * data[at + 2];
    data[at + 3] = (luma * data[at + 3]) / 255;
  }
  context.putImageData(pixels, 0, 0);
}
