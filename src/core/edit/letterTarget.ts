import { MoonError } from '../errors';
import type { WordsLayer } from '../document/layers';
import type { Overlay } from '../document/types';
import { layerArtwork } from '../scene/artwork';
import { placeMatrix } from '../geometry/placeMatrix';
import type { SceneAssets } from '../scene/assets';
import { flatten } from '../scene/flatten';
import { largestInscribed } from './inscribed';
import { apply, inverse, multiply, type Point } from '../geometry/matrix';

/** Where to zoom to in a words layer, in layer pixels, and how large, in per cent. */
export interface LetterTarget {
  readonly letter: number;
  readonly target: Point;
  readonly size: number;
}

/** Beyond what just fits, so that no smoothed edge pixel is left in a corner. */
const MARGIN = 1.03;

/**
 * The point in a letter, and the size, at which the whole canvas lies inside the letter's shape.
 * @param letter null lets the largest inside decide
 * @throws MoonError 'not-found' when no letter has an inside
 */
export function letterTarget(
  overlay: Overlay,
  layer: WordsLayer,
  letter: number | null,
  assets: SceneAssets,
): LetterTarget {
  const place = placeMatrix(layer.place);
  const { glyphs } = layerArtwork(layer, 0, assets);
  const aspect = overlay.width / overlay.height;
  let best: { letter: number; centre: Point; halfHeight: number } | null = null;
  for (const { d, matrix, unit } of glyphs) {
    if (letter !== null && unit.letters !== letter) continue;
    const inside = largestInscribed(flatten(d, multiply(place, matrix)), aspect);
    if (inside && (!best || inside.halfHeight > best.halfHeight)) {
      best = { letter: unit.letters, ...inside };
    }
  }
  if (!best) {
    throw new MoonError(
      'not-found',
      'There is no letter here with an inside to go through. Choose other words or a heavier font.',
    );
  }
  return {
    letter: best.letter,
    target: apply(inverse(place), best.centre),
    size: (overlay.height / (2 * best.halfHeight)) * MARGIN * 100,
  };
}
