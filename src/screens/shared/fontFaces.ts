import { FONTS } from '@/core/text/fonts';

/** The page's own name of a shipped font, by which its name is set in itself. */
export const faceOf = (id: string): string => `artwork ${id}`;

let begun = false;

/** Lets the page set text in the shipped fonts. */
export function showFontFaces(): void {
  if (begun) return;
  begun = true;
  for (const { id } of FONTS) {
    const face = new FontFace(faceOf(id), `url(/fonts/${id}.ttf)`, { display: 'swap' });
    document.fonts.add(face);
    // Without it the name is set in the interface's font, which is no loss worth telling.
    face.load().catch(() => undefined);
  }
}
