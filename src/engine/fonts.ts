import { create, type Font } from 'fontkit';
import type { Bundle, Overlay } from '@/core/document';
import { fontFamily } from '@/core/text/fonts';

const fonts = new Map<string, Font>();

/** Loads the fonts a bundle's words need; a family that is not shipped is left out. */
export async function loadFonts(bundle: Bundle): Promise<(id: string) => Font | undefined> {
  const overlays = bundle.document.kind === 'overlay' ? [bundle.document] : bundle.overlays;
  const wanted = new Set(overlays.flatMap(fontsOf));
  await Promise.all([...wanted].filter((id) => !fonts.has(id)).map(loadFont));
  return (id) => fonts.get(id);
}

const fontsOf = (overlay: Overlay): string[] =>
  overlay.layers.flatMap((layer) => (layer.kind === 'words' ? [layer.font] : []));

async function loadFont(id: string): Promise<void> {
  if (!fontFamily(id)) return;
  const response = await fetch(`/fonts/${id}.ttf`);
  if (!response.ok) throw new Error(`The font ${id} could not be loaded. Reload the page.`);
  const bytes = new Uint8Array(await response.arrayBuffer());
  fonts.set(id, create(bytes as Parameters<typeof create>[0]) as Font);
}
