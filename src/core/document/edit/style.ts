import { partsOf, withParts, type LayerParts } from '../layerParts';
import type { Layer, WordsLayer } from '../layers';
import type { Stack } from '../types';
import { findLayer, updateLayer } from './layers';

/** A layer's style, to be given to others: how it looks, apart from what it is and where it is. */
export const styleOf = (layer: Layer): LayerParts => partsOf(layer, 'look');

/** Gives a layer the look of another one. */
export function withLookOf<S extends Stack>(stack: S, id: string, source: Layer): S {
  const layer = findLayer(stack, id);
  return layer ? updateLayer(stack, id, withParts(layer, styleOf(source))) : stack;
}

/** New words take the style of the ones that are topmost. */
export function inLastStyle(stack: Stack, words: WordsLayer): WordsLayer {
  const last = stack.layers.findLast((layer) => layer.kind === 'words');
  return last ? withParts(words, styleOf(last)) : words;
}
