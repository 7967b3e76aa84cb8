import type { Blend } from '@/core/document';
import type { ArtworkItem, DrawItem, GroupItem, Outline, PictureItem, Scene } from '@/core/scene';
import type { PaintContext, PaintTools } from './tools';

const BLENDS: Readonly<Record<Blend, GlobalCompositeOperation>> = {
  normal: 'source-over',
  multiply: 'multiply',
  screen: 'screen',
};

/**
 * Paints a scene over what the canvas holds.
 * @param scale canvas pixels per scene pixel, across and down
 */
export function paintScene(
  context: PaintContext,
  scene: Scene,
  tools: PaintTools,
  scale: { readonly x: number; readonly y: number },
): void {
  context.save();
  context.setTransform(scale.x, 0, 0, scale.y, 0, 0);
  context.imageSmoothingQuality = 'medium';
  if (scene.backdrop) {
    context.fillStyle = scene.backdrop;
    context.fillRect(0, 0, scene.width, scene.height);
  }
  paintItems(context, scene.items, tools);
  context.restore();
}

function paintItems(context: PaintContext, items: readonly DrawItem[], tools: PaintTools): void {
  for (const item of items) {
    if (item.kind === 'artwork') paintArtwork(context, item, tools);
    else if (item.kind === 'picture') paintPicture(context, item, tools);
    else paintGroup(context, item, tools);
  }
}

function paintPicture(context: PaintContext, item: PictureItem, tools: PaintTools): void {
  const picture = tools.picture(item);
  if (!picture) return;
  context.save();
  context.globalAlpha = item.opacity;
  context.globalCompositeOperation = BLENDS[item.blend];
  context.transform(...item.matrix);
  context.drawImage(picture, 0, 0, item.width, item.height);
  context.restore();
}

function paintGroup(context: PaintContext, item: GroupItem, tools: PaintTools): void {
  const draw = (target: PaintContext) => {
    target.transform(...item.matrix);
    target.beginPath();
    target.rect(0, 0, item.width, item.height);
    target.clip();
    paintItems(target, item.items, tools);
  };
  const alone =
    item.opacity < 1 ||
    item.blend !== 'normal' ||
    item.items.some((inner) => inner.blend !== 'normal');
  if (alone) paintAlone(context, item.opacity, item.blend, tools, draw);
  else paintDirectly(context, draw);
}

/** Outlines of equal opacity are one path, so that their shadows and borders meet without seams. */
function paintArtwork(context: PaintContext, item: ArtworkItem, tools: PaintTools): void {
  for (const [opacity, outlines] of byOpacity(item.outlines)) {
    const path = joinedPath(outlines, tools);
    const draw = (target: PaintContext) => paintLook(target, item, path);
    const alpha = item.opacity * opacity;
    const layered = item.border !== null || item.shadow !== null;
    if ((alpha < 1 || item.blend !== 'normal') && layered) {
      paintAlone(context, alpha, item.blend, tools, draw);
    } else {
      paintDirectly(context, (target) => {
        target.globalAlpha = alpha;
        target.globalCompositeOperation = BLENDS[item.blend];
        draw(target);
      });
    }
  }
}

function byOpacity(outlines: readonly Outline[]): ReadonlyMap<number, readonly Outline[]> {
  const groups = new Map<number, Outline[]>();
  for (const outline of outlines) {
    const group = groups.get(outline.opacity);
    if (group) group.push(outline);
    else groups.set(outline.opacity, [outline]);
  }
  return groups;
}

function joinedPath(outlines: readonly Outline[], tools: PaintTools): Path2D {
  const joined = tools.path();
  for (const { d, matrix } of outlines) joined.addPath(tools.path(d), tools.matrix(matrix));
  return joined;
}

function paintLook(context: PaintContext, item: ArtworkItem, path: Path2D): void {
  const { fill, border, shadow } = item;
  if (shadow && shadow.opacity > 0) paintShadow(context, item, path);
  if (border && border.width > 0) {
    context.strokeStyle = border.colour;
    context.lineJoin = 'round';
    // Half of the stroke lies under the fill.
    context.lineWidth = border.width * 2 * item.enlargement;
    context.stroke(path);
  }
  if (fill.opacity > 0) {
    context.save();
    context.globalAlpha *= fill.opacity;
    context.fillStyle = fill.colour;
    context.fill(path);
    context.restore();
  }
}

/** Draws the shadow alone: what casts it lies beyond the canvas, its shadow is shifted back. */
function paintShadow(context: PaintContext, item: ArtworkItem, path: Path2D): void {
  const shadow = item.shadow!;
  const { a, b, c, d, e, f } = context.getTransform();
  const pixels = Math.sqrt(Math.abs(a * d - b * c)) * item.enlargement;
  const away = context.canvas.width * 2 + 10_000;
  context.save();
  context.globalAlpha *= shadow.opacity;
  context.setTransform(a, b, c, d, e - away, f);
  context.shadowColor = shadow.colour;
  context.shadowBlur = shadow.blur * pixels;
  context.shadowOffsetX = shadow.dx * pixels + away;
  context.shadowOffsetY = shadow.dy * pixels;
  context.fillStyle = shadow.colour;
  context.fill(path);
  if (item.border && item.border.width > 0) {
    context.strokeStyle = shadow.colour;
    context.lineJoin = 'round';
    context.lineWidth = item.border.width * 2 * item.enlargement;
    context.stroke(path);
  }
  context.restore();
}

function paintDirectly(context: PaintContext, draw: (target: PaintContext) => void): void {
  context.save();
  draw(context);
  context.restore();
}

/** Paints on an empty canvas first, so that opacity and blend count once for all that is drawn. */
function paintAlone(
  context: PaintContext,
  opacity: number,
  blend: Blend,
  tools: PaintTools,
  draw: (target: PaintContext) => void,
): void {
  const { width, height } = context.canvas;
  const scratch = tools.scratch(width, height);
  const { a, b, c, d, e, f } = context.getTransform();
  scratch.context.save();
  scratch.context.setTransform(a, b, c, d, e, f);
  draw(scratch.context);
  scratch.context.restore();
  context.save();
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.globalAlpha = opacity;
  context.globalCompositeOperation = BLENDS[blend];
  context.drawImage(scratch.image, 0, 0);
  context.restore();
  scratch.release();
}
