import { boxAround, type Box, type Quad } from '../geometry/box';
import { safeArea } from '../place';
import type { Stack } from '../document/types';
import { movedLayer } from './canvas';
import { changeLayer, findLayer, offsetWithin } from './layers';

export type Alignment = 'left' | 'centre' | 'right' | 'top' | 'middle' | 'bottom';

/**
 * Aligns layers by their boxes: one alone with the canvas, several with the box round them all.
 * @param quads where each layer rests, in document pixels
 */
export function alignLayers<S extends Stack>(
  stack: S,
  ids: readonly string[],
  quads: ReadonlyMap<string, Quad>,
  to: Alignment,
): S {
  const boxes = boxesOf(ids, quads);
  const canvas = { left: 0, top: 0, right: stack.width, bottom: stack.height };
  const frame = boxes.length === 1 ? canvas : around(boxes.map(({ box }) => box));
  return boxes.reduce((next, { id, box }) => {
    const { dx, dy } = alignShift(box, frame, to);
    return shiftedBy(next, id, dx, dy);
  }, stack);
}

function alignShift(box: Box, frame: Box, to: Alignment): { dx: number; dy: number } {
  switch (to) {
    case 'left':
      return { dx: frame.left - box.left, dy: 0 };
    case 'centre':
      return { dx: (frame.left + frame.right - box.left - box.right) / 2, dy: 0 };
    case 'right':
      return { dx: frame.right - box.right, dy: 0 };
    case 'top':
      return { dx: 0, dy: frame.top - box.top };
    case 'middle':
      return { dx: 0, dy: (frame.top + frame.bottom - box.top - box.bottom) / 2 };
    case 'bottom':
      return { dx: 0, dy: frame.bottom - box.bottom };
  }
}

/** Spaces three or more layers out evenly: the gaps between neighbours become equal. */
export function distributeLayers<S extends Stack>(
  stack: S,
  ids: readonly string[],
  quads: ReadonlyMap<string, Quad>,
  along: 'across' | 'down',
): S {
  const across = along === 'across';
  const start = (box: Box) => (across ? box.left : box.top);
  const end = (box: Box) => (across ? box.right : box.bottom);
  const boxes = [...boxesOf(ids, quads)].sort((a, b) => start(a.box) - start(b.box));
  if (boxes.length < 3) return stack;
  const whole = around(boxes.map(({ box }) => box));
  const filled = boxes.reduce((sum, { box }) => sum + end(box) - start(box), 0);
  const gap = (end(whole) - start(whole) - filled) / (boxes.length - 1);
  let at = start(whole);
  return boxes.reduce((next, { id, box }) => {
    const by = at - start(box);
    at += end(box) - start(box) + gap;
    return shiftedBy(next, id, across ? by : 0, across ? 0 : by);
  }, stack);
}

const boxesOf = (ids: readonly string[], quads: ReadonlyMap<string, Quad>) =>
  ids.flatMap((id) => {
    const quad = quads.get(id);
    return quad ? [{ id, box: boxAround(quad) }] : [];
  });

const around = (boxes: readonly Box[]): Box =>
  boxAround(
    boxes.flatMap(({ left, top, right, bottom }) => [
      { x: left, y: top },
      { x: right, y: bottom },
    ]),
  );

export type Corner = 'top left' | 'top right' | 'bottom left' | 'bottom right' | 'middle';

/** Width of a picture in the picture, as a share of the canvas. */
const SMALL = 0.3;

/**
 * Makes a layer small and puts it in a corner of the safe area.
 * @param quad where it rests now, in document pixels
 */
export function placeSmall<S extends Stack>(stack: S, id: string, quad: Quad, corner: Corner): S {
  const layer = findLayer(stack, id);
  const box = boxAround(quad);
  if (!layer || box.right <= box.left) return stack;
  const factor = (SMALL * stack.width) / (box.right - box.left);
  const scale = layer.place.scale * factor;
  const at = { x: layer.place.x, y: layer.place.y };
  const small = {
    left: at.x + (box.left - at.x) * factor,
    top: at.y + (box.top - at.y) * factor,
    right: at.x + (box.right - at.x) * factor,
    bottom: at.y + (box.bottom - at.y) * factor,
  };
  const { left, top, right, bottom } = safeArea(stack);
  const dx = corner.endsWith('left') ? left - small.left : right - small.right;
  const dy = corner.startsWith('top') ? top - small.top : bottom - small.bottom;
  const middle = {
    dx: (left + right - small.left - small.right) / 2,
    dy: (top + bottom - small.top - small.bottom) / 2,
  };
  const by = corner === 'middle' ? middle : { dx, dy };
  const scaled = changeLayer(stack, id, (entry) => ({
    ...entry,
    place: { ...entry.place, scale },
  }));
  return shiftedBy(scaled, id, by.dx, by.dy);
}

/** Shifts a layer by document pixels. */
export function shiftedBy<S extends Stack>(stack: S, id: string, dx: number, dy: number): S {
  const layer = findLayer(stack, id);
  if (!layer || (dx === 0 && dy === 0)) return stack;
  const offset = offsetWithin(stack, layer, dx, dy);
  return changeLayer(stack, id, (entry) => movedLayer(entry, offset.x, offset.y));
}
