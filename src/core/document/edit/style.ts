import type { Layer, WordsLayer } from '../layers';
import type { Stack } from '../types';
import { findLayer, updateLayer } from './layers';

/** How a layer looks, apart from what it is and where it is. */
export type Style = Partial<Layer>;

const COMMON = ['opacity', 'blend', 'shadow', 'glow', 'effects', 'reflection', 'ghost'] as const;
const OUTLINE = ['fill', 'border', 'wall'] as const;
/** What can boil. */
const DRAWN = ['words', 'shape', 'ink'];
const WORDS = ['font', 'size', 'letterSpacing', 'lineSpacing'] as const;

/** A layer's style, to be given to others. */
export function styleOf(layer: Layer): Style {
  const names: readonly string[] = [
    ...COMMON,
    ...(layer.kind === 'words' || layer.kind === 'shape' ? OUTLINE : []),
    ...(DRAWN.includes(layer.kind) ? ['boil'] : []),
    ...(layer.kind === 'picture' || layer.kind === 'clip' ? ['border', 'key', 'fade'] : []),
    ...(layer.kind === 'words' ? WORDS : []),
  ];
  const values = layer as unknown as Record<string, unknown>;
  return Object.fromEntries(names.map((name) => [name, values[name]])) as Style;
}

/** A layer in another one's style, as far as it has such parts itself. */
export function withStyle<L extends Layer>(layer: L, style: Style): L {
  const own = Object.keys(styleOf(layer));
  const given = Object.entries(style).filter(([name]) => own.includes(name));
  return { ...layer, ...Object.fromEntries(given) };
}

/** Gives a layer the look of another one. */
export function withLookOf<S extends Stack>(stack: S, id: string, source: Layer): S {
  const layer = findLayer(stack, id);
  return layer ? updateLayer(stack, id, withStyle(layer, styleOf(source))) : stack;
}

/** New words take the style of the ones that are topmost. */
export function inLastStyle(stack: Stack, words: WordsLayer): WordsLayer {
  const last = stack.layers.findLast((layer) => layer.kind === 'words');
  return last ? withStyle(words, styleOf(last)) : words;
}
