import { create, type Font } from 'fontkit';
import { fontsOf, type Bundle, type FontFile, type Layer } from '@/core/document';
import { MoonError } from '@/core/errors';
import { DEFAULT_FONT, fontFamily } from '@/core/fonts';
import { readMedia } from './media/mediaStore';

/** By the id of a shipped font, and by the content of others: a file that takes the place of another has its id. */
const fonts = new Map<string, Font>();

/** Fonts of a person's own kept open, besides those in use, before the oldest is closed. */
const OWN_KEPT = 12;

export const openFont = (bytes: Uint8Array): Font =>
  create(bytes as Parameters<typeof create>[0]) as Font;

/** Glyphs of a font that are read to prove it, and letters that are laid out together: more are taken at even steps. */
const PROVEN = { glyphs: 4000, letters: 1000 } as const;

const spread = <T>(all: readonly T[], most: number): readonly T[] => {
  const step = Math.ceil(all.length / most);
  return all.filter((_, i) => i % step === 0);
};

/**
 * Reads what words are drawn with: the outline of each glyph, and what gives letters their widths and places.
 * @returns its full name
 * @throws an error of the reader's own where a table is damaged
 */
export function proveFont(bytes: Uint8Array): string {
  const font = openFont(bytes);
  const ids = Array.from({ length: font.numGlyphs }, (_, id) => id);
  for (const id of spread(ids, PROVEN.glyphs)) void font.getGlyph(id).path.bbox;
  const letters = String.fromCodePoint(...spread(font.characterSet, PROVEN.letters));
  const { positions } = font.layout(letters);
  if (!positions.some(({ xAdvance }) => xAdvance > 0)) throw new Error('It has no letters.');
  return font.fullName;
}

/** Loads the fonts a bundle's words need; for one that was deleted the default stands in. */
export async function loadFonts(bundle: Bundle): Promise<(id: string) => Font | undefined> {
  const { document, overlays } = bundle;
  const wanted = new Set(
    [document, ...overlays].flatMap(({ layers }) => (layers as readonly Layer[]).flatMap(fontsOf)),
  );
  // One that was deleted may still be open; every worker has to draw alike.
  const source = (id: string) => sourceOf(id, bundle.fonts) ?? sourceOf(DEFAULT_FONT, [])!;
  const sources = new Map([...wanted].map((id) => [id, source(id)]));
  const used = new Map([...sources.values()].map((entry) => [entry.key, entry]));
  const missing = [...used.values()].filter(({ key }) => !fonts.has(key));
  await Promise.all(missing.map(async ({ key, read }) => fonts.set(key, openFont(await read()))));
  closeUnused(used);
  return (id) => fonts.get((sources.get(id) ?? source(id)).key);
}

interface FontSource {
  readonly key: string;
  readonly read: () => Promise<Uint8Array>;
}

/** Where a font is read from; null for one that was deleted. */
function sourceOf(id: string, own: readonly FontFile[]): FontSource | null {
  if (fontFamily(id)) return { key: id, read: () => fetchFont(id) };
  const media = own.find((font) => font.id === id)?.media;
  return media ? { key: media.hash, read: () => readMedia(media.hash, 0, media.bytes) } : null;
}

function closeUnused(used: ReadonlyMap<string, FontSource>): void {
  const unused = [...fonts.keys()].filter((key) => !fontFamily(key) && !used.has(key));
  unused.slice(0, Math.max(0, unused.length - OWN_KEPT)).forEach((key) => fonts.delete(key));
}

async function fetchFont(id: string): Promise<Uint8Array> {
  const response = await fetch(`/fonts/${id}.ttf`).catch(() => null);
  if (!response?.ok) {
    throw new MoonError(
      'app-file-away',
      `The font ${id} is not on this device yet. Connect to the network once, and reload the page.`,
    );
  }
  return new Uint8Array(await response.arrayBuffer());
}
