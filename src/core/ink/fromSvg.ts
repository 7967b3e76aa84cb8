import { formatHex, parse } from 'culori';
import { SaxesParser, type SaxesTagPlain } from 'saxes';
import SvgPath from 'svgpath';
import type { Stroke } from '../document/layers';
import { MoonError } from '../errors';
import { boxAround, type Box } from '../geometry/box';
import { strokeAlong } from './alongPath';
import { mixed, pointsAlong, subpathsOf, type Corner } from './curves';

/** Presentation attributes that are looked at; they are passed on to what is inside. */
interface Look {
  readonly transform: string;
  readonly stroke: string;
  readonly fill: string;
  readonly width: number;
  readonly opacity: number;
  readonly hidden: boolean;
}

/** The initial values of SVG 1.1. */
const FIRST_LOOK: Look = {
  transform: '',
  stroke: 'none',
  fill: '#000000',
  width: 1,
  opacity: 1,
  hidden: false,
};

interface Found {
  readonly d: string;
  readonly look: Look;
}

/** What is inside these is drawn elsewhere, or not at all. */
const NOT_DRAWN = new Set(['defs', 'clippath', 'mask', 'symbol', 'pattern', 'marker', 'title']);

/** More would be no drawing that a hand could make. */
const MOST_PATHS = 2000;

/** Share of the canvas that the drawing fills at most. */
const FILLS = 0.8;

/** Canvas heights a second at which its lines are drawn. */
const SPEED = 0.8;

/**
 * The lines of an SVG as strokes, in its own order, made to fit a canvas about its middle. Shapes
 * without a line are drawn round their edge, and filled with their colour.
 * @throws MoonError 'media-unreadable' | 'not-found'
 */
export function strokesFromSvg(
  source: string,
  canvas: { readonly width: number; readonly height: number },
  newId: () => string,
): readonly Stroke[] {
  const lines = pathsOf(source).flatMap(({ d, look }) =>
    subpathsOf(SvgPath(d).transform(look.transform).toString()).map((subpath) => ({
      subpath,
      look,
    })),
  );
  if (lines.length === 0) {
    throw new MoonError(
      'not-found',
      'There are no lines or shapes in this SVG. Save it with its words turned into paths.',
    );
  }
  const box = boxAround(
    lines.flatMap(({ subpath }) => pointsAlong(subpath, Infinity).map(([x, y]) => ({ x, y }))),
  );
  const { scale, place } = fittedTo(canvas, box);
  return lines.map(({ subpath, look }) => {
    const lined = look.stroke !== 'none';
    const size = lined
      ? Math.max(1, look.width * scaleOf(look.transform) * scale)
      : canvas.height / 270;
    const points = pointsAlong(subpath, canvas.height / 180 / scale);
    const style = {
      colour: lined ? look.stroke : look.fill,
      fill: look.fill === 'none' || !subpath.closed ? null : look.fill,
      opacity: look.opacity,
      speed: SPEED * canvas.height,
    };
    const line = (points.length > 1 ? points : [points[0], points[0]]).map((at) => ({
      at: place(at),
      width: size,
    }));
    return strokeAlong(line, style, newId());
  });
}

function fittedTo(canvas: { readonly width: number; readonly height: number }, box: Box) {
  const size = { width: box.right - box.left, height: box.bottom - box.top };
  const scale =
    FILLS *
    Math.min(
      canvas.width / Math.max(1e-6, size.width),
      canvas.height / Math.max(1e-6, size.height),
    );
  const [x, y] = mixed([box.left, box.top], [box.right, box.bottom], 0.5);
  return {
    scale,
    place: ([px, py]: Corner): Corner => [(px - x) * scale, (py - y) * scale],
  };
}

/** How much a transform enlarges, from what it makes of a unit square. */
function scaleOf(transform: string): number {
  const [a, b, c, d] = subpathsOf(SvgPath('M0 0H1V1').transform(transform).toString())
    .flatMap(({ cubics }) => [cubics[0][0], ...cubics.map((cubic) => cubic[3])])
    .flat();
  const size = Math.hypot(c - a, d - b);
  return size > 0 ? size : 1;
}

function pathsOf(source: string): readonly Found[] {
  const parser = new SaxesParser();
  const looks: Look[] = [FIRST_LOOK];
  const found: Found[] = [];
  parser.on('error', (error) => {
    throw new MoonError('media-unreadable', `This SVG is damaged: ${error.message}`);
  });
  parser.on('opentag', (tag) => {
    const name = tag.name.toLowerCase().split(':').pop()!;
    const look = lookOf(tag, looks[looks.length - 1], NOT_DRAWN.has(name));
    looks.push(look);
    const d = pathOf(name, tag.attributes as Record<string, string>);
    const seen = look.stroke !== 'none' || look.fill !== 'none';
    if (d && seen && !look.hidden) found.push({ d, look });
    if (found.length > MOST_PATHS) {
      throw new MoonError(
        'media-too-large',
        `This SVG has more than ${MOST_PATHS} paths. Bring in a simpler one, or a part of it.`,
      );
    }
  });
  parser.on('closetag', () => void looks.pop());
  parser.write(source).close();
  return found;
}

function lookOf({ attributes }: SaxesTagPlain, outer: Look, notDrawn: boolean): Look {
  const styles = Object.fromEntries(
    (attributes.style ?? '').split(';').map((entry) => {
      const [name, ...value] = entry.split(':');
      return [name.trim(), value.join(':').trim()];
    }),
  );
  const own = (name: string): string | undefined => styles[name] || attributes[name];
  const number = (name: string, otherwise: number) => {
    const value = parseFloat(own(name) ?? '');
    return Number.isFinite(value) ? value : otherwise;
  };
  return {
    transform: `${outer.transform} ${attributes.transform ?? ''}`.trim(),
    stroke: colourOf(own('stroke'), outer.stroke),
    fill: colourOf(own('fill'), outer.fill),
    width: number('stroke-width', outer.width),
    opacity: Math.min(1, Math.max(0, outer.opacity * number('opacity', 1))),
    hidden: outer.hidden || notDrawn || own('display') === 'none',
  };
}

/** A colour as `#rrggbb`, or none; one that cannot be told, such as a gradient, is drawn black. */
function colourOf(value: string | undefined, outer: string): string {
  if (value === undefined || value === 'inherit') return outer;
  if (value === 'none' || value === 'transparent') return 'none';
  const colour = parse(value);
  return colour ? formatHex(colour) : '#000000';
}

/** Path data of the basic shapes (SVG 1.1, chapter 9); null for anything else. */
function pathOf(name: string, attributes: Record<string, string>): string | null {
  const n = (key: string): number => parseFloat(attributes[key] ?? '') || 0;
  const ellipse = (rx: number, ry: number) =>
    rx > 0 && ry > 0
      ? `M${n('cx') - rx} ${n('cy')}a${rx} ${ry} 0 1 1 ${2 * rx} 0a${rx} ${ry} 0 1 1 ${-2 * rx} 0Z`
      : null;
  switch (name) {
    case 'path':
      return attributes.d ?? null;
    case 'line':
      return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`;
    case 'polyline':
    case 'polygon':
      return attributes.points
        ? `M${attributes.points.trim()}${name === 'polygon' ? 'Z' : ''}`
        : null;
    case 'rect':
      return n('width') > 0 && n('height') > 0
        ? `M${n('x')} ${n('y')}h${n('width')}v${n('height')}h${-n('width')}Z`
        : null;
    case 'circle':
      return ellipse(n('r'), n('r'));
    case 'ellipse':
      return ellipse(n('rx'), n('ry'));
    default:
      return null;
  }
}
