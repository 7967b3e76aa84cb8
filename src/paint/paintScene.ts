import type { Shadow } from '@/core/document';
import {
  inverse,
  type ArtworkItem,
  type DrawItem,
  type GroupItem,
  type Outline,
  type PictureItem,
  type Point,
  type Scene,
  type Shading,
} from '@/core/scene';
import { compositeOf, mixOf } from './blends';
import { gradientOf } from './gradient';
import { ALONE, paintAlone, paintDirectly, setShadow } from './paintAlone';
import { pixelsPerUnit } from './pixelsPerUnit';
import { paintMasks } from './paintMasks';
import type { PaintContext, PaintTools } from './tools';

/** Canvas pixels per scene pixel. */
export interface Scale {
  readonly x: number;
  readonly y: number;
  /** The point of the scene that lies in the canvas's corner; its own where it is left out. */
  readonly origin?: Point;
}

function applyScale(context: PaintContext, { x, y, origin }: Scale): void {
  context.setTransform(x, 0, 0, y, -(origin?.x ?? 0) * x, -(origin?.y ?? 0) * y);
}

/** Paints a scene over what the canvas holds, its backdrop first. */
export function paintScene(
  context: PaintContext,
  scene: Scene,
  tools: PaintTools,
  scale: Scale,
): void {
  paintBackdrop(context, scene, scale);
  paintOver(context, scene.items, tools, scale);
}

export function paintBackdrop(context: PaintContext, scene: Scene, scale: Scale): void {
  if (!scene.backdrop) return;
  context.save();
  applyScale(context, scale);
  context.fillStyle = scene.backdrop;
  context.fillRect(0, 0, scene.width, scene.height);
  context.restore();
}

/** Paints a scene's items over what the canvas holds. */
export function paintOver(
  context: PaintContext,
  items: readonly DrawItem[],
  tools: PaintTools,
  scale: Scale,
): void {
  context.save();
  applyScale(context, scale);
  context.imageSmoothingQuality = 'medium';
  paintItems(context, items, tools);
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
  const draw = (target: PaintContext) => drawPicture(target, item, tools);
  if (mixOf(item.blend)) paintAlone(context, item, tools, draw);
  else {
    paintDirectly(context, (target) => {
      target.globalAlpha = item.opacity;
      target.globalCompositeOperation = compositeOf(item.blend);
      draw(target);
    });
  }
}

function drawPicture(context: PaintContext, item: PictureItem, tools: PaintTools): void {
  const picture = tools.picture(item);
  if (!picture) return;
  context.transform(...item.matrix);
  context.drawImage(picture, 0, 0, item.width, item.height);
}

function paintGroup(context: PaintContext, item: GroupItem, tools: PaintTools): void {
  const slanted = item.canvas !== null && isSlanted(context, item.matrix);
  const draw = (target: PaintContext) => {
    target.save();
    target.transform(...item.matrix);
    if (item.canvas && !slanted) clipToCanvas(target, item.canvas);
    paintItems(target, item.items, tools);
    if (item.canvas && slanted) keepCanvas(target, item.canvas);
    target.restore();
    paintMasks(target, item.masks, tools, paintItems);
  };
  const alone =
    slanted ||
    item.opacity < 1 ||
    item.blend !== 'normal' ||
    item.masks.length > 0 ||
    item.effects !== null ||
    item.shadow !== null ||
    item.glow !== null ||
    item.items.some((inner) => inner.blend !== 'normal');
  if (alone) paintAlone(context, item, tools, draw);
  else paintDirectly(context, draw);
}

type Canvas = NonNullable<GroupItem['canvas']>;

/** Whether a matrix lays the sides of a box across the pixels' rows and columns. */
function isSlanted(context: PaintContext, [a, b, c, d]: GroupItem['matrix']): boolean {
  const at = context.getTransform();
  const [xx, xy] = [at.a * a + at.c * b, at.b * a + at.d * b];
  const [yx, yy] = [at.a * c + at.c * d, at.b * c + at.d * d];
  const level = xy === 0 && yx === 0;
  const upright = xx === 0 && yy === 0;
  return !level && !upright;
}

/** Only where the sides lie along the pixels: a worker's canvas does not smooth what it clips. */
function clipToCanvas(context: PaintContext, { width, height }: Canvas): void {
  context.beginPath();
  context.rect(0, 0, width, height);
  context.clip();
}

function keepCanvas(context: PaintContext, { width, height }: Canvas): void {
  context.globalAlpha = 1;
  context.globalCompositeOperation = 'destination-in';
  context.fillStyle = '#000000';
  context.fillRect(0, 0, width, height);
}

