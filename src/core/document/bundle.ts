import { sameList } from '../sameList';
import type { Fill, Layer } from './layers';
import type { FontFile, Footage, Landing, LutFile, Overlay, Stack } from './types';

/** A document with the overlays, footage, fonts and tables of colours it uses: all it takes to draw it, as plain data. */
export interface Bundle {
  readonly document: Overlay | Landing;
  readonly overlays: readonly Overlay[];
  readonly footage: readonly Footage[];
  readonly fonts: readonly FontFile[];
  readonly luts: readonly LutFile[];
}

/** Where documents find what they name. */
export interface Library {
  readonly overlay: (id: string) => Overlay | undefined;
  readonly footage: (id: string) => Footage | undefined;
  readonly font: (id: string) => FontFile | undefined;
  readonly lut: (id: string) => LutFile | undefined;
}

/** Gathers what `document` uses, also through nested overlays, out of what the kit has. */
export function bundleOf(document: Overlay | Landing, library: Library): Bundle {
  const overlays = new Map<string, Overlay>();
  const gather = (id: string) => {
    const overlay = library.overlay(id);
    if (!overlay || overlays.has(id)) return;
    overlays.set(id, overlay);
    nestedIn(overlay).forEach(gather);
  };
  nestedIn(document).forEach(gather);

  const layers = [document, ...overlays.values()].flatMap((stack) => stack.layers);
  const footage = new Set([
    ...layers.flatMap(footageOf),
    ...(document.kind === 'overlay' && document.guide ? [document.guide.footage] : []),
    ...(document.kind === 'landing' ? document.sounds.flatMap((sound) => sound.footage ?? []) : []),
  ]);
  const fonts = new Set(layers.flatMap(fontsOf));
  const luts = new Set(layers.flatMap(({ effects }) => effects.lut ?? []));
  return {
    document,
    overlays: [...overlays.values()],
    footage: [...footage].flatMap((id) => library.footage(id) ?? []),
    fonts: [...fonts].flatMap((id) => library.font(id) ?? []),
    luts: [...luts].flatMap((id) => library.lut(id) ?? []),
  };
}

const PARTS = ['overlays', 'footage', 'fonts', 'luts'] as const;

/** Whether two bundles hold the very same things. */
export const sameBundle = (a: Bundle, b: Bundle): boolean =>
  a.document === b.document && PARTS.every((part) => sameList(a[part], b[part]));

/** Ids of the overlays nested in a document, each once. */
export const nestedIn = ({ layers }: Stack): readonly string[] => [
  ...new Set(layers.flatMap((layer) => (layer.kind === 'overlay' ? [layer.overlay] : []))),
];

/** Ids of the fonts a layer's words, or the words it is traced over, are set in. */
export function fontsOf(layer: Layer): readonly string[] {
  if (layer.kind === 'words') return [layer.font];
  return layer.kind === 'ink' && layer.trace ? [layer.trace.font] : [];
}

/** Ids of the footage a layer shows. */
export function footageOf(layer: Layer): readonly string[] {
  const ofFill = (fill: Fill | null) => (fill?.kind === 'footage' ? [fill.footage] : []);
  if (layer.kind === 'picture' || layer.kind === 'clip')
    return layer.footage ? [layer.footage] : [];
  if (layer.kind === 'shape') return ofFill(layer.fill);
  if (layer.kind !== 'words') return [];
  return [layer.fill, ...layer.letters.map((letter) => letter.fill)].flatMap(ofFill);
}

/**
 * The overlays through which `overlay` would come to contain itself if it nested `nested`, from
 * `nested` on; null when there is no circle.
 */
export function nestingCircle(
  overlay: string,
  nested: string,
  find: Library['overlay'],
): readonly Overlay[] | null {
  const walk = (id: string, way: readonly Overlay[]): readonly Overlay[] | null => {
    const found = find(id);
    if (!found || way.includes(found)) return null;
    const next = [...way, found];
    if (id === overlay) return next;
    for (const inner of nestedIn(found)) {
      const circle = walk(inner, next);
      if (circle) return circle;
    }
    return null;
  };
  return walk(nested, []);
}
