import { applyTable } from '@/core/colour/cube';
import type { Blend, Glow, Shadow } from '@/core/document';
import type {
  ArtworkItem,
  DrawItem,
  GroupItem,
  Outline,
  PictureItem,
  Point,
  Scene,
  Shading,
} from '@/core/scene';
import { compositeOf, mixOf, mixPixels } from './blends';
import { fillEverywhere, gradientOf } from './gradient';
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
  const draw = (target: PaintContext) => {
    target.save();
    target.transform(...item.matrix);
    if (item.canvas) {
      target.beginPath();
      target.rect(0, 0, item.canvas.width, item.canvas.height);
      target.clip();
    }
    paintItems(target, item.items, tools);
    target.restore();
    paintMasks(target, item.masks, tools, paintItems);
  };
  const alone =
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
    context.save();
    context.clip(path);
    strokeBorder(context, item, path, 2);
    context.restore();
  }
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
  context.save();
  context.globalAlpha *= fill.opacity;
  if (fill.kind === 'colour') {
    context.fillStyle = fill.colour;
    context.fill(path);
  } else if (fill.kind === 'shading') {
    fillShaded(context, fill.shading, path);
  } else {
    context.clip(path);
    drawPicture(context, fill.picture, tools);
  }
  context.restore();
}

/** The gradient has its own map, so the outline is clipped first and the gradient laid over all. */
function fillShaded(context: PaintContext, shading: Shading, path: Path2D): void {
  context.clip(path);
  context.transform(...shading.matrix);
  context.fillStyle = gradientOf(context, shading);
  fillEverywhere(context);
}

const pixelsPerUnit = (context: PaintContext): number => {
  const { a, b, c, d } = context.getTransform();
  return Math.sqrt(Math.abs(a * d - b * c));
};

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

function setShadow(context: PaintContext, shadow: Shadow, pixels: number, away: number): void {
  context.globalAlpha *= shadow.opacity;
  context.shadowColor = shadow.colour;
  context.shadowBlur = shadow.blur * pixels;
  context.shadowOffsetX = shadow.dx * pixels + away;
  context.shadowOffsetY = shadow.dy * pixels;
}

function paintDirectly(context: PaintContext, draw: (target: PaintContext) => void): void {
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

const ALONE: Laying = {
  opacity: 1,
  blend: 'normal',
  effects: null,
  shadow: null,
  glow: null,
  enlargement: 1,
};

/** Paints on an empty canvas first, so that opacity, blend and effects count once for all drawn. */
function paintAlone(
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
  context.save();
  context.setTransform(1, 0, 0, 1, 0, 0);
  const mix = mixOf(blend);
  if (mix) {
    const backdrop = context.getImageData(0, 0, width, height);
    const source = scratch.context.getImageData(0, 0, width, height);
    mixPixels(backdrop.data, source.data, opacity, mix);
    context.putImageData(backdrop, 0, 0);
  } else {
    context.globalAlpha = opacity;
    context.globalCompositeOperation = compositeOf(blend);
    if (glow) layShadow(context, scratch.image, { ...glow, dx: 0, dy: 0 }, pixels);
    if (shadow) layShadow(context, scratch.image, shadow, pixels);
    if (effects) context.filter = filterOf(effects, pixels);
    context.drawImage(scratch.image, 0, 0);
  }
  context.restore();
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
