import type { Font } from 'fontkit';
import type { WordsLayer } from '../../document/layers';
import type { Overlay } from '../../document/types';
import { timeLayers } from '../../motion/timing';
import { layerBox, layerQuads, type SceneAssets } from '../../scene';
import { boxAround, type Quad } from '../../scene/box';
import { flatten } from '../../scene/flatten';
import type { Point } from '../../scene/matrix';
import { layoutWords } from '../../text/layout';
import type { ContrastAt, WordsMeasures } from './types';

/** The words of an overlay as they rest, hidden ones and blank ones left out. */
export function measureWords(
  overlay: Overlay,
  assets: SceneAssets,
  contrastOf: (layer: string) => readonly ContrastAt[] | null,
): readonly WordsMeasures[] {
  const timings = timeLayers(overlay);
  return overlay.layers.flatMap((layer): WordsMeasures[] => {
    if (layer.kind !== 'words' || layer.hidden || layer.text.trim() === '') return [];
    const font = assets.font(layer.font);
    if (!font) return [];
    const { from, to } = timings.get(layer.id)!;
    const middle = Math.floor((from + Math.min(to, overlay.length)) / 2);
    const quad = layerQuads(overlay, assets, middle).get(layer.id)!;
    const drawn = scaleOf(overlay, layer, quad, assets);
    return [
      {
        layer: layer.id,
        name: layer.name,
        characters: [...layer.text.replace(/\s+/g, ' ').trim()].length,
        from: Math.max(0, from),
        to: Math.min(to, overlay.length),
        capHeight: (font.capHeight / font.unitsPerEm) * layer.size * drawn,
        stem: stemOf(layer, font) * drawn,
        quad,
        contrast: contrastOf(layer.id),
      },
    ];
  });
}

/** Document pixels per layer pixel, along the words' height. */
function scaleOf(overlay: Overlay, layer: WordsLayer, quad: Quad, assets: SceneAssets): number {
  const { top, bottom } = layerBox(overlay, layer, assets);
  const [a, , , d] = quad;
  return bottom > top ? Math.hypot(d.x - a.x, d.y - a.y) / (bottom - top) : 1;
}

/** How wide a stroke is, in layer pixels: the area of an upright one by its height. */
function stemOf(layer: WordsLayer, font: Font): number {
  const { glyphs } = layoutWords({ ...layer, text: 'l', piece: null }, font);
  const polygons = glyphs.flatMap(({ d, matrix }) => flatten(d, matrix));
  if (polygons.length === 0) return 0;
  const { top, bottom } = boxAround(polygons.flat());
  return Math.abs(polygons.reduce((sum, polygon) => sum + area(polygon), 0)) / (bottom - top);
}

/** The area of a polygon (the shoelace formula); its sign tells the direction it is drawn in. */
const area = (polygon: readonly Point[]): number =>
  polygon.reduce((sum, { x, y }, i) => {
    const next = polygon[(i + 1) % polygon.length];
    return sum + (x * next.y - next.x * y) / 2;
  }, 0);
