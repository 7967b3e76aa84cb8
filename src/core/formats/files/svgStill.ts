import { cssBlend } from '../../document/properties/blend';
import type { Effects, Shadow } from '../../document/layers';
import { MoonError } from '../../errors';
import { enlargement as scaleOf, IDENTITY, multiply, type Matrix } from '../../geometry/matrix';
import { featherStops } from '../../scene/featherStops';
import { isNeutral } from '../../scene/look';
import { roundedPath } from '../../shapes/rounded';
import type {
  ArtworkItem,
  DrawItem,
  GroupItem,
  Mask,
  Outline,
  Scene,
  Shading,
} from '../../scene/types';
import { quoted } from '../../quoted';

interface Size {
  readonly width: number;
  readonly height: number;
}

/** The part of a scene that is shown, in scene pixels. */
interface Part {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/**
 * A scene as an SVG document: outlines stay outlines, sharp at any size.
 * @param size of the picture, in pixels
 * @throws MoonError 'encode-failed' naming what SVG cannot hold: pictures, and a few looks
 */
export function svgStill(scene: Scene, part: Part, { width, height }: Size): string {
  const defs: string[] = [];
  const writer: Writer = {
    define: (of) => {
      const id = `d${defs.length}`;
      defs.push('');
      defs[defs.length - 1] = of(id);
      return id;
    },
    area: {
      ...{ x: -scene.width, y: -scene.height, width: 3 * scene.width, height: 3 * scene.height },
      ...{ maskUnits: 'userSpaceOnUse', filterUnits: 'userSpaceOnUse' },
    },
  };
  const items = writeItems(scene.items, IDENTITY, writer);
  const backdrop = scene.backdrop
    ? tag('rect', { width: scene.width, height: scene.height, fill: scene.backdrop })
    : '';
  const { left, top, right, bottom } = part;
  return tag(
    'svg',
    {
      xmlns: 'http://www.w3.org/2000/svg',
      ...{ width, height },
      viewBox: [left, top, right - left, bottom - top].map(short).join(' '),
      preserveAspectRatio: 'none',
    },
    `${tag('defs', {}, defs.join(''))}${backdrop}${items}`,
  );
}

interface Writer {
  /** Adds a definition. @returns its id */
  readonly define: (of: (id: string) => string) => string;
  /** What masks and filters work on: the canvas, and as much again all round for what is blurred. */
  readonly area: Attributes;
}

/** @param outer from the items' pixels to the scene's */
const writeItems = (items: readonly DrawItem[], outer: Matrix, writer: Writer): string =>
  items
    .map((item) => {
      if (item.kind === 'picture') throw cannot('a picture or clip');
      return item.kind === 'artwork'
        ? writeArtwork(item, outer, writer)
        : writeGroup(item, outer, writer);
    })
    .join('');

function writeGroup(group: GroupItem, outer: Matrix, writer: Writer): string {
  const { items, matrix, canvas, masks, effects, shadow, glow, enlargement } = group;
  const inner = multiply(outer, matrix);
  let content = writeItems(items, inner, writer);
  if (canvas) {
    const { width, height } = canvas;
    content = clipped(content, `M0 0H${width}V${height}H0Z`, inner, writer);
  }
  for (const mask of masks) content = writeMask(content, mask, outer, writer);
  if (effects) content = writeEffects(content, effects, scaleOf(outer) * enlargement, writer);
  const pixels = scaleOf(outer) * enlargement;
  const casts = [glow && { ...glow, dx: 0, dy: 0 }, shadow]
    .flatMap((cast) => cast ?? [])
    .map((cast) => castBy(content, cast, pixels, writer));
  return laidIn(`${casts.join('')}${content}`, group);
}

function writeArtwork(item: ArtworkItem, outer: Matrix, writer: Writer): string {
  const groups = new Map<number, Outline[]>();
  for (const outline of item.outlines) {
    groups.set(outline.opacity, [...(groups.get(outline.opacity) ?? []), outline]);
  }
  const walled = item.wall ? writeWall(item, outer, writer) : '';
  const looks = [...groups].map(([opacity, outlines]) =>
    tag('g', { opacity }, writeLook({ ...item, outlines }, outer, writer)),
  );
  return laidIn(`${walled}${looks.join('')}`, item);
}

/** Glow, shadow, border and fill of outlines that are equally opaque, in the order they are painted. */
function writeLook(item: ArtworkItem, outer: Matrix, writer: Writer): string {
  const { border, shadow, glow, wall, enlargement, outlines } = item;
  const bordered = border !== null && border.width > 0 ? border : null;
  const around = bordered && bordered.side !== 'inside' ? bordered : null;
  const casts = [glow && { ...glow, dx: 0, dy: 0 }, shadow]
    .flatMap((cast) => (cast && cast.opacity > 0 ? cast : []))
    .map((cast) => {
      const edge = around ? strokedPaths(item, outer, cast.colour) : '';
      const silhouette = filledPaths(item, outer, { fill: cast.colour }) + edge;
      return blurred(silhouette, cast, scaleOf(outer) * enlargement, writer);
    })
    .join('');
  const edge = around ? strokedPaths(item, outer, around.colour) : '';
  const filled = wall ? '' : writeFill(item, outer, writer);
  if (around?.side === 'outside') return casts + edge + filled;
  const inside = bordered?.side === 'inside' ? bordered : null;
  const within = outlines.map((outline) => {
    if (!inside) return '';
    const stroke = strokedPaths({ ...item, outlines: [outline] }, outer, inside.colour);
    return clipped(stroke, outline.d, multiply(outer, outline.matrix), writer);
  });
  return casts + filled + edge + within.join('');
}

const filledPaths = ({ outlines }: ArtworkItem, outer: Matrix, attributes: Attributes): string =>
  outlines
    .map(({ d, matrix }) =>
      tag('path', { d, transform: matrixOf(multiply(outer, matrix)), ...attributes }),
    )
    .join('');

/** Borders that lie on one side are stroked twice as wide, and half of that is covered or cut off. */
function strokedPaths(item: ArtworkItem, outer: Matrix, colour: string): string {
  const { outlines, border, enlargement } = item;
  const width = border!.width * (border!.side === 'centre' ? 1 : 2) * enlargement;
  return outlines
    .map(({ d, matrix }) =>
      tag('path', {
        ...{ d, transform: matrixOf(multiply(outer, matrix)) },
        ...{ fill: 'none', stroke: colour, 'stroke-linejoin': 'round' },
        // The path's own map enlarges its stroke too; the border's width is the item's.
        'stroke-width': width / scaleOf(matrix),
      }),
    )
    .join('');
}

function writeFill(item: ArtworkItem, outer: Matrix, writer: Writer): string {
  const { fill } = item;
  if (fill.opacity <= 0) return '';
  if (fill.kind === 'picture') throw cannot('a picture inside an outline');
  if (fill.kind === 'colour') {
    return tag('g', { opacity: fill.opacity }, filledPaths(item, outer, { fill: fill.colour }));
  }
  // The gradient lies in the scene, whatever each outline's own map is: it is cut to the outlines.
  const white = filledPaths(item, outer, { fill: '#ffffff' });
  const cut = writer.define((id) => tag('mask', { id, ...writer.area }, white));
  const gradient = writeShading(fill.shading, outer, writer);
  const all = tag('rect', { ...FAR, fill: `url(#${gradient})` });
  return tag('g', { opacity: fill.opacity, mask: `url(#${cut})` }, all);
}

function writeWall({ wall, outlines }: ArtworkItem, outer: Matrix, writer: Writer): string {
  const { colour, opacity, width, height } = wall!;
  const holes = outlines.map(({ d, matrix, opacity: alpha }) =>
    tag('path', {
      ...{ d, transform: matrixOf(multiply(outer, matrix)), fill: '#000000' },
      'fill-opacity': alpha,
    }),
  );
  const mask = writer.define((id) =>
    tag('mask', { id, ...writer.area }, tag('rect', { ...FAR, fill: '#ffffff' }) + holes.join('')),
  );
  const area = tag('rect', { width, height, fill: colour, transform: matrixOf(outer) });
  return tag('g', { opacity, mask: `url(#${mask})` }, area);
}

function writeShading({ from, to, radial, stops, matrix }: Shading, outer: Matrix, writer: Writer) {
  const colours = stops.map(({ at, colour, opacity }) =>
    tag('stop', {
      ...{ offset: Math.min(1, Math.max(0, at)), 'stop-color': colour, 'stop-opacity': opacity },
    }),
  );
  const shared = {
    gradientUnits: 'userSpaceOnUse',
    gradientTransform: matrixOf(multiply(outer, matrix)),
  };
  return writer.define((id) =>
    radial
      ? tag('radialGradient', { id, ...shared, cx: 0, cy: 0, r: 1 }, colours.join(''))
      : tag(
          'linearGradient',
          { id, ...shared, x1: from.x, y1: from.y, x2: to.x, y2: to.y },
          colours.join(''),
        ),
  );
}

function writeMask(content: string, mask: Mask, outer: Matrix, writer: Writer): string {
  switch (mask.kind) {
    case 'path':
      return clipped(content, mask.d, multiply(outer, mask.matrix), writer);
    case 'shading':
      return shaded(content, mask.shading, outer, writer);
    case 'box': {
      const { box, feather, radius } = mask;
      const { left, top, right, bottom } = box;
      const most = Math.min(right - left, bottom - top) / 2;
      const path = roundedPath(box, Math.max(0, Math.min(radius, most)));
      const inner = multiply(outer, mask.matrix);
      const across = feathered(left, right, feather.left, feather.right, true);
      const down = feathered(top, bottom, feather.top, feather.bottom, false);
      return [across, down]
        .flatMap((shading) => shading ?? [])
        .reduce(
          (masked, shading) => shaded(masked, shading, inner, writer),
          clipped(content, path, inner, writer),
        );
    }
    case 'polygon':
      if (mask.feather > 0 || mask.inverted) throw cannot('a mask drawn by hand');
      return clipped(content, mask.d, multiply(outer, mask.matrix), writer);
    case 'outline':
      throw cannot('a soft outline');
    case 'lines':
      throw cannot('the ghost look');
    case 'items':
      throw cannot('a layer that masks another');
  }
}

function feathered(
  from: number,
  to: number,
  before: number,
  after: number,
  across: boolean,
): Shading | null {
  if (before + after <= 0) return null;
  const point = (at: number) => (across ? { x: at, y: 0 } : { x: 0, y: at });
  return {
    ...{ from: point(from), to: point(to), radial: false, matrix: IDENTITY },
    stops: featherStops(to - from, before, after).map((stop) => ({ ...stop, colour: '#ffffff' })),
  };
}

/** Only the opacity of a shading counts where it masks. */
function shaded(content: string, shading: Shading, outer: Matrix, writer: Writer): string {
  const white = {
    ...shading,
    stops: shading.stops.map((stop) => ({ ...stop, colour: '#ffffff' })),
  };
  const gradient = writeShading(white, outer, writer);
  const mask = writer.define((id) =>
    tag('mask', { id, ...writer.area }, tag('rect', { ...FAR, fill: `url(#${gradient})` })),
  );
  return tag('g', { mask: `url(#${mask})` }, content);
}

function clipped(content: string, d: string, matrix: Matrix, writer: Writer): string {
  const clip = writer.define((id) =>
    tag('clipPath', { id }, tag('path', { d, transform: matrixOf(matrix) })),
  );
  return tag('g', { 'clip-path': `url(#${clip})` }, content);
}

function writeEffects(content: string, effects: Effects, pixels: number, writer: Writer): string {
  if (!isNeutral({ ...effects, blur: 0 })) {
    throw cannot('changed colours (brightness, contrast, tint and the like)');
  }
  const { blur } = effects;
  if (blur <= 0) return content;
  return tag('g', { filter: `url(#${blurFilter(blur * pixels, writer)})` }, content);
}

/** A group's own shadow: its silhouette in one colour. */
function castBy(content: string, cast: Shadow, pixels: number, writer: Writer): string {
  const flood = writer.define((id) =>
    tag(
      'filter',
      { id, ...writer.area, 'color-interpolation-filters': 'sRGB' },
      tag('feFlood', { 'flood-color': cast.colour, result: 'colour' }) +
        tag('feComposite', { in: 'colour', in2: 'SourceAlpha', operator: 'in' }),
    ),
  );
  return blurred(tag('g', { filter: `url(#${flood})` }, content), cast, pixels, writer);
}

/** `blur` is twice a standard deviation. */
function blurred(
  silhouette: string,
  { dx, dy, blur, opacity }: Omit<Shadow, 'colour'>,
  pixels: number,
  writer: Writer,
): string {
  const moved = `translate(${short(dx * pixels)} ${short(dy * pixels)})`;
  const soft =
    blur > 0
      ? tag('g', { filter: `url(#${blurFilter((blur * pixels) / 2, writer)})` }, silhouette)
      : silhouette;
  return tag('g', { opacity, transform: moved }, soft);
}

const blurFilter = (deviation: number, writer: Writer): string =>
  writer.define((id) =>
    tag(
      'filter',
      { id, ...writer.area, 'color-interpolation-filters': 'sRGB' },
      tag('feGaussianBlur', { stdDeviation: deviation }),
    ),
  );

function laidIn(content: string, { opacity, blend }: Pick<GroupItem, 'opacity' | 'blend'>): string {
  const name = cssBlend(blend);
  if (name === null) throw cannot(`the blend ${quoted(blend)}`);
  if (name === 'normal') return tag('g', { opacity }, content);
  return tag('g', { opacity, style: `mix-blend-mode:${name}` }, content);
}

type Attributes = Readonly<Record<string, string | number>>;

/** Beyond any canvas, in whatever pixels. */
const FAR: Attributes = { x: -1e5, y: -1e5, width: 2e5, height: 2e5 };

const short = (value: number): string => String(Number(value.toFixed(4)));

const matrixOf = (matrix: Matrix): string => `matrix(${matrix.map(short).join(' ')})`;

function tag(name: string, attributes: Attributes, content = ''): string {
  const written = Object.entries(attributes)
    .filter(([key, value]) => !(key === 'opacity' && value === 1))
    .map(([key, value]) => ` ${key}="${typeof value === 'number' ? short(value) : value}"`)
    .join('');
  return content === '' ? `<${name}${written}/>` : `<${name}${written}>${content}</${name}>`;
}

const cannot = (what: string): MoonError =>
  new MoonError('encode-failed', `SVG cannot hold ${what}. Send this as a PNG still instead.`);
