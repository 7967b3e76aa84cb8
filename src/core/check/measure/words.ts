import type { WordsLayer } from '../../document/layers';
import type { Overlay } from '../../document/types';
import { timeLayers } from '../../motion/timing';
import { layerBox, layerQuads, type SceneAssets } from '../../scene';
import type { Quad } from '../../geometry/box';
import { missingLetters } from '../../text/layout';
import { letterSizes } from './letters';
import type { ContrastAt, LackingLetters, WordsMeasures } from './types';

/** The words of an overlay as they rest; hidden ones, blank ones and those of no size are left out. */
export function measureWords(
  overlay: Overlay,
  assets: SceneAssets,
  contrastOf: (layer: string) => readonly ContrastAt[] | null,
): readonly WordsMeasures[] {
  const timings = timeLayers(overlay);
  return overlay.layers.flatMap((layer): WordsMeasures[] => {
    if (layer.kind !== 'words' || layer.hidden || layer.text.trim() === '') return [];
    const font = assets.font(layer.font);
    const sizes = font && letterSizes(layer, font);
    if (!font || !sizes) return [];
    const { from, to } = timings.get(layer.id)!;
    const middle = Math.floor((from + Math.min(to, overlay.length)) / 2);
    const quad = layerQuads(overlay, assets, middle).get(layer.id)!;
    const drawn = scaleOf(overlay, layer, quad, assets);
    if (drawn === 0) return [];
    return [
      {
        layer: layer.id,
        name: layer.name,
        characters: [...layer.text.replace(/\s+/g, ' ').trim()].length,
        from: Math.max(0, from),
        to: Math.min(to, overlay.length),
        letterHeight: sizes.height * drawn,
        capitals: sizes.capitals,
        stem: sizes.stem * drawn,
        quad,
        contrast: contrastOf(layer.id),
      },
    ];
  });
}

/** Words that are not hidden and have letters that their font lacks, however little of them is drawn. */
export function lackingLetters(overlay: Overlay, assets: SceneAssets): readonly LackingLetters[] {
  const timings = timeLayers(overlay);
  return overlay.layers.flatMap((layer): LackingLetters[] => {
    const font = layer.kind === 'words' && !layer.hidden ? assets.font(layer.font) : undefined;
    if (layer.kind !== 'words' || !font) return [];
    const letters = missingLetters(layer.text, font);
    const { from, to } = timings.get(layer.id)!;
    const frame = Math.max(0, Math.floor((from + Math.min(to, overlay.length)) / 2));
    return letters.length > 0 ? [{ name: layer.name, letters, frame }] : [];
  });
}

/** Document pixels per layer pixel, along the words' height. */
function scaleOf(overlay: Overlay, layer: WordsLayer, quad: Quad, assets: SceneAssets): number {
  const { top, bottom } = layerBox(overlay, layer, assets);
  const [a, , , d] = quad;
  return bottom > top ? Math.hypot(d.x - a.x, d.y - a.y) / (bottom - top) : 1;
}
