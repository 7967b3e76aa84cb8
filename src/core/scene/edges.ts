import type { Fade, Gradient, Layer, Piece } from '../document/layers';
import type { MoveMask } from '../moves/change';
import { croppedBox } from './artwork';
import { keptSide } from './cut';
import { boxCentre, type Box } from '../geometry/box';
import { multiply, scaling, translation, type Matrix, type Point } from '../geometry/matrix';
import type { Mask, Shading } from './types';

/** Far enough to lie beyond any canvas. */
const FAR = 1e6;

const CLEAR = { colour: '#000000', opacity: 0 };
const SOLID = { colour: '#000000', opacity: 1 };

/** A line across a box along an angle, so that its ends touch the box's corners. */
export function lineAcross(box: Box, angle: number): { from: Point; to: Point } {
  const radians = (angle * Math.PI) / 180;
  const [cos, sin] = [Math.cos(radians), Math.sin(radians)];
  const half =
    ((box.right - box.left) * Math.abs(cos) + (box.bottom - box.top) * Math.abs(sin)) / 2;
  const { x, y } = boxCentre(box);
  return {
    from: { x: x - cos * half, y: y - sin * half },
    to: { x: x + cos * half, y: y + sin * half },
  };
}

/** Maps the unit circle to the ellipse that touches a box's sides. */
const ellipseIn = (box: Box): Matrix => {
  const { x, y } = boxCentre(box);
  return multiply(
    translation(x, y),
    scaling((box.right - box.left) / 2, (box.bottom - box.top) / 2),
  );
};

/** A gradient over a box, in the pixels that `matrix` leads to. */
export function shadingOf(
  gradient: Pick<Gradient, 'kind' | 'angle' | 'stops'>,
  box: Box,
  matrix: Matrix,
): Shading {
  const { kind, angle, stops } = gradient;
  const sorted = [...stops].sort((a, b) => a.at - b.at);
  if (kind === 'radial') {
    return {
      from: { x: 0, y: 0 },
      to: { x: 1, y: 0 },
      radial: true,
      stops: sorted,
      matrix: multiply(matrix, ellipseIn(box)),
    };
  }
  return { ...lineAcross(box, angle), radial: false, stops: sorted, matrix };
}

/**
 * What a layer's crop, feathered sides, corners, soft outline, cut and fade leave of it.
 * @param outline of a shape, as SVG path data in layer pixels
 */
export function edgeMasks(
  layer: Layer,
  box: Box,
  cut: Piece['cut'],
  matrix: Matrix,
  outline: string,
): readonly Mask[] {
  const { crop, feather, radius } = layer.edges;
  const masks: Mask[] = [];
  const soft = Object.values(feather).some((width) => width > 0);
  // A picture's own outline is cropped and rounded already.
  const isBox = layer.kind === 'picture' || layer.kind === 'clip';
  const cropped = Object.values(crop).some((share) => share > 0) || radius > 0;
  if (soft || (cropped && !isBox)) {
    masks.push({ kind: 'box', box: croppedBox(box, crop), feather, radius, matrix });
  }
  if (layer.kind === 'shape' && layer.softOutline > 0) {
    masks.push({ kind: 'outline', d: outline, matrix, feather: layer.softOutline });
  }
  if (cut) masks.push({ kind: 'path', d: keptSide(cut), matrix });
  if (layer.fade) masks.push({ kind: 'shading', shading: fadeShading(layer.fade, box, matrix) });
  return masks;
}

function fadeShading(fade: Fade, box: Box, matrix: Matrix): Shading {
  const stops = fade.stops.map(({ at, opacity }) => ({ ...SOLID, at: at + fade.shift, opacity }));
  return shadingOf({ ...fade, stops: withinWay(stops) }, box, matrix);
}

interface AlphaStop {
  readonly at: number;
  readonly colour: string;
  readonly opacity: number;
}

/** Stops within 0…1: at an end that lies between two stops, a new one has the opacity interpolated there. */
function withinWay(stops: readonly AlphaStop[]): readonly AlphaStop[] {
  const sorted = [...stops].sort((a, b) => a.at - b.at);
  const inside = sorted.filter(({ at }) => at > 0 && at < 1);
  return [
    { ...SOLID, at: 0, opacity: opacityAt(sorted, 0) },
    ...inside,
    { ...SOLID, at: 1, opacity: opacityAt(sorted, 1) },
  ];
}

function opacityAt(sorted: readonly AlphaStop[], at: number): number {
  if (sorted.length === 0) return 1;
  const next = sorted.findIndex((stop) => stop.at >= at);
  if (next < 0) return sorted[sorted.length - 1].opacity;
  if (next === 0) return sorted[0].opacity;
  const [a, b] = [sorted[next - 1], sorted[next]];
  return a.opacity + ((b.opacity - a.opacity) * (at - a.at)) / (b.at - a.at);
}

/** The mask of a move, in the pixels that `matrix` leads to. */
export function moveMask(mask: MoveMask, matrix: Matrix): Mask {
  switch (mask.kind) {
    case 'ledge':
      return { kind: 'path', d: ledge(mask.box, mask.side), matrix };
    case 'wipe':
      return {
        kind: 'shading',
        shading: {
          ...lineAcross(mask.box, mask.angle),
          radial: false,
          stops: edgeStops(mask.shown, mask.softness),
          matrix,
        },
      };
    case 'iris':
      return {
        kind: 'shading',
        shading: {
          from: { x: 0, y: 0 },
          to: { x: 1, y: 0 },
          radial: true,
          stops: edgeStops(mask.shown, mask.softness),
          matrix: multiply(matrix, circleRound(mask.box)),
        },
      };
  }
}

/**
 * Gradient stops of a wipe's soft edge. At `shown` 0 all of the edge lies before the gradient, so that nothing is
 * seen; at 1 all of it lies behind, so that nothing is softened.
 */
function edgeStops(shown: number, softness: number): Shading['stops'] {
  const soft = Math.max(softness, 1e-4);
  const edge = shown * (1 + soft);
  const [from, to] = [edge - soft, edge];
  const at = (share: number) => Math.min(1, Math.max(0, (to - share) / soft));
  return [
    { ...SOLID, at: 0, opacity: at(0) },
    ...(from > 0 ? [{ ...SOLID, at: Math.min(1, from) }] : []),
    ...(to < 1 ? [{ ...CLEAR, at: Math.max(0, to) }] : []),
    { ...SOLID, at: 1, opacity: at(1) },
  ];
}

/** Maps the unit circle to the circle round a box. */
const circleRound = (box: Box): Matrix => {
  const { x, y } = boxCentre(box);
  const radius = Math.hypot(box.right - box.left, box.bottom - box.top) / 2;
  return multiply(translation(x, y), scaling(radius, radius));
};

/** Everything on a box's side of one of its edges: left, top, right, bottom. */
function ledge({ left, top, right, bottom }: Box, side: number): string {
  const area = [-FAR, -FAR, FAR, FAR];
  area[side] = [left, top, right, bottom][side];
  const [l, t, r, b] = area;
  return `M${l} ${t}H${r}V${b}H${l}Z`;
}