/** Outlines of equal opacity are one path, so that their shadows and borders meet without seams. */
function paintArtwork(context: PaintContext, item: ArtworkItem, tools: PaintTools): void {
  const groups = byOpacity(item.outlines);
  if (item.wall) paintWall(context, item, groups, tools);
  for (const [opacity, outlines] of groups) {
    const path = joinedPath(outlines, tools);
    const draw = (target: PaintContext) => paintLook(target, item, path, tools);
    const alpha = item.opacity * opacity;
    const layered =
      item.border !== null ||
      item.shadow !== null ||
      item.glow !== null ||
      item.fill.kind === 'picture';
    if (((alpha < 1 || item.blend !== 'normal') && layered) || mixOf(item.blend)) {
      paintAlone(context, { ...ALONE, opacity: alpha, blend: item.blend }, tools, draw);
    } else {
      paintDirectly(context, (target) => {
        target.globalAlpha = alpha;
        target.globalCompositeOperation = compositeOf(item.blend);
        draw(target);
      });
    }
  }
}

/** Fills the scene's area and takes the outlines out of it, as far as they are there. */
function paintWall(
  context: PaintContext,
  item: ArtworkItem,
  groups: ReadonlyMap<number, readonly Outline[]>,
  tools: PaintTools,
): void {
  const { colour, opacity, width, height } = item.wall!;
  paintAlone(
    context,
    { ...ALONE, opacity: opacity * item.opacity, blend: item.blend },
    tools,
    (target) => {
      target.fillStyle = colour;
      target.fillRect(0, 0, width, height);
      target.globalCompositeOperation = 'destination-out';
      for (const [alpha, outlines] of groups) {
        target.globalAlpha = alpha;
        target.fill(joinedPath(outlines, tools));
      }
    },
  );
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

/** A wall takes the place of the fill: the outlines are holes in it. */
function paintLook(
  context: PaintContext,
  item: ArtworkItem,
  path: Path2D,
  tools: PaintTools,
): void {
  const { border, shadow, glow } = item;
  if (glow && glow.opacity > 0) castShadow(context, item, path, { ...glow, dx: 0, dy: 0 });
  if (shadow && shadow.opacity > 0) castShadow(context, item, path, shadow);
  const bordered = border !== null && border.width > 0;
  if (bordered && border.side === 'outside') strokeBorder(context, item, path, 2);
  if (!item.wall) paintFill(context, item, path, tools);
  if (bordered && border.side === 'centre') strokeBorder(context, item, path, 1);
  if (bordered && border.side === 'inside') {
    const draw = (target: PaintContext) => strokeBorder(target, item, path, 2);
    paintInside(context, path, 1, tools, draw);
  }
}

/**
 * Paints what lies within a path, with the soft edge that the path has when it is filled. A clip would
 * not do: a worker's canvas has it end at whole pixels.
 */
function paintInside(
  context: PaintContext,
  path: Path2D,
  opacity: number,
  tools: PaintTools,
  draw: (target: PaintContext) => void,
): void {
  paintAlone(context, { opacity, blend: 'normal' }, tools, (target) => {
    paintDirectly(target, draw);
    target.globalCompositeOperation = 'destination-in';
    target.fill(path);
  });
}

/** @param times how many times the border's width is stroked: both sides of the outline count */
function strokeBorder(context: PaintContext, item: ArtworkItem, path: Path2D, times: number): void {
  context.strokeStyle = item.border!.colour;
  context.lineJoin = 'round';
  context.lineWidth = item.border!.width * times * item.enlargement;
  context.stroke(path);
}

function paintFill(
  context: PaintContext,
  { fill }: ArtworkItem,
  path: Path2D,
  tools: PaintTools,
): void {
  if (fill.opacity <= 0) return;
  if (fill.kind === 'picture') {
    const draw = (target: PaintContext) => drawPicture(target, fill.picture, tools);
    return paintInside(context, path, fill.opacity, tools, draw);
  }
  context.save();
  context.globalAlpha *= fill.opacity;
  if (fill.kind === 'colour') {
    context.fillStyle = fill.colour;
    context.fill(path);
  } else {
    fillShaded(context, fill.shading, path, tools);
  }
  context.restore();
}

/** The gradient has a map of its own, which the outline is taken back through. */
function fillShaded(
  context: PaintContext,
  shading: Shading,
  path: Path2D,
  tools: PaintTools,
): void {
  const mapped = tools.path();
  mapped.addPath(path, tools.matrix(inverse(shading.matrix)));
  context.transform(...shading.matrix);
  context.fillStyle = gradientOf(context, shading);
  context.fill(mapped);
}

/** Draws the shadow alone: what casts it lies beyond the canvas, its shadow is shifted back. */
function castShadow(context: PaintContext, item: ArtworkItem, path: Path2D, shadow: Shadow): void {
  const { a, b, c, d, e, f } = context.getTransform();
  const away = context.canvas.width * 2 + 10_000;
  context.save();
  setShadow(context, shadow, pixelsPerUnit(context) * item.enlargement, away);
  context.setTransform(a, b, c, d, e - away, f);
  context.fillStyle = shadow.colour;
  context.fill(path);
  if (item.border && item.border.width > 0 && item.border.side !== 'inside') {
    const times = item.border.side === 'outside' ? 2 : 1;
    context.strokeStyle = shadow.colour;
    context.lineJoin = 'round';
    context.lineWidth = item.border.width * times * item.enlargement;
    context.stroke(path);
  }
  context.restore();
}
