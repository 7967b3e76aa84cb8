import { partsOf, withParts, type LayerParts } from '../document/layerParts';
import type { Layer, WordsLayer } from '../document/layers';
import type { Stack } from '../document/types';
import { findLayer, updateLayer } from './layers';

/** A layer's style, to be given to others: how it looks, apart from what it is and where it is. */
export const styleOf = (layer: Layer): LayerParts => partsOf(layer, 'look');

/** Gives a layer the look of another one. */
export function withLookOf<S extends Stack>(stack: S, id: string, source: Layer): S {
  const layer = findLayer(stack, id);
  return layer ? updateLayer(stack, id, withParts(layer, styleOf(source))) : stack;
}

/** The words whose style new ones take: those that are topmost. */
export const lastWords = (stack: Stack): WordsLayer | undefined =>
  stack.layers.findLast((layer) => layer.kind === 'words');

/** New words in the style of the last ones, where there are any. */
export function inLastStyle(stack: Stack, words: WordsLayer): WordsLayer {
  const last = lastWords(stack);
  return last ? withParts(words, styleOf(last)) : words;
}
